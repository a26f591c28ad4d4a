import { distance, type Vec } from '../../core/foundations/geometry/vec';

/** A second press counts as such within this time and distance: ms, CSS px. */
const AGAIN_MS = 400;
const AGAIN_PX = 6;

/** Tells a press that follows another at once at the same place; pointer events don't count presses themselves. */
export class Presses {
  private last: { readonly at: number; readonly place: Vec } | null = null;

  constructor(private readonly now: () => number = () => performance.now()) {}

  isAgain({ type, screen }: { readonly type: string; readonly screen: Vec }): boolean {
    if (type !== 'down') return false;
    const { last } = this;
    const again = last !== null && this.now() - last.at < AGAIN_MS && distance(last.place, screen) < AGAIN_PX;
    // A third press begins anew.
    this.last = again ? null : { at: this.now(), place: screen };
    return again;
  }
}
