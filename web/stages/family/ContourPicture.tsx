import { Box } from '@chakra-ui/react';
import { contoursBox } from '../../../core/foundations/geometry/measure';
import type { GlyphRow } from '../../../core/project/document/schema';
import { scaling } from '../../../core/foundations/geometry/affine';
import { transformContours } from '../../../core/foundations/geometry/contour';
import { counted } from '../../../core/foundations/problems/counted';
import { pathData } from '../../../core/readers/svg/pathData';

/** Room around the letter, and sizes of points and numbers, as shares of its height. */
const ROOM = 0.12;
const POINT = 0.012;
const START = 0.028;
const NUMBER = 0.075;

/** A letter’s outline with its points, the number of each contour in their order, and a ring around the point that it begins with. */
export function ContourPicture({ glyph, label }: { readonly glyph: GlyphRow; readonly label: string }) {
  const drawn = transformContours(
    glyph.contours.filter((c) => c.closed),
    scaling(1, -1),
  );
  const box = contoursBox(drawn);
  if (!box) return null;
  const size = Math.max(box.yMax - box.yMin, 1);
  const room = ROOM * size;
  const view = [box.xMin - room, box.yMin - room, box.xMax - box.xMin + 2 * room, size + 2 * room];
  return (
    <Box asChild h="60" maxW="100%" color="ink">
      <svg
        viewBox={view.join(' ')}
        role="img"
        aria-label={`${label}: ${counted(drawn.length, 'contour')} of ${drawn.map((c) => c.nodes.length).join(', ')} points`}
      >
        <path
          d={pathData(drawn, 0)}
          fill="currentColor"
          fillOpacity="0.12"
          stroke="currentColor"
          vectorEffect="non-scaling-stroke"
        />
        {drawn.map((c, k) => (
          <g key={k}>
            {c.nodes.map((n, i) => (
              <circle key={i} cx={n.x} cy={n.y} r={POINT * size} fill="currentColor" />
            ))}
            {c.nodes[0] && (
              <>
                <circle
                  cx={c.nodes[0].x}
                  cy={c.nodes[0].y}
                  r={START * size}
                  fill="none"
                  stroke="var(--chakra-colors-hand)"
                  strokeWidth={POINT * size}
                />
                <text
                  x={c.nodes[0].x + START * size}
                  y={c.nodes[0].y - START * size}
                  style={{ fontSize: NUMBER * size }}
                  fill="var(--chakra-colors-hand)"
                >
                  {k + 1}
                </text>
              </>
            )}
          </g>
        ))}
      </svg>
    </Box>
  );
}
