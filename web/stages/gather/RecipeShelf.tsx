import { Field, Input } from '@chakra-ui/react';
import { useState } from 'react';
import { giveRecipe, saveRecipe } from '../../../core/project/document/commands/sheets/recipes';
import { savedRecipes } from '../../../core/project/document/queries/sheets';
import type { SheetRow } from '../../../core/project/document/schema';
import { liftAgain } from '../../store/lifting';
import { sheetsInOrder } from '../../store/selectors';
import { useDoc, useProject } from '../../store/projectStore';
import { GaugePart } from '../../ui/Gauge';
import { InkButton } from '../../ui/InkButton';
import { SelectField } from '../../ui/SelectField';

/** The recipe kept under a name, for other sheets. */
function SaveField({ sheetId }: { sheetId: string }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const [name, setName] = useState('');
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        commit(saveRecipe(doc, sheetId, name));
        setName('');
      }}
    >
      <Field.Root>
        <Field.Label fontSize="sm" color="faded">
          Save it under a name
        </Field.Label>
        <Input
          size="xs"
          bg="sheet"
          borderColor="rule"
          value={name}
          placeholder="as: Tide book, pencil"
          onChange={(e) => setName(e.target.value)}
        />
      </Field.Root>
    </form>
  );
}

/** Which recipe a sheet is read by; recipes saved under a name, for one sheet or all. */
export function RecipeShelf({ sheet }: { sheet: SheetRow }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const own = doc.recipes[sheet.recipeId];
  const options = [
    ...(own && !own.saved ? [[own.id, 'of this sheet alone'] as const] : []),
    ...savedRecipes(doc).map((r) => [r.id, r.name] as const),
  ];
  const pages = sheetsInOrder(doc).filter((s) => s.kind === 'page');
  const others = pages.filter((s) => s.recipeId !== sheet.recipeId).map((s) => s.id);
  const give = (ids: readonly string[], recipeId: string) => {
    commit(giveRecipe(doc, ids, recipeId));
    for (const id of ids) void liftAgain(id);
  };
  return (
    <>
      <GaugePart title="Recipe" />
      <SelectField
        label="Read by"
        value={sheet.recipeId}
        options={options}
        onChange={(id) => give([sheet.id], id)}
      />
      <SaveField sheetId={sheet.id} />
      {others.length > 0 && (
        <InkButton
          tip="Every page is read by this recipe and lifted again (can be undone)"
          onClick={() => give(others, sheet.recipeId)}
        >
          Use it for all {pages.length} pages
        </InkButton>
      )}
    </>
  );
}
