import { addPalette, isFreePaletteName } from '../../../core/project/document/commands/colours/palettes';
import type { PaletteRow } from '../../../core/project/document/schema';
import { useDoc, useProject } from '../../store/projectStore';
import { InkButton } from '../../ui/InkButton';

const KINDS: readonly (readonly [PaletteRow['ground'], string, string])[] = [
  ['dark', 'For dark ground', 'Night'],
  ['light', 'For light ground', 'Day'],
];

/** A name that no palette has. */
function freeName(isFree: (name: string) => boolean, name: string): string {
  let made = name;
  for (let n = 2; !isFree(made); n++) made = `${name} ${n}`;
  return made;
}

/** Adds a palette whose colours can be told on its ground. */
export function NewPalette({ disabled }: { readonly disabled: boolean }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  return (
    <>
      {KINDS.map(([ground, words, name]) => (
        <InkButton
          key={ground}
          tip="A palette of the same letters, its colours proposed for that ground"
          disabled={disabled}
          onClick={() =>
            commit(addPalette(doc, { name: freeName((n) => isFreePaletteName(doc, n), name), ground }))
          }
        >
          {words}
        </InkButton>
      ))}
    </>
  );
}
