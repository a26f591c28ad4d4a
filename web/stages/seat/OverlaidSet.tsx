import { Box } from '@chakra-ui/react';
import { useEffect, useMemo, useRef } from 'react';
import { advanceOf, originX } from '../../../core/document/metrics';
import type { GlyphRow, Lines } from '../../../core/document/schema';
import type { Steps } from '../../../core/steps';
import { useDesk } from '../../app/colourMode';
import { readInks, type Inks } from '../../canvas/inks';
import { path2dOf } from '../../canvas/path2d';
import { inSlices } from '../../jobs/inSlices';
import { useSize } from '../../ui/useSize';

interface Props {
  readonly name: string;
  readonly label: string;
  readonly members: readonly GlyphRow[];
  readonly lines: Lines;
  /** How much one letter darkens, 0 to 1. */
  readonly strength: number;
  readonly inHand: string | null;
}

/** Free room about the letters, em units. */
const ROOM = 60;

/** Letters laid over each other on the font's lines, a few at a time: there may be hundreds. */
export function OverlaidSet({ name, label, members, lines, strength, inHand }: Props) {
  const { ref, height: px } = useSize<HTMLDivElement>();
  const canvas = useRef<HTMLCanvasElement>(null);
  const desk = useDesk();
  const widest = useMemo(() => members.reduce((w, g) => Math.max(w, advanceOf(g)), 200), [members]);
  const top = Math.max(lines.ascender, lines.capHeight) + ROOM;
  const height = top - lines.descender + ROOM;
  const k = px / height;
  const width = Math.round((widest + 2 * ROOM) * k);
  useEffect(() => {
    const g = canvas.current?.getContext('2d');
    if (!g || px === 0) return;
    const stop = new AbortController();
    const scale = k * devicePixelRatio;
    g.setTransform(1, 0, 0, 1, 0, 0);
    g.clearRect(0, 0, g.canvas.width, g.canvas.height);
    // Em units, y up, from the left edge of the widest letter.
    g.setTransform(scale, 0, 0, -scale, ROOM * scale, top * scale);
    const inks = readInks();
    drawLines(g, lines, widest, inks);
    inSlices(laying(g, { members, widest, strength, inHand, inks }), { signal: stop.signal }).catch(
      () => undefined,
    );
    return () => stop.abort();
  }, [members, lines, widest, strength, inHand, px, width, top, k, desk]);
  return (
    <Box h="100%" display="flex" flexDirection="column" alignItems="center" pt="2" flexShrink={0}>
      <Box ref={ref} flex="1" minH="0" style={{ width }}>
        <canvas
          ref={canvas}
          role="img"
          aria-label={label}
          width={Math.round(width * devicePixelRatio)}
          height={Math.round(px * devicePixelRatio)}
          style={{ width, height: px, display: 'block' }}
        />
      </Box>
      <Box fontSize="xs" color="faded">
        {name}
      </Box>
    </Box>
  );
}

function drawLines(g: CanvasRenderingContext2D, lines: Lines, widest: number, inks: Inks): void {
  g.lineWidth = 3;
  [0, lines.xHeight, lines.capHeight].forEach((y, i) => {
    g.strokeStyle = i === 0 ? inks.faded : inks.rule;
    g.setLineDash([[], [27, 15], [5, 12]][i]!);
    g.beginPath();
    g.moveTo(-ROOM, y);
    g.lineTo(widest + ROOM, y);
    g.stroke();
  });
  g.setLineDash([]);
}

interface Laid {
  readonly members: readonly GlyphRow[];
  readonly widest: number;
  readonly strength: number;
  readonly inHand: string | null;
  readonly inks: Inks;
}

function* laying(
  g: CanvasRenderingContext2D,
  { members, widest, strength, inHand, inks }: Laid,
): Steps<void> {
  // The one in hand lies on top.
  const order = [...members].sort((a, b) => Number(a.id === inHand) - Number(b.id === inHand));
  for (const glyph of order) {
    const own = glyph.id === inHand;
    g.save();
    g.translate((widest - advanceOf(glyph)) / 2 - originX(glyph), 0);
    g.globalAlpha = own ? 0.7 : strength;
    g.fillStyle = own ? inks.hand : inks.ink;
    g.fill(path2dOf(glyph.contours));
    g.restore();
    yield;
  }
}
