import { useEffect } from 'react';
import { create } from 'zustand';
import { nth } from '../../core/foundations/lists/nth';
import type { Doc } from '../../core/project/document/schema';
import type { VaryingFont } from '../workers/dressApi';
import { askAside } from './askAside';
import { useProject, useWhole } from './projectStore';
import { world } from './world';

interface Varying {
  /** The weight that the running line and proofs are set in; null = they are set in the style in hand. */
  readonly weight: number | null;
  /** Whether a page of the proof is set in a weight of its own. */
  readonly onPage: boolean;
  /** CSS name of the family as one variable font; null while it is made. */
  readonly family: string | null;
  /** Lightest and heaviest weight of the family; null while there is none to vary to. */
  readonly range: readonly [number, number] | null;
}

const NOTHING: Varying = { weight: null, onPage: false, family: null, range: null };
export const useVaryingFont = create<Varying>(() => NOTHING);

/** Weights of the family's upright styles, or of its slanted ones where only those are several. */
function weightsOf({ styles }: Pick<Doc, 'styles'>): number[] {
  const of = (italic: boolean) => [
    ...new Set(Object.values(styles).flatMap((s) => (s.italic === italic ? [s.weightClass] : []))),
  ];
  const [upright, italic] = [of(false), of(true)];
  return (upright.length > 1 ? upright : italic).sort((a, b) => a - b);
}

/** The lightest and heaviest weight that a family can vary between; null for one of a single weight. */
function rangeOf(doc: Pick<Doc, 'styles'>): readonly [number, number] | null {
  const weights = weightsOf(doc);
  return weights.length > 1 ? [nth(weights, 0), nth(weights, weights.length - 1)] : null;
}

const sameRange = (a: Varying['range'], b: Varying['range']): boolean =>
  a?.[0] === b?.[0] && a?.[1] === b?.[1];

let count = 0;
let shown: FontFace | null = null;
let file: Uint8Array | null = null;

/** The variable font that the page knows, with its name and weights: pictures take it along. */
export function varyingFile(): {
  readonly family: string;
  readonly bytes: Uint8Array;
  readonly range: readonly [number, number];
} | null {
  const { family, range } = useVaryingFont.getState();
  return family && range && file ? { family, bytes: file, range } : null;
}

/** Makes a variable font known to the page in place of the one before; its CSS name. */
async function show(bytes: Uint8Array, [low, high]: readonly [number, number]): Promise<string> {
  const family = `varying-${++count}`;
  const face = new FontFace(family, bytes.slice().buffer as ArrayBuffer, { weight: `${low} ${high}` });
  await face.load();
  document.fonts.add(face);
  if (shown) document.fonts.delete(shown);
  shown = face;
  file = bytes;
  return family;
}

/** Sets the running line and proofs in a weight between those of the family's styles; null = in the style in hand again. */
export const setWeight = (weight: number | null): void => useVaryingFont.setState({ weight });

/** Keeps the family as one variable font in step with its edits while a weight between its styles is looked at. */
export function useVaryingInStep(): void {
  const looked = useVaryingFont((s) => s.weight !== null || s.onPage);
  const projectId = useProject((s) => s.projectId);
  // The font that was looked at belongs to the project that it was made of.
  useEffect(() => useVaryingFont.setState(NOTHING), [projectId]);
  const { glyphs, styles, project, casting, features, kerning, groups } = useWhole();
  useEffect(() => {
    const range = rangeOf({ styles });
    const { range: before, onPage } = useVaryingFont.getState();
    if (!sameRange(range, before)) useVaryingFont.setState(range ? { range } : { ...NOTHING, onPage });
    if (!looked || !range) return;
    const doc = {
      sheets: {},
      recipes: {},
      pieces: {},
      glyphs,
      styles,
      project,
      casting,
      features,
      kerning,
      groups,
    };
    return askAside(
      (signal) => world.workers.dress.run<VaryingFont>((api) => api.variable(doc), { signal }),
      ({ bytes }) => void show(bytes, range).then((family) => useVaryingFont.setState({ family })),
    );
  }, [looked, glyphs, styles, project, casting, features, kerning, groups]);
}
