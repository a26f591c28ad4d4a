import { Flex, Text } from '@chakra-ui/react';
import { composeAccents } from '../../../../core/project/document/commands/glyphs/composing';
import { formulaOf, composable, markGlyph } from '../../../../core/project/document/queries/accents';
import { makeDrafts } from '../../../../core/project/document/commands/signs/drafts';
import { draftable, smallToMake } from '../../../../core/project/document/queries/glyphs';
import { smallFromCapitals } from '../../../../core/project/document/commands/glyphs/smallLetters';
import { startGlyph } from '../../../../core/project/document/commands/glyphs/renaming';
import type { GlyphRow } from '../../../../core/project/document/schema';
import { glyphNameOf } from '../../../../core/type/names/glyphNames';
import { draftMissing } from '../../../store/completing';
import { useHandWanted } from '../../../store/formWords';
import { useCharacterNames } from '../../../store/characterNames';
import { giveCharacter, namelessPieces } from '../../../store/nameBench';
import { glyphByCodePoint } from '../../../store/selectors';
import { useWay } from '../../../panels/way';
import { useDoc, useProject } from '../../../store/projectStore';
import { Fact, GaugePart } from '../../../ui/Gauge';
import { GlyphDrawing } from '../../../ui/GlyphDrawing';
import { InkButton } from '../../../ui/InkButton';
import { PieceDrawing } from '../../../ui/PieceDrawing';
import { hexOf } from '../CharacterField';

interface Props {
  readonly char: string;
  readonly onChar: (char: string) => void;
}

/** What it can be made of without drawing: other signs, or its capital. */
function Makings({ char, onChar }: Props) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const byHand = useHandWanted(char) ?? [];
  const draft = () => {
    commit(makeDrafts(doc, char));
    onChar(char);
  };
  return (
    <>
      {draftable(doc, char).length > 0 && (
        <InkButton tip="Made of other signs for a start; it says so until you accept it" onClick={draft}>
          Make a draft of it
        </InkButton>
      )}
      {byHand.includes(char) && (
        <InkButton
          tip="Put together of parts of your letters, or drawn by their pen; it says so until you accept it"
          onClick={() => void draftMissing(char, false).then(() => onChar(char))}
        >
          Draft it in this hand
        </InkButton>
      )}
      {smallToMake(doc).includes(char) && (
        <InkButton
          tip="Small letters that aren't drawn get the drawings of their capitals"
          onClick={() => commit(smallFromCapitals(doc))}
        >
          Take the capitals for small letters
        </InkButton>
      )}
    </>
  );
}

/** So many pieces without a name are offered. */
const MOST_PIECES = 24;

function NamelessPieces({ char }: Pick<Props, 'char'>) {
  const pieces = namelessPieces(useDoc());
  if (pieces.length === 0) return null;
  return (
    <>
      <GaugePart title="Or is it one of these?" />
      <Flex gap="1" wrap="wrap">
        {pieces.slice(0, MOST_PIECES).map((p) => (
          <InkButton
            key={p.id}
            tip={`Piece ${p.order + 1} becomes ${char}`}
            aria-label={`Piece ${p.order + 1} becomes ${char}`}
            h="46px"
            px="1"
            onClick={() => giveCharacter({ kind: 'piece', id: p.id }, char)}
          >
            <PieceDrawing piece={p} width={30} height={36} />
          </InkButton>
        ))}
      </Flex>
    </>
  );
}

/** A character that nobody drew yet, and every way to a glyph for it. */
export function MissingPart({ char, onChar }: Props) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { goTo: go } = useWay();
  const { names } = useCharacterNames();
  const cp = char.codePointAt(0) ?? 0;
  const name = names.find((n) => n.codePoint === cp)?.name.toLowerCase();
  const draw = () => {
    commit(startGlyph(doc, char));
    go('dress', glyphByCodePoint(doc).get(cp)?.id ?? glyphNameOf(cp));
  };
  return (
    <>
      <Fact label="Code point">{hexOf(cp)}</Fact>
      {name && (
        <Text fontSize="xs" color="faded">
          {name}
        </Text>
      )}
      <Text fontSize="sm">Nobody drew it yet.</Text>
      <InkButton main tip="An empty letter on the outline bench, to be drawn or pasted" onClick={draw}>
        Draw it in Dress
      </InkButton>
      <Formula char={char} onChar={onChar} />
      <Makings char={char} onChar={onChar} />
      <NamelessPieces char={char} />
    </>
  );
}

/** The letter as its formula in drawings: base and marks, with what is still to draw. */
function Formula({ char, onChar }: Props) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { goTo: go } = useWay();
  const f = formulaOf(char);
  if (!f) return null;
  const base = glyphByCodePoint(doc).get(f.base);
  const part = (glyph: GlyphRow | undefined, cp: number) =>
    glyph && glyph.contours.length > 0 ? (
      <GlyphDrawing glyph={glyph} size={44} />
    ) : (
      <InkButton
        tip={`Draw ${hexOf(cp)} in Dress`}
        color="snag"
        px="1.5"
        onClick={() => {
          commit(startGlyph(doc, String.fromCodePoint(cp)));
          go('dress', glyphNameOf(cp));
        }}
      >
        draw {cp < 0x300 ? String.fromCodePoint(cp) : `\u25cc${String.fromCodePoint(cp)}`}
      </InkButton>
    );
  return (
    <>
      <GaugePart title="As a formula" />
      <Flex align="center" gap="2" bg="sheet" borderWidth="1px" borderColor="rule" px="2" minH="50px">
        {part(base, f.base)}
        {f.marks.map((m) => (
          <Flex key={m} align="center" gap="2">
            <Text>+</Text>
            {part(markGlyph(doc, m), m)}
          </Flex>
        ))}
      </Flex>
      <InkButton
        tip="Made of its letter and marks; it follows when either changes"
        disabled={!composable(doc, char).includes(char)}
        onClick={() => {
          commit(composeAccents(doc, char));
          onChar(char);
        }}
      >
        Compose it
      </InkButton>
    </>
  );
}
