import { changeRecipe, changeSheet, removeSheet } from '../../../core/document/commands/lifting';
import type { SheetRow } from '../../../core/document/schema';
import { useGoTo } from '../../panels/useGlyphInHand';
import { liftAgain } from '../../store/lifting';
import { useDoc, useProject } from '../../store/projectStore';
import { Fact, Gauge, GaugePart } from '../../ui/Gauge';
import { InkButton } from '../../ui/InkButton';
import { CharactersField } from '../../ui/CharactersField';
import { NumberField } from '../../ui/NumberField';

const GROUNDS = {
  found: { text: 'Ground found by itself', next: 'light' },
  light: { text: 'Ground is light', next: 'dark' },
  dark: { text: 'Ground is dark', next: 'found' },
} as const;

/** The chosen sheet: facts, its recipe, and what is written on it. */
export function SheetGauge({ sheet }: { sheet: SheetRow }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const go = useGoTo();
  return (
    <Gauge
      title={sheet.name}
      hint={
        sheet.kind === 'page'
          ? 'The picture stays as it came in. The recipe says how it is read.'
          : sheet.kind === 'practice'
            ? 'A filled practice sheet. A better photo of the same page takes its place.'
            : sheet.kind === 'written' || sheet.kind === 'built'
              ? 'Made here, letter by letter.'
              : 'Made of files that each hold one thing; they are kept as they came.'
      }
    >
      <Fact label="Size">
        {sheet.widthPx} x {sheet.heightPx} px
      </Fact>
      {sheet.kind === 'page' && <PageRecipe sheet={sheet} />}
      <InkButton tip="See the letters found on it" onClick={() => go('lift')}>
        Look at its letters
      </InkButton>
      <InkButton
        tip="Take the sheet and its untouched letters away (can be undone)"
        onClick={() => commit(removeSheet(doc, sheet.id))}
      >
        Remove from the table
      </InkButton>
    </Gauge>
  );
}

/** How a page is read, and what is written on it. */
function PageRecipe({ sheet }: { sheet: SheetRow }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const recipe = doc.recipes[sheet.recipeId]!;
  return (
    <>
      <Fact label="Capitals">
        {sheet.capHeightPx > 0 ? `${sheet.capHeightPx.toFixed(0)} px high` : 'not known'}
      </Fact>
      <Fact label="Turn">{((sheet.skewRad * 180) / Math.PI).toFixed(2)}°</Fact>
      {sheet.printedLines > 0 && <Fact label="Printed lines left out">{sheet.printedLines}</Fact>}
      <GaugePart title="Recipe" />
      <InkButton
        tip="Rules and squares of the paper can be taken for ink or left out; lift again to see it"
        aria-pressed={recipe.printedLines === 'keep'}
        onClick={() =>
          commit(
            changeRecipe(doc, recipe.id, {
              printedLines: recipe.printedLines === 'keep' ? 'leave out' : 'keep',
            }),
          )
        }
      >
        {recipe.printedLines === 'keep' ? 'Printed lines are kept' : 'Printed lines are left out'}
      </InkButton>
      <InkButton
        tip="For metal type and stamps, which are cut the wrong way round; lift again to see it"
        aria-pressed={recipe.mirror}
        onClick={() => commit(changeRecipe(doc, recipe.id, { mirror: !recipe.mirror }))}
      >
        {recipe.mirror ? 'Read as in a mirror' : 'Read as it lies'}
      </InkButton>
      <InkButton
        tip="Whether the letters are darker or lighter than their ground; lift again to see it"
        onClick={() => commit(changeRecipe(doc, recipe.id, { ground: GROUNDS[recipe.ground].next }))}
      >
        {GROUNDS[recipe.ground].text}
      </InkButton>
      <NumberField
        label="Ink begins at"
        unit="%"
        value={(recipe.level ?? 0.5) * 100}
        min={5}
        max={95}
        onChange={(v) => commit(changeRecipe(doc, recipe.id, { level: v / 100 }))}
      />
      <InkButton
        tip="Find the level from the picture itself"
        disabled={recipe.level === null}
        onClick={() => commit(changeRecipe(doc, recipe.id, { level: null }))}
      >
        {recipe.level === null ? 'The level is found by itself' : 'Find the level by itself'}
      </InkButton>
      <NumberField
        label="Follow the edge within"
        unit="px"
        digits={2}
        step={0.05}
        value={recipe.tolerancePx}
        min={0.05}
        max={10}
        onChange={(v) => commit(changeRecipe(doc, recipe.id, { tolerancePx: v }))}
      />
      <NumberField
        label="Corners from"
        unit="°"
        value={recipe.cornerDeg}
        min={5}
        max={90}
        onChange={(v) => commit(changeRecipe(doc, recipe.id, { cornerDeg: v }))}
      />
      <CharactersField
        label="Written on it, in order"
        value={sheet.expected}
        onChange={(expected) => commit(changeSheet(doc, sheet.id, { expected }), true)}
      />
      <InkButton main tip="Find, trace and name its letters again" onClick={() => void liftAgain(sheet.id)}>
        Lift again
      </InkButton>
    </>
  );
}
