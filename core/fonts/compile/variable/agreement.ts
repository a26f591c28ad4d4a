import type { Problem } from '../../../foundations/problems/problem';
import type { Doc } from '../../../project/document/schema';
import { weightAxis } from './weightAxis';
import { variableGlyphs } from './variableGlyphs';

/** Whether the styles of a family can vary between their weights. */
export interface Agreement {
  /** Styles of the axis by weight, the one that the font is at first among them; none without an axis. */
  readonly styleIds: readonly string[];
  /** What doesn't vary, and why: styles beside the axis, and letters whose drawings part. */
  readonly told: readonly Problem[];
}

/** What of a family varies with its weight, and what can't. Letters made to agree are kept by their rows: the next time is quick. */
export function agreement(doc: Doc): Agreement {
  const { axis, problems } = weightAxis(doc);
  if (!axis) return { styleIds: [], told: problems };
  const { main } = axis;
  const others = axis.places.map((p) => p.style).filter((s) => s !== main);
  const made = variableGlyphs(doc, [main, ...others]);
  return { styleIds: axis.places.map((p) => p.style.id), told: [...problems, ...made.problems] };
}
