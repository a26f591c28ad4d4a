import type { PointRef } from '../../../core/project/document/commands/outline';
import type { GuideLine } from '../../../core/outlines/dress/guides';
import type { Snapped } from '../../../core/outlines/dress/snapping';
import type { Affine } from '../../../core/foundations/geometry/affine';
import type { Contour } from '../../../core/foundations/geometry/contour';
import type { Box } from '../../../core/foundations/geometry/measure';
import type { Vec } from '../../../core/foundations/geometry/vec';

export type Tool = 'select' | 'turn' | 'draw' | 'cut' | 'measure' | 'guide';

/** What one can take hold of at a frame: a side or corner (-1, 0, 1 across and up), the grip for turning, or its inside. */
export type Grip =
  | { readonly kind: 'side'; readonly sx: -1 | 0 | 1; readonly sy: -1 | 0 | 1 }
  | { readonly kind: 'turn' }
  | { readonly kind: 'inside' };

export interface DressPointer {
  readonly type: 'down' | 'move' | 'up' | 'cancel';
  /** Em units, y up. */
  readonly at: Vec;
  readonly shift: boolean;
  /** Held to draw a loop instead of a frame. */
  readonly alt: boolean;
  /** Pressed a second time at the same place, soon after the first. */
  readonly again: boolean;
}

/** What a tool needs to know of the bench, all in the same space (em units, y up). */
export interface DressScene {
  readonly contours: readonly Contour[];
  readonly selection: readonly PointRef[];
  readonly anchors: readonly { readonly name: string; readonly x: number; readonly y: number }[];
  /** Lines to draw by, measured like all else on the bench. */
  readonly guides: readonly (GuideLine & { readonly id: string; readonly own: boolean })[];
  /** Reach of the pointer. */
  readonly hitRadius: number;
  /** Where a place wants to be, `moving` being the points that move with it. */
  readonly snap: (at: Vec, moving: readonly PointRef[]) => Snapped;
  /** Where a handle wants to be. */
  readonly snapHandle: (point: PointRef, at: Vec) => { readonly at: Vec; readonly reason: string } | null;
  readonly lasso: boolean;
  /** Nothing snaps and nothing is rounded. */
  readonly free: boolean;
  /** The open run that the pen is drawing on; null = the next press begins one. */
  readonly drawing: number | null;
}

/** A change of the drawing, as the tool asks for it: shown while the pointer is down and made when it is lifted. */
export type DressEdit =
  | { readonly kind: 'move'; readonly points: readonly PointRef[]; readonly by: Vec }
  | {
      readonly kind: 'map';
      readonly points: readonly PointRef[];
      readonly map: Affine;
      readonly label: string;
    }
  | {
      readonly kind: 'bend';
      readonly contour: number;
      readonly segment: number;
      readonly t: number;
      readonly by: Vec;
    }
  | { readonly kind: 'anchor'; readonly name: string; readonly to: Vec }
  | { readonly kind: 'guide'; readonly guide: HeldGuide; readonly line: GuideLine }
  | { readonly kind: 'draw'; readonly contour: Contour; readonly instead: number | null }
  | { readonly kind: 'add'; readonly contour: number; readonly segment: number; readonly t: number }
  | { readonly kind: 'cut'; readonly from: Vec; readonly to: Vec };

/** The guide that is moved: by its id, and whether it is the letter's own; null = one that is being made. */
export type HeldGuide = { readonly id: string; readonly own: boolean } | null;

/** What the tool is in the middle of. */
export type Gesture =
  | { readonly mode: 'idle' }
  | {
      readonly mode: 'moving';
      readonly points: readonly PointRef[];
      readonly grabbed: PointRef;
      /** Where the grabbed point was, and where the pointer took hold of it. */
      readonly origin: Vec;
      readonly from: Vec;
    }
  | { readonly mode: 'anchor'; readonly name: string }
  | {
      readonly mode: 'curve';
      readonly contour: number;
      readonly segment: number;
      readonly t: number;
      readonly from: Vec;
      readonly shift: boolean;
      readonly bent: boolean;
    }
  | {
      readonly mode: 'framing';
      readonly path: readonly Vec[];
      readonly loop: boolean;
      readonly base: readonly PointRef[];
    }
  | {
      readonly mode: 'placing';
      readonly run: Contour;
      readonly instead: number | null;
      /** Where the point lies, and where the pointer was pressed: it may have snapped. */
      readonly at: Vec;
      readonly pressed: Vec;
      readonly closes: boolean;
      /** Its handles so far, behind and ahead. */
      readonly into: Vec | null;
      readonly out: Vec | null;
    }
  | {
      readonly mode: 'turning';
      readonly grip: Grip;
      /** The frame and its points when it was taken hold of, and where. */
      readonly box: Box;
      readonly points: readonly PointRef[];
      readonly from: Vec;
      /** Settled by the first bit of a pull. */
      readonly way: 'stretch' | 'slant' | null;
    }
  | {
      readonly mode: 'guiding';
      readonly guide: HeldGuide;
      /** The guide when it was taken hold of, and where. */
      readonly line: GuideLine;
      readonly from: Vec;
      /** Its foot is moved, or it is turned about that. */
      readonly by: 'foot' | 'turn';
    }
  | { readonly mode: 'ruling'; readonly from: Vec; readonly to: Vec };

export interface DressAnswer {
  readonly gesture: Gesture;
  readonly selection?: readonly PointRef[];
  /** To be shown, not yet made. */
  readonly preview?: DressEdit;
  /** To be made: one step to undo. */
  readonly done?: DressEdit;
  readonly snapped?: Snapped['guides'];
  /** The run the pen goes on with, after this. */
  readonly drawing?: number | null;
  /** The guide in hand after this. */
  readonly guide?: HeldGuide;
  /** A straight being drawn by the knife or the ruler. */
  readonly line?: { readonly from: Vec; readonly to: Vec } | null;
}

export const idle: Gesture = { mode: 'idle' };
