import { Field, Input } from '@chakra-ui/react';
import { changeRecipe } from '../../../core/project/document/commands/sheets/recipes';
import type { RecipeRow } from '../../../core/project/document/schema';
import { useDoc, useProject } from '../../store/projectStore';
import { InkButton } from '../../ui/InkButton';

const hexOf = (rgb: readonly number[]): string =>
  `#${rgb.map((v) => v.toString(16).padStart(2, '0')).join('')}`;
const rgbOf = (hex: string): [number, number, number] =>
  [1, 3, 5].map((i) => parseInt(hex.slice(i, i + 2), 16)) as [number, number, number];

/** What the picker shows until an ink is chosen: a common blue-black. */
const FIRST = [34, 40, 92] as const;

/** Which ink of a page counts: all, or one by its colour. */
export function InkColour({ recipe }: { recipe: RecipeRow }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  return (
    <>
      <Field.Root orientation="horizontal">
        <Field.Label fontSize="sm" color="faded">
          Only ink of the colour
        </Field.Label>
        <Input
          type="color"
          size="xs"
          w="3rem"
          p="0.5"
          borderColor="rule"
          value={hexOf(recipe.inkRgb ?? FIRST)}
          onChange={(e) => commit(changeRecipe(doc, recipe.id, { inkRgb: rgbOf(e.target.value) }), true)}
        />
      </Field.Root>
      <InkButton
        tip="Corrections in another colour count again; lift again to see it"
        disabled={recipe.inkRgb === null}
        onClick={() => commit(changeRecipe(doc, recipe.id, { inkRgb: null }))}
      >
        {recipe.inkRgb === null ? 'All inks count' : 'Let all inks count'}
      </InkButton>
    </>
  );
}
