import { counted } from '../../../../core/foundations/problems/counted';
import { Text } from '@chakra-ui/react';
import { setTypedNames } from '../../../../core/project/document/commands/glyphs/codePoints';
import { smallFromCapitals } from '../../../../core/project/document/commands/glyphs/smallLetters';
import { smallToMake, draftsOf, draftable, iconsOf } from '../../../../core/project/document/queries/glyphs';
import { acceptDrafts, makeDrafts } from '../../../../core/project/document/commands/signs/drafts';
import { lackingMarks } from '../../../../core/project/document/queries/accents';
import { editAll } from '../../../../core/project/document/inStep/edit';
import type { Doc, GlyphRow } from '../../../../core/project/document/schema';
import { projectOf } from '../../../../core/project/document/newProject';
import { BILLS } from '../../../../core/type/names/bills';
import { draftMissing, useCompleting } from '../../../store/completing';
import { useHandWanted } from '../../../store/formWords';
import { useDoc, useProject } from '../../../store/projectStore';
import { GaugePart } from '../../../ui/Gauge';
import { InkButton } from '../../../ui/InkButton';
import { AccentsPart } from './AccentsPart';

const WESTERN = BILLS.find((b) => b.id === 'western')?.characters ?? '';

/** A combining mark stands on a dotted circle, or it would hang on its neighbour. */
const shown = (char: string) => (/\p{M}/u.test(char) ? `\u25cc${char}` : char);

/** A draft's character, or its name where it has none. */
const signOf = ({ codePoints: [cp], name }: GlyphRow): string =>
  cp === undefined ? name : shown(String.fromCodePoint(cp));

function SignsPart() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const list = [...new Set(projectOf(doc).bill + WESTERN)].join('');
  const marks = lackingMarks(doc, list).map((m) => String.fromCodePoint(m));
  const wanted = list + marks.join('');
  const signs = draftable(doc, wanted);
  return (
    <>
      <GaugePart title="Everyday signs" />
      <Text fontSize="sm">
        {signs.length > 0
          ? `Can be made of what is drawn: ${signs.map(shown).join(' ')}`
          : 'All signs that can be made of others are there.'}
      </Text>
      <InkButton
        tip="Dashes, quotes, guillemets, arithmetic signs, fractions, marks of accented letters: made of other drawings, marked as drafts"
        disabled={signs.length === 0}
        onClick={() => commit(makeDrafts(doc, wanted))}
      >
        Make {counted(signs.length, 'draft')}
      </InkButton>
    </>
  );
}

/** Letters, figures and signs that are missing, drafted in the manner of the hand: those of the bill, or all that western languages need. */
function MissingLettersPart() {
  const { bill } = projectOf(useDoc());
  const { total, done, stop } = useCompleting();
  const whole = [...new Set(bill + WESTERN)].join('');
  const ofBill = useHandWanted(bill) ?? [];
  const ofAll = useHandWanted(whole) ?? [];
  if (total > 0)
    return (
      <>
        <GaugePart title="Missing letters" />
        <Text fontSize="sm" role="status">
          {done} of {counted(total, 'draft')}
        </Text>
        <InkButton tip="Nothing is put in the font" onClick={() => stop?.()}>
          Stop
        </InkButton>
      </>
    );
  if (ofAll.length === 0) return null;
  return (
    <>
      <GaugePart title="Missing letters" />
      <Text fontSize="sm">
        {ofBill.length > 0
          ? `Can be put together of your letters’ parts, or drawn by their pen: ${ofBill.map(shown).join(' ')}`
          : 'All characters of the bill are there.'}
      </Text>
      <InkButton
        tip="Put together of bowls, stems and hooks of letters that are drawn, marked as drafts"
        disabled={ofBill.length === 0}
        onClick={() => void draftMissing(bill, false)}
      >
        Draft {counted(ofBill.length, 'missing letter')}
      </InkButton>
      <InkButton
        tip="Drafts of letters and signs, signs made of others, and letters with their marks: all that western languages need"
        onClick={() => void draftMissing(whole, true)}
      >
        Complete Western European
      </InkButton>
    </>
  );
}

function DraftsPart() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const drafts = draftsOf(doc);
  if (drafts.length === 0) return null;
  const ids = drafts.map((g) => g.id);
  return (
    <>
      <Text fontSize="sm" color="snag" data-testid="drafts">
        {counted(drafts.length, 'draft')} to look at: {drafts.map(signOf).join(' ')}
      </Text>
      <InkButton tip="All drafts are good as they are" onClick={() => commit(acceptDrafts(doc, ids))}>
        Accept all drafts
      </InkButton>
    </>
  );
}

function SmallLettersPart() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const small = smallToMake(doc).length;
  if (small === 0) return null;
  return (
    <>
      <GaugePart title="Small letters" />
      <Text fontSize="sm">
        {small} aren't drawn. They can have the drawings of their capitals and follow them.
      </Text>
      <InkButton
        tip="One drawing for the capital and the small letter; it changes in both"
        onClick={() => commit(smallFromCapitals(doc))}
      >
        Make {small} of their capitals
      </InkButton>
    </>
  );
}

function TypedIconsPart() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const untyped = iconsOf(doc).filter((g) => g.typed.length === 0);
  if (untyped.length === 0) return null;
  const typeByName = () => {
    const named = untyped.map(
      (g) => (d: Doc) => setTypedNames(d, g.id, [g.name.replace(/_/g, '-').toLowerCase()]),
    );
    commit(editAll(doc, 'Type icons by their names', named)?.diff ?? null);
  };
  return (
    <>
      <GaugePart title="Icons by typing" />
      <InkButton
        tip="Typing an icon's name makes the icon, in programs that set ligatures"
        onClick={typeByName}
      >
        Type {counted(untyped.length, 'icon')} by {untyped.length === 1 ? 'its name' : 'their names'}
      </InkButton>
    </>
  );
}

/** What can be made of what is drawn: accented letters, everyday signs, small letters, typed names of icons. */
export function MakeTab() {
  return (
    <>
      <AccentsPart />
      <MissingLettersPart />
      <SignsPart />
      <DraftsPart />
      <SmallLettersPart />
      <TypedIconsPart />
    </>
  );
}
