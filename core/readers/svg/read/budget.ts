/** More shapes than this only come from things repeated within themselves. */
const MOST_SHAPES = 60_000;
/** Elements looked at, each as often as it is used: ten times what the largest drawings hold. */
const MOST_VISITS = 200_000;
/** Points of all paths: an outline of more has no use as a letter, and booleans on it would take minutes. */
const MOST_POINTS = 60_000;

/** What a drawing may cost, counted over all of it, nested documents and clip paths included. */
export class Budget {
  private visits = 0;
  private shapes = 0;
  private points = 0;
  /** What was exceeded, in words; null while all is well. */
  exceeded: string | null = null;

  visit(): boolean {
    if (++this.visits > MOST_VISITS)
      this.exceeded ??= `${MOST_VISITS} elements, counted as often as they are used`;
    return this.exceeded === null;
  }

  shape(points: number): boolean {
    this.points += points;
    if (++this.shapes > MOST_SHAPES) this.exceeded ??= `${MOST_SHAPES} shapes`;
    if (this.points > MOST_POINTS) this.exceeded ??= `${MOST_POINTS} points`;
    return this.exceeded === null;
  }
}
