import { useMemo } from 'react';
import { scaling } from '../../../core/foundations/geometry/affine';
import { transformContours, type Contour } from '../../../core/foundations/geometry/contour';
import { pathData } from '../../../core/readers/svg/pathData';

const drawn = (contours: readonly Contour[]): string =>
  pathData(transformContours(contours, scaling(1, -1)), 0);

/** Ink as it was (a tint) and as it is (a line) over each other, within an SVG whose y goes down: thousandths of an em. */
export function LaidOver({
  before,
  after,
}: {
  readonly before: readonly Contour[];
  readonly after: readonly Contour[];
}) {
  const [was, is] = useMemo(() => [drawn(before), drawn(after)], [before, after]);
  return (
    <>
      <path d={was} fill="var(--chakra-colors-hand)" opacity={0.35} />
      <path d={is} fill="none" stroke="var(--chakra-colors-ink)" strokeWidth={9} />
    </>
  );
}
