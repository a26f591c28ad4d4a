import useSWRImmutable from 'swr/immutable';
import { restylingOf, type NewStyle } from '../../core/project/document/commands/family/addStyle';
import type { Restyling } from '../../core/project/document/commands/family/restyledGlyph';
import type { Doc, GlyphRow } from '../../core/project/document/schema';
import { world, type World } from './world';

/** Letters in which strokes meet in ways of their own, the most telling first. */
const TELLING = 'naeKWMBRNk&8vwybdpqhmru';
/** So many of them show it. */
const SHOWN = 4;

/** A letter of a heavier style as its pen draws it, and as one would that knows nothing of where strokes meet. */
export interface ThinnedLetter {
  readonly thinned: GlyphRow;
  readonly plain: GlyphRow;
}

/** Letters by a pen in which it is seen how strokes meet. `doc`: the view of the style in hand. */
export function tellingLetters(doc: Doc): GlyphRow[] {
  const byChar = new Map(
    Object.values(doc.glyphs).flatMap((g) =>
      g.skeleton && g.components.length === 0 ? g.codePoints.map((cp) => [cp, g] as const) : [],
    ),
  );
  return [...TELLING].flatMap((c) => byChar.get(c.codePointAt(0) ?? 0) ?? []).slice(0, SHOWN);
}

/** The letters drawn both ways, aside, one after the other; those whose drawing fails are left out. */
export function createThinning({ workers }: Pick<World, 'workers'>) {
  const drawn = async (letter: GlyphRow, how: Restyling) => {
    const made = await workers.dress.run<GlyphRow>((api) => api.restyle(letter, how));
    return made.ok ? made.value : null;
  };
  return async function bothWays(letters: readonly GlyphRow[], how: Restyling): Promise<ThinnedLetter[]> {
    const both: ThinnedLetter[] = [];
    for (const letter of letters) {
      const thinned = await drawn(letter, how);
      const plain = await drawn(letter, { ...how, thinned: 0 });
      if (thinned && plain) both.push({ thinned, plain });
    }
    return both;
  };
}

const bothWays = createThinning(world);

/** Letters of a style that is wished for, with and without thinner strokes where they meet; empty until they are drawn and where no pen drew them. */
export function useThinnedLetters(doc: Doc, wish: NewStyle): readonly ThinnedLetter[] {
  const letters = wish.heavier > 0 && !wish.slantDeg && !wish.edge ? tellingLetters(doc) : [];
  const key = letters.length === 0 ? null : (['thinned', letters, restylingOf(doc, wish)] as const);
  const { data } = useSWRImmutable(key, ([, of, how]) => bothWays(of, how), { keepPreviousData: true });
  return key ? (data ?? []) : [];
}
