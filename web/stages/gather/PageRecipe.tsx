import { Text } from '@chakra-ui/react';
import { counted } from '../../../core/foundations/problems/counted';
import { changeRecipe, cropSheet, turnSheet } from '../../../core/project/document/commands/sheets/recipes';
import { changeSheet, readSheetAs } from '../../../core/project/document/commands/sheets/sheets';
import type { ProjectDiff } from '../../../core/project/document/changes/diff';
import { isWriting } from '../../../core/project/document/queries/sheets';
import { defaultRecipe } from '../../../core/project/document/defaultRecipe';
import type { RecipeRow, SheetRow } from '../../../core/project/document/schema';
import { liftAgain } from '../../store/lifting';
import { pieceLabel, piecesBelow, piecesBySheet } from '../../store/selectors';
import { useDoc, useProject } from '../../store/projectStore';
import { CharactersField } from '../../ui/CharactersField';
import { Fact, GaugePart } from '../../ui/Gauge';
import { InkButton } from '../../ui/InkButton';
import { NumberField } from '../../ui/NumberField';
import { SelectField } from '../../ui/SelectField';
import { InkColour } from './InkColour';
import { RecipeShelf } from './RecipeShelf';
import { TrueSize } from './TrueSize';

const GROUNDS = {
  found: { text: 'Ground found by itself', next: 'light' },
  light: { text: 'Ground is light', next: 'dark' },
  dark: { text: 'Ground is dark', next: 'found' },
} as const;

const WAYS = [
  ['list', 'Letter by letter'],
  ['text', 'Running text, in words'],
] as const;

interface Props {
  readonly sheet: SheetRow;
  /** A box is being drawn around the part that counts. */
  readonly cropping: boolean;
  readonly onCropping: (on: boolean) => void;
}

type OfSheet = Pick<Props, 'sheet'>;

/** The recipe a sheet is read by, and how it is changed. */
function useRecipe({ recipeId }: SheetRow) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const recipe = doc.recipes[recipeId] ?? defaultRecipe;
  const change = (to: Partial<Omit<RecipeRow, 'id'>>) => commit(changeRecipe(doc, recipe.id, to));
  return { recipe, change };
}

function Written({ sheet }: OfSheet) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  return (
    <>
      <Fact label="Capitals">
        {sheet.capHeightPx > 0 ? `${sheet.capHeightPx.toFixed(0)} px high` : 'not known'}
      </Fact>
      {sheet.printedLines > 0 && <Fact label="Printed lines left out">{sheet.printedLines}</Fact>}
      <SelectField
        label="How it is written"
        value={sheet.expectedFrom === 'text' ? 'text' : 'list'}
        options={WAYS}
        onChange={(way) => commit(readSheetAs(doc, sheet.id, way))}
      />
      <CharactersField
        label={isWriting(sheet) ? 'What it says' : 'Written on it, in order'}
        value={sheet.expected}
        onChange={(expected) => commit(changeSheet(doc, sheet.id, { expected }), true)}
      />
      {isWriting(sheet) && sheet.expected.trim() === '' && (
        <Text fontSize="xs" color="faded">
          Type the text as it stands on the page, then lift it again: each letter is looked for in its word.
          Words that the page doesn’t show are left out.
        </Text>
      )}
      <InkButton main tip="Find, trace and name its letters again" onClick={() => void liftAgain(sheet.id)}>
        Lift again
      </InkButton>
    </>
  );
}

/** The picture turned and cropped, which lifts it again at once. */
function PicturePart({ sheet, cropping, onCropping }: Props) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const lift = (diff: ProjectDiff | null) => {
    commit(diff);
    void liftAgain(sheet.id);
  };
  const turnTo = (turnDeg: number | null) => lift(changeSheet(doc, sheet.id, { turnDeg }));
  return (
    <>
      <GaugePart title="Picture" />
      <InkButton
        tip="Turn the picture clockwise by a quarter and lift it again"
        onClick={() => lift(turnSheet(doc, sheet.id))}
      >
        Turn by a quarter
      </InkButton>
      <InkButton
        tip="Draw a box around the part with letters; the picture itself stays whole"
        aria-pressed={cropping}
        onClick={() => onCropping(!cropping)}
      >
        {cropping ? 'Draw a box on the picture' : 'Crop with a box'}
      </InkButton>
      {sheet.crop && (
        <InkButton
          tip="Take the whole picture again and lift it"
          onClick={() => lift(cropSheet(doc, sheet.id, null))}
        >
          Use all of the picture
        </InkButton>
      )}
      <NumberField
        label={sheet.turnDeg === null ? 'Turn, found by itself' : 'Turn, as given'}
        unit="°"
        digits={2}
        step={0.1}
        value={sheet.turnDeg ?? (sheet.skewRad * 180) / Math.PI}
        min={-45}
        max={45}
        onChange={turnTo}
      />
      {sheet.turnDeg !== null && (
        <InkButton tip="Find the turn from the letters again" onClick={() => turnTo(null)}>
          Find the turn by itself
        </InkButton>
      )}
    </>
  );
}

/** What is taken for ink. */
function InkPart({ sheet }: OfSheet) {
  const { recipe, change } = useRecipe(sheet);
  const keeps = recipe.printedLines === 'keep';
  return (
    <>
      <InkButton
        tip="Rules and squares of the paper can be taken for ink or left out; lift again to see it"
        aria-pressed={keeps}
        onClick={() => change({ printedLines: keeps ? 'leave out' : 'keep' })}
      >
        {keeps ? 'Printed lines are kept' : 'Printed lines are left out'}
      </InkButton>
      <InkButton
        tip="For metal type and stamps, which are cut the wrong way round; lift again to see it"
        aria-pressed={recipe.mirror}
        onClick={() => change({ mirror: !recipe.mirror })}
      >
        {recipe.mirror ? 'Read as in a mirror' : 'Read as it lies'}
      </InkButton>
      <InkButton
        tip="Whether the letters are darker or lighter than their ground; lift again to see it"
        onClick={() => change({ ground: GROUNDS[recipe.ground].next })}
      >
        {GROUNDS[recipe.ground].text}
      </InkButton>
      <NumberField
        label="Ink begins at"
        unit="%"
        value={(recipe.level ?? 0.5) * 100}
        min={5}
        max={95}
        onChange={(v) => change({ level: v / 100 })}
      />
      <InkButton
        tip="Find the level from the picture itself"
        disabled={recipe.level === null}
        onClick={() => change({ level: null })}
      >
        {recipe.level === null ? 'The level is found by itself' : 'Find the level by itself'}
      </InkButton>
    </>
  );
}

/** How closely edges are followed, and which ink is left out. */
function TracingPart({ sheet }: OfSheet) {
  const { recipe, change } = useRecipe(sheet);
  return (
    <>
      <NumberField
        label="Follow the edge within"
        unit="px"
        digits={2}
        step={0.05}
        value={recipe.tolerancePx}
        min={0.05}
        max={10}
        onChange={(tolerancePx) => change({ tolerancePx })}
      />
      <NumberField
        label="Corners from"
        unit="°"
        value={recipe.cornerDeg}
        min={5}
        max={90}
        onChange={(cornerDeg) => change({ cornerDeg })}
      />
      <InkColour recipe={recipe} />
      <NumberField
        label="Specks are shorter than"
        unit="px"
        value={recipe.speckPx}
        min={0}
        max={200}
        onChange={(v) => change({ speckPx: Math.round(v) })}
      />
      <GoingSpecks sheet={sheet} speckPx={recipe.speckPx} />
    </>
  );
}

/** What would go as specks, before it goes. */
function GoingSpecks({ sheet, speckPx }: OfSheet & { readonly speckPx: number }) {
  const doc = useDoc();
  const going = piecesBelow(piecesBySheet(doc).get(sheet.id) ?? [], speckPx);
  if (going.length === 0) return null;
  return (
    <Text fontSize="xs" color="snag" role="status">
      {counted(going.length, 'piece')} would go with the next lifting:{' '}
      {going.map((p) => pieceLabel(p) ?? '?').join(' ')}
    </Text>
  );
}

/** How a page is read, and what is written on it. */
export function PageRecipe(props: Props) {
  const { sheet } = props;
  return (
    <>
      <Written sheet={sheet} />
      <PicturePart {...props} />
      <RecipeShelf sheet={sheet} />
      <InkPart sheet={sheet} />
      <TracingPart sheet={sheet} />
      <TrueSize sheet={sheet} />
    </>
  );
}
