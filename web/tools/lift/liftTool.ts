import type { PieceRow } from '../../../core/project/document/schema';
import type { Cut } from '../../../core/lifting/find/cut';
import type { Reshape } from '../../../core/lifting/find/reshape';
import type { Vec } from '../../../core/foundations/geometry/vec';
import type { PxBox } from '../../../core/foundations/raster/picture';

/** What dragging on the sheet does: choose a piece, cut one with a line, add one with a box. */
export type LiftTool = 'pick' | 'cut' | 'box';

/** A line or box being drawn, px of the sheet's picture. */
export interface LiftStroke {
  readonly from: Vec;
  readonly to: Vec;
}

export interface LiftPointer {
  readonly type: 'down' | 'move' | 'up' | 'cancel';
  /** Px of the sheet's picture. */
  readonly at: Vec;
}

export interface LiftScene {
  readonly tool: LiftTool;
  readonly pieces: readonly PieceRow[];
  /** The piece in hand. */
  readonly chosen: string | null;
  /** Screen px that a px of the picture has. */
  readonly zoom: number;
}

/** A change of the pieces that a gesture asks for. */
export interface Mend {
  readonly gone: readonly string[];
  readonly what: Reshape;
  readonly baselineY: number;
}

export interface LiftAnswer {
  readonly stroke: LiftStroke | null;
  readonly choose?: string;
  readonly mend?: Mend;
  /** The tool in hand after it, when it is another one. */
  readonly tool?: LiftTool;
}

/** A shorter stroke was a slip of the hand, screen px. */
const LEAST_PX = 6;

/** Whether a line runs through a box. */
export function crosses(box: PxBox, c: Cut): boolean {
  for (let k = 0; k <= 40; k++) {
    const [x, y] = [c.x0 + ((c.x1 - c.x0) * k) / 40, c.y0 + ((c.y1 - c.y0) * k) / 40];
    if (x >= box.x && x <= box.x + box.width && y >= box.y && y <= box.y + box.height) return true;
  }
  return false;
}

/** One step on the sheet: a press takes a piece in hand; with the knife or the box a stroke is drawn, and done where it ends. */
export function liftTool(stroke: LiftStroke | null, { type, at }: LiftPointer, scene: LiftScene): LiftAnswer {
  if (scene.tool === 'pick') {
    const hit = type === 'down' ? pieceAt(scene.pieces, at) : null;
    return hit ? { stroke: null, choose: hit.id } : { stroke: null };
  }
  if (type === 'down') return { stroke: { from: at, to: at } };
  if (!stroke || type === 'cancel') return { stroke: null };
  const now = { from: stroke.from, to: at };
  if (type === 'move') return { stroke: now };
  const mend =
    Math.hypot(at.x - now.from.x, at.y - now.from.y) * scene.zoom < LEAST_PX ? null : mendBy(now, scene);
  return { stroke: null, tool: 'pick', ...(mend && { mend }) };
}

/** The smallest piece whose box holds a place. */
export function pieceAt(pieces: readonly PieceRow[], { x, y }: Vec): PieceRow | null {
  const hit = pieces.filter(
    ({ box: b }) => x >= b.x && x <= b.x + b.width && y >= b.y && y <= b.y + b.height,
  );
  hit.sort((a, b) => a.box.width * a.box.height - b.box.width * b.box.height);
  return hit[0] ?? null;
}

const mendBy = (stroke: LiftStroke, scene: LiftScene): Mend | null =>
  scene.tool === 'cut' ? cutBy(stroke, scene) : boxBy(stroke, scene);

/** The piece in hand is cut when the line runs through it, else the first that it does run through. */
function cutBy({ from, to }: LiftStroke, { pieces, chosen }: LiftScene): Mend | null {
  const line = { x0: from.x, y0: from.y, x1: to.x, y1: to.y };
  const hit =
    pieces.find((p) => p.id === chosen && crosses(p.box, line)) ?? pieces.find((p) => crosses(p.box, line));
  return hit ? { gone: [hit.id], what: { kind: 'cut', piece: hit, line }, baselineY: hit.baselineY } : null;
}

/** What is added stands on the line of the piece that is nearest in height. */
function boxBy({ from, to }: LiftStroke, { pieces }: LiftScene): Mend {
  const box = {
    x: Math.max(0, Math.min(from.x, to.x)),
    y: Math.max(0, Math.min(from.y, to.y)),
    width: Math.abs(to.x - from.x),
    height: Math.abs(to.y - from.y),
  };
  const level = (p: PieceRow) => Math.abs(p.box.y + p.box.height / 2 - box.y - box.height / 2);
  const near = [...pieces].sort((a, b) => level(a) - level(b))[0];
  return { gone: [], what: { kind: 'box', box }, baselineY: near?.baselineY ?? box.y + box.height };
}

/** The piece in hand joined with the next one in reading order; null when there is none. */
export function joinNext({ pieces, chosen }: Pick<LiftScene, 'pieces' | 'chosen'>): Mend | null {
  const own = pieces.find((p) => p.id === chosen);
  const next = own && pieces.find((p) => p.order > own.order && p.state !== 'dropped');
  if (!own || !next) return null;
  const both = [own, next];
  return {
    gone: both.map((p) => p.id),
    what: { kind: 'join', pieces: both },
    baselineY: own.baselineY,
  };
}
