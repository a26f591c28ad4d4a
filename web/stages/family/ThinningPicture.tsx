import { Box, Text } from '@chakra-ui/react';
import { contoursBox, unionBox, type Box as Bounds } from '../../../core/foundations/geometry/measure';
import type { NewStyle } from '../../../core/project/document/commands/family/addStyle';
import { pathData } from '../../../core/readers/svg/pathData';
import { scaling } from '../../../core/foundations/geometry/affine';
import { transformContours, type Contour } from '../../../core/foundations/geometry/contour';
import { useThinnedLetters, type ThinnedLetter } from '../../store/thinning';
import { useDoc } from '../../store/projectStore';

/** Room between the letters of the picture and around them, em units. */
const ROOM_EM = 60;

/** Letters side by side: each with what lies left of it. */
function row(letters: readonly ThinnedLetter[]) {
  let x = 0;
  let whole: Bounds | null = null;
  const placed = letters.flatMap(({ thinned, plain }) => {
    const box = unionBox(contoursBox(plain.contours), contoursBox(thinned.contours));
    if (!box) return [];
    const at = x - box.xMin;
    x += box.xMax - box.xMin + ROOM_EM;
    whole = unionBox(whole, box);
    return [{ id: thinned.id, at, thinned: outline(thinned.contours), plain: outline(plain.contours) }];
  });
  return { placed, width: x - ROOM_EM, box: whole as Bounds | null };
}

const outline = (cs: readonly Contour[]): string => pathData(transformContours(cs, scaling(1, -1)), 0);

/** Where the pen of a heavier style is thinner: over what it would have left, were it as thick everywhere. */
export function ThinningPicture({ wish }: { readonly wish: NewStyle }) {
  const { placed, width, box } = row(useThinnedLetters(useDoc(), wish));
  if (!box) return null;
  const view = [-ROOM_EM, -box.yMax - ROOM_EM, width + 2 * ROOM_EM, box.yMax - box.yMin + 2 * ROOM_EM];
  return (
    <Box as="figure">
      <Box asChild width="100%" maxHeight="28" color="ink">
        <svg
          viewBox={view.join(' ')}
          role="img"
          aria-label="Letters of the new style, and what a pen of one width would add to them where strokes meet"
        >
          {placed.map(({ id, at, thinned, plain }) => (
            <g key={id} transform={`translate(${at} 0)`}>
              <path d={plain} fill="var(--chakra-colors-hand)" opacity="0.55" />
              <path d={thinned} fill="currentColor" />
            </g>
          ))}
        </svg>
      </Box>
      <Text as="figcaption" fontSize="xs" color="faded">
        Coloured: what a pen of one width would add where strokes meet.
      </Text>
    </Box>
  );
}
