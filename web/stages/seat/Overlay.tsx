import { Box } from '@chakra-ui/react';
import { useMemo } from 'react';
import { scaling } from '../../../core/geometry/affine';
import { transformContours } from '../../../core/geometry/contour';
import { advanceOf, placedContours } from '../../../core/document/metrics';
import type { GlyphRow, Lines } from '../../../core/document/schema';
import { pathData } from '../../../core/svg/pathData';

const SETS: readonly [string, RegExp][] = [
  ['capitals', /\p{Lu}/u],
  ['small letters', /\p{Ll}/u],
  ['figures', /\p{Nd}/u],
];

interface Props {
  readonly glyphs: readonly GlyphRow[];
  readonly lines: Lines;
  /** When several are chosen, only those are laid over each other. */
  readonly chosen: ReadonlySet<string>;
  readonly inHand: string | null;
}

/** The letters themselves laid over each other by kind, so that one that stands out is seen. */
export function Overlay({ glyphs, lines, chosen, inHand }: Props) {
  const sets = useMemo(
    () =>
      (chosen.size > 1 ? [[`${chosen.size} chosen letters`, /./su] as const] : SETS)
        .map(([name, of]) => {
          const members = glyphs.filter(
            (g) => of.test(String.fromCodePoint(g.codePoints[0]!)) && (chosen.size < 2 || chosen.has(g.id)),
          );
          const widest = Math.max(200, ...members.map(advanceOf));
          const drawn = members.map((g) => ({
            id: g.id,
            d: pathData(transformContours(placedContours(g), scaling(1, -1)), 0),
            x: (widest - advanceOf(g)) / 2,
          }));
          return { name, widest, drawn };
        })
        .filter((s) => s.drawn.length > 0),
    [glyphs, chosen],
  );
  const top = Math.max(lines.ascender, lines.capHeight) + 60;
  const height = top - lines.descender + 60;
  return (
    <Box display="flex" h="100%" gap="8" px="6" justifyContent="center">
      {sets.map((s) => (
        <Box
          key={s.name}
          h="100%"
          display="flex"
          flexDirection="column"
          alignItems="center"
          pt="2"
          flexShrink={0}
        >
          <svg
            viewBox={`-60 ${-top} ${s.widest + 120} ${height}`}
            style={{ height: 'calc(100% - 22px)', aspectRatio: `${(s.widest + 120) / height}` }}
            role="img"
            aria-label={`${chosen.size > 1 ? '' : 'All '}${s.name} laid over each other`}
          >
            {[0, lines.xHeight, lines.capHeight].map((y, i) => (
              <path
                key={i}
                d={`M-60 ${-y}H${s.widest + 60}`}
                stroke={i === 0 ? 'var(--chakra-colors-faded)' : 'var(--chakra-colors-rule)'}
                strokeDasharray={['', '27 15', '5 12'][i]}
                strokeWidth="3"
              />
            ))}
            {s.drawn.map((g) => (
              <path
                key={g.id}
                d={g.d}
                transform={`translate(${g.x} 0)`}
                fill={g.id === inHand ? 'var(--chakra-colors-hand)' : 'var(--chakra-colors-ink)'}
                opacity={g.id === inHand ? 0.7 : chosen.size > 1 ? 0.25 : 0.09}
              />
            ))}
          </svg>
          <Box fontSize="xs" color="faded">
            {s.name}
          </Box>
        </Box>
      ))}
    </Box>
  );
}
