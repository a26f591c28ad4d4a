import { Box, Flex, Text } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { fitStem, setStems } from '../../../../core/project/document/commands/outline';
import { projectOf } from '../../../../core/project/document/newProject';
import type { GlyphRow } from '../../../../core/project/document/schema';
import { oddStems, stemOf, stemsOf } from '../../../../core/outlines/dress/stems';
import { useGlyphInHand } from '../../../panels/useGlyphInHand';
import { stemsInWorker, type StemWidth } from '../../../store/dressing';
import { useDoc, useProject } from '../../../store/projectStore';
import { drawnGlyphs } from '../../../store/selectors';
import { Fact, GaugePart } from '../../../ui/Gauge';
import { InkButton } from '../../../ui/InkButton';
import { NumberField } from '../../../ui/NumberField';
import { ManyStems } from './ManyStems';
import { useDressTarget } from '../useDressTarget';

/** Stems within this of the standard are marked as equal to it, u. */
const EQUAL_EM = 1;

const charOf = (g: GlyphRow) => String.fromCodePoint(g.codePoints[0] ?? 0x20);
const GROUPS: readonly (readonly [string, RegExp])[] = [
  ['capitals', /\p{Lu}/u],
  ['small letters', /\p{Ll}/u],
  ['figures', /\p{Nd}/u],
];

/** The letter's stems, the style's standard, and which letters are out of line. */
export function StemPart() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { glyph } = useDressTarget();
  const { styleId } = projectOf(doc);
  const standard = doc.styles[styleId]?.stems.upright ?? null;
  const stems = useMemo(() => stemsOf(glyph.contours).slice(0, 4), [glyph.contours]);
  const own = useMemo(() => stemOf(glyph.contours, 'upright'), [glyph.contours]);
  return (
    <>
      <GaugePart title="Stems" />
      {stems.length === 0 && (
        <Text fontSize="xs" color="faded">
          This letter has no stem to measure.
        </Text>
      )}
      {stems.map((s, i) => (
        <Fact key={i} label={s.way === 'upright' ? 'Upright' : 'Level'}>
          {s.width.toFixed(1)} u
          {s.way === 'upright' &&
            standard !== null &&
            Math.abs(s.width - standard) <= EQUAL_EM &&
            ' = standard'}
        </Fact>
      ))}
      {own !== null && (
        <Fact label="Upright, on the whole">
          {own.toFixed(1)} u{standard !== null && Math.abs(own - standard) <= EQUAL_EM && ' = standard'}
        </Fact>
      )}
      <NumberField
        label="Standard stem"
        unit="u"
        digits={1}
        value={standard ?? 0}
        min={0}
        onChange={(v) => commit(setStems(doc, styleId, { upright: v > 0 ? v : null }))}
      />
      <InkButton
        tip="Grow or shrink the letter until its stem has the standard's width"
        disabled={standard === null || own === null || Math.abs(own - standard) <= EQUAL_EM / 2}
        onClick={() => standard !== null && commit(fitStem(doc, glyph.id, standard))}
      >
        Bring to the standard
      </InkButton>
      <StemTable />
      <ManyStems standard={standard} />
    </>
  );
}

/** Letters of the same group with their stems, those out of line first and marked. */
function StemTable() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { glyph } = useDressTarget();
  const { take } = useGlyphInHand();
  const [found, setFound] = useState<{ of: readonly GlyphRow[]; widths: readonly StemWidth[] } | null>(null);
  const group = GROUPS.find(([, kind]) => kind.test(charOf(glyph))) ?? ['letters', /./u];
  const letters = drawnGlyphs(doc).filter((g) => group[1].test(charOf(g)));
  const measure = async () => setFound({ of: letters, widths: await stemsInWorker(letters) });
  const { standard, lines } = oddStems((found?.widths ?? []).map((w) => ({ of: w.glyphId, width: w.width })));
  const stale = found !== null && found.of.some((g) => doc.glyphs[g.id] !== g);
  const most = Math.max(1, ...lines.map((l) => l.width));
  return (
    <>
      <InkButton tip={`Measure the stems of all ${group[0]} and compare them`} onClick={() => void measure()}>
        {found ? (stale ? 'Measure again' : 'Measured') : `Compare ${letters.length} ${group[0]}`}
      </InkButton>
      {lines.length > 0 && (
        <>
          <Fact label="Middle of them">{standard.toFixed(1)} u</Fact>
          <InkButton
            tip="Let the middle of these letters' stems be the standard"
            onClick={() =>
              commit(setStems(doc, projectOf(doc).styleId, { upright: Math.round(standard * 10) / 10 }))
            }
          >
            Take as the standard
          </InkButton>
          <Box as="ul" listStyleType="none" aria-label="Stems compared">
            {lines.slice(0, 14).map((l) => {
              const g = doc.glyphs[l.of];
              if (!g) return null;
              return (
                <Flex as="li" key={l.of} align="center" gap="2" py="0.5">
                  <Box
                    as="button"
                    minW="1.6rem"
                    textAlign="left"
                    fontWeight={l.odd ? 'bold' : 'normal'}
                    color={l.odd ? 'snag' : 'ink'}
                    onClick={() => take(g.id)}
                  >
                    {charOf(g)}
                  </Box>
                  <Box flex="1" h="8px" bg="rule">
                    <Box h="8px" w={`${(100 * l.width) / most}%`} bg={l.odd ? 'snag' : 'faded'} />
                  </Box>
                  <Text fontSize="xs" w="5.4rem" textAlign="right">
                    {l.width.toFixed(0)} u
                    {l.odd ? `, ${l.off > 0 ? '+' : ''}${(l.off * 100).toFixed(0)} %` : ''}
                  </Text>
                </Flex>
              );
            })}
          </Box>
        </>
      )}
    </>
  );
}
