import { Box, Flex, Grid, Text } from '@chakra-ui/react';
import { Fragment, use } from 'react';
import { lackingIn } from '../../../../core/fonts/compile/textRuns';
import type { GlyphRow } from '../../../../core/project/document/schema';
import { LiveText } from '../../../panels/LiveText';
import { useGlyphInHand } from '../../../panels/useGlyphInHand';
import { useWay } from '../../../panels/way';
import { useProofBench } from '../../../store/proofBench';
import { useProofWords } from '../../../store/proofWords';
import { drawnGlyphs } from '../../../store/selectors';
import { useDoc } from '../../../store/projectStore';
import { LANGUAGE_SAMPLES } from '../../../text/languageSamples';
import { betweenText, pairText, wordsText } from '../../../text/spacingStrings';
import { GlyphDrawing } from '../../../ui/GlyphDrawing';
import { roving } from '../../../ui/roving';
import { useGrowing } from '../../../ui/useGrowing';
import { Leaving } from '../leaving';
import { ProofBlock } from '../ProofBlock';

/** Sizes of type in the waterfall, px. */
const SIZES = [96, 72, 48, 36, 28, 24, 18, 16, 14, 12, 10, 8];
const LINE = 'High water at seven, low at one; barley on the stones';

/** One line in falling sizes. */
export function SizesPage() {
  return SIZES.map((px) => (
    <Flex key={px} align="baseline" gap="4" mb="2">
      <Text fontSize="xs" opacity="0.6" w="3rem" flexShrink={0} textAlign="right">
        {px} px
      </Text>
      <ProofBlock
        place="sizes/line"
        first={LINE}
        fontSize={`${px}px`}
        whiteSpace="nowrap"
        overflow="hidden"
      />
    </Flex>
  ));
}

const PANGRAMS = [
  'Jovial eels quiz the black fog by a windmill; six put back.',
  'QUICK BROWN EELS VEX JUMPY FOWL AT THE TIDE MILL GATE; ZONK!',
  'Foxy millers just quit grinding vast wet heaps of zinc-black barley.',
  '0123456789 (7 sacks, 12 oats) & more: "high" or low?',
];

/** Sentences with every letter. */
export function PangramsPage() {
  return PANGRAMS.map((text, i) => (
    <ProofBlock key={i} place={`pangrams/${i}`} first={text} fontSize={i === 0 ? '46px' : '30px'} mb="6" />
  ));
}

/** A glyph as text where it has a character, else drawn. */
function GlyphCell({ glyph, onPick }: { readonly glyph: GlyphRow; readonly onPick: (id: string) => void }) {
  const [cp] = glyph.codePoints;
  return (
    <Box textAlign="center" overflow="hidden" py="1">
      {cp === undefined ? (
        <button
          type="button"
          tabIndex={-1}
          data-cell
          title={glyph.name}
          aria-label={glyph.name}
          onClick={() => onPick(glyph.id)}
        >
          <GlyphDrawing glyph={glyph} size={52} />
        </button>
      ) : (
        <LiveText
          text={String.fromCodePoint(cp)}
          name={glyph.name}
          tabIndex={-1}
          data-cell
          onPick={onPick}
          fontSize="38px"
          lineHeight="52px"
        />
      )}
    </Box>
  );
}

/** So many glyphs are shown on one page; more of them belong into the ledger. */
const MOST_GLYPHS = 1500;

/** All glyphs of the font, those that no character calls as drawings. */
export function AllPage() {
  const doc = useDoc();
  const { take } = useWay();
  const glyphs = drawnGlyphs(doc);
  const drawn = useGrowing(Math.min(MOST_GLYPHS, glyphs.length), use(Leaving));
  return (
    <>
      <Grid
        templateColumns="repeat(auto-fill, minmax(62px, 1fr))"
        role="group"
        aria-label="All glyphs"
        {...roving('[data-cell]')}
      >
        {glyphs.slice(0, drawn).map((g) => (
          <GlyphCell key={g.id} glyph={g} onPick={take} />
        ))}
      </Grid>
      {glyphs.length > MOST_GLYPHS && (
        <Text fontSize="sm" mt="4">
          {glyphs.length - MOST_GLYPHS} more are in the ledger.
        </Text>
      )}
    </>
  );
}

/** What letters are looked at: those that were typed, or the one in hand. */
export function useLettersShown(): string {
  const typed = useProofBench((s) => s.letters);
  const { glyph } = useGlyphInHand();
  const cp = glyph?.codePoints[0];
  return typed ?? (cp === undefined ? 'n' : String.fromCodePoint(cp));
}

/** Words that have a letter or a pair in them. */
export function WordsPage() {
  const letters = useLettersShown();
  const words = useProofWords(letters);
  const { take } = useWay();
  if (words && words.length === 0)
    return <Text fontSize="sm">No common English word has “{letters}” in it.</Text>;
  return <LiveText text={(words ?? []).join('  ')} onPick={take} fontSize="32px" lineHeight="normal" />;
}

/** Letters between straight and round ones, as spacing is judged. */
export function StringsPage() {
  const letters = useLettersShown();
  const { take } = useWay();
  const chars = [...letters];
  const [first = 'n', second] = chars;
  const lines =
    second === undefined
      ? [betweenText(first), wordsText(first)]
      : [pairText(first, second), ...chars.map(betweenText)];
  return lines.map((text, i) => (
    <LiveText key={i} text={text} onPick={take} fontSize="40px" lineHeight="normal" mb="5" />
  ));
}

/** A line in each language, with what the font lacks for it. */
export function LanguagesPage() {
  const doc = useDoc();
  const { take } = useWay();
  return LANGUAGE_SAMPLES.map(([name, text]) => {
    const lacking = lackingIn(doc, text);
    return (
      <Box key={name} mb="4">
        <Text fontSize="xs" opacity="0.65">
          {name}: {lacking.length === 0 ? 'all characters are there' : `lacks ${lacking.join(' ')}`}
        </Text>
        <LiveText text={text} onPick={take} fontSize="25px" lineHeight="normal" />
      </Box>
    );
  });
}

const TIDES: readonly (readonly string[])[] = [
  ['Mon', '07:04', '4.12', '1,478'],
  ['Tue', '07:51', '4.36', '912'],
  ['Wed', '08:33', '4.70', '2,006'],
  ['Thu', '09:18', '11.1', '38'],
];

/** Figures under one another, with tabular ones where the font has them. */
export function FiguresPage() {
  const { take } = useWay();
  return (
    <>
      <Grid
        templateColumns="repeat(4, auto)"
        columnGap="10"
        fontVariantNumeric="tabular-nums"
        w="fit-content"
        mb="8"
      >
        {TIDES.map((row) => (
          <Fragment key={row[0]}>
            {row.map((text, i) => (
              <LiveText
                key={i}
                text={text}
                onPick={take}
                fontSize="30px"
                lineHeight="normal"
                textAlign={i === 0 ? 'left' : 'right'}
              />
            ))}
          </Fragment>
        ))}
      </Grid>
      <ProofBlock
        place="figures/text"
        first="1234567890 £12.50 €7,80 $3 25 % No. 47 (1847–1923) 3×9 ½ 7° 6′"
        fontSize="34px"
      />
    </>
  );
}
