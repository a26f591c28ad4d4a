import { useMemo } from 'react';
import { scaling } from '../../../../core/foundations/geometry/affine';
import { transformContours } from '../../../../core/foundations/geometry/contour';
import { moduleContours } from '../../../../core/outlines/modules/moduleContours';
import type { Module } from '../../../../core/outlines/modules/modules';
import { pathData } from '../../../../core/readers/svg/pathData';

interface Props {
  readonly cells: readonly Module[];
  readonly size: number;
  /** Cells in the icon's height, from the baseline up. */
  readonly rows: number;
}

/** A drawing of cells. */
export function ModuleIcon({ cells, size, rows }: Props) {
  const d = useMemo(() => pathData(transformContours(moduleContours(cells), scaling(1, -1))), [cells]);
  const pad = 0.08 * rows;
  return (
    <svg
      viewBox={`${-pad} ${-rows - pad} ${rows + 2 * pad} ${rows + 2 * pad}`}
      width={size}
      height={size}
      aria-hidden
    >
      <path d={d} fill="currentColor" />
    </svg>
  );
}
