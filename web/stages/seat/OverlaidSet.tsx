import { Box } from '@chakra-ui/react';
import { useMemo } from 'react';
import { advanceOf, originX } from '../../../core/project/document/queries/metrics';
import type { GlyphRow, GuideRow, Lines } from '../../../core/project/document/schema';
import type { Steps } from '../../../core/foundations/steps';
import { useDesk } from '../../ui/colourMode';
import { readInks, type Inks } from '../../canvas/inks';
import { path2dOf } from '../../canvas/path2d';
import { useSlicedDrawing } from '../../canvas/useSlicedDrawing';
import { useSize } from '../../ui/useSize';

interface Props {
  readonly name: string;
  readonly label: string;
  readonly members: readonly GlyphRow[];
  readonly lines: Lines;
  readonly ownLines: readonly GuideRow[];
  /** How much one letter darkens, 0 to 1. */
  readonly strength: number;
  readonly inHand: string | null;
}

/** Free room about the letters, em units. */
const ROOM = 60;

/** Letters laid over each other on the font's lines, a few at a time: there may be hundreds. */
export function OverlaidSet({ name, label, members, lines, ownLines, strength, inHand }: Props) {
  const { ref, height: px } = useSize<HTMLDivElement>();
  const desk = useDesk();
  const widest = useMemo(() => members.reduce((w, g) => Math.max(w, advanceOf(g)), 200), [members]);
  const top = Math.max(lines.ascender, lines.capHeight) + ROOM;
  const height = top - lines.descender + ROOM;
  const k = px / height;
  const width = Math.round((widest + 2 * ROOM) * k);
  const draw = useMemo(() => {
    const scale = k * devicePixelRatio;
    // Em units, y up, from the left edge of the widest letter.
    const place: Place = { scale, x: ROOM * scale, y: top * scale };
    const laid = { members, widest, strength, inHand, lines, ownLines, place };
    return px === 0 ? null : (g: CanvasRenderingContext2D) => laying(g, laid);
    // The desk's colours are read when it is drawn.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [members, lines, ownLines, widest, strength, inHand, px, width, top, k, desk]);
  const canvas = useSlicedDrawing(draw);
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

function drawLines(
  g: CanvasRenderingContext2D,
  { lines, ownLines, widest }: Pick<Laid, 'lines' | 'ownLines' | 'widest'>,
  inks: Inks,
): void {
  g.lineWidth = 3;
  [0, lines.xHeight, lines.capHeight].forEach((y, i) => {
    g.strokeStyle = i === 0 ? inks.faded : inks.rule;
    g.setLineDash([[], [27, 15], [5, 12]][i]!);
    g.beginPath();
    g.moveTo(-ROOM, y);
    g.lineTo(widest + ROOM, y);
    g.stroke();
  });
  g.strokeStyle = inks.hand;
  g.setLineDash([36, 9, 6, 9]);
  for (const { y } of ownLines) {
    g.beginPath();
    g.moveTo(-ROOM, y);
    g.lineTo(widest + ROOM, y);
    g.stroke();
  }
  g.setLineDash([]);
}

/** Where em units lie on the canvas, device px. */
interface Place {
  readonly scale: number;
  readonly x: number;
  readonly y: number;
}

interface Laid {
  readonly members: readonly GlyphRow[];
  readonly widest: number;
  readonly strength: number;
  readonly inHand: string | null;
  readonly lines: Lines;
  /** Level lines of the artist's own: letters lie centred here, so that others have no place. */
  readonly ownLines: readonly GuideRow[];
  readonly place: Place;
}

function* laying(
  g: CanvasRenderingContext2D,
  { members, widest, strength, inHand, lines, ownLines, place }: Laid,
): Steps<void> {
  const inks = readInks();
  g.setTransform(place.scale, 0, 0, -place.scale, place.x, place.y);
  drawLines(g, { lines, ownLines, widest }, inks);
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
