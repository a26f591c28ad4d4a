import type { PointRef } from '../../../core/document/commands/dressing';
import type { Contour } from '../../../core/geometry/contour';
import { sub, type Vec } from '../../../core/geometry/vec';
import { hitPoint, nodesInside, samePoint } from './hitTest';

/** What the tool is doing. Positions in em units, y up. */
export type SelectState =
  | { readonly mode: 'idle' }
  | { readonly mode: 'dragging'; readonly last: Vec; readonly moved: boolean }
  | { readonly mode: 'framing'; readonly from: Vec; readonly to: Vec; readonly base: readonly PointRef[] };

export interface SelectEvent {
  readonly type: 'down' | 'move' | 'up' | 'cancel';
  /** Em units, y up. */
  readonly at: Vec;
  readonly shift: boolean;
}

export interface SelectScene {
  readonly contours: readonly Contour[];
  readonly selection: readonly PointRef[];
  /** Reach of the pointer in em units. */
  readonly hitRadius: number;
}

export interface SelectAnswer {
  readonly state: SelectState;
  readonly selection?: readonly PointRef[];
  /** Move the selection by this; `continues` when it goes on with the same drag. */
  readonly moveBy?: { readonly by: Vec; readonly continues: boolean };
}

export const idle: SelectState = { mode: 'idle' };

/** One step of the selection tool: press on a point to take and drag it, press beside to frame several. */
export function selectTool(state: SelectState, event: SelectEvent, scene: SelectScene): SelectAnswer {
  switch (state.mode) {
    case 'idle':
      return event.type === 'down' ? press(event, scene) : { state };
    case 'dragging': {
      if (event.type !== 'move') return { state: idle };
      const by = sub(event.at, state.last);
      if (by.x === 0 && by.y === 0) return { state };
      return { state: { ...state, last: event.at, moved: true }, moveBy: { by, continues: state.moved } };
    }
    case 'framing': {
      if (event.type === 'cancel') return { state: idle };
      const framed = nodesInside(scene.contours, state.from, event.at);
      const selection = [...state.base, ...framed.filter((p) => !state.base.some((q) => samePoint(p, q)))];
      return { state: event.type === 'up' ? idle : { ...state, to: event.at }, selection };
    }
  }
}

function press(event: SelectEvent, scene: SelectScene): SelectAnswer {
  const hit = hitPoint(scene.contours, scene.selection, event.at, scene.hitRadius);
  if (!hit) {
    const base = event.shift ? scene.selection : [];
    return { state: { mode: 'framing', from: event.at, to: event.at, base }, selection: base };
  }
  const held = scene.selection.some((p) => samePoint(p, hit));
  if (event.shift) {
    const selection = held ? scene.selection.filter((p) => !samePoint(p, hit)) : [...scene.selection, hit];
    return { state: idle, selection };
  }
  return {
    state: { mode: 'dragging', last: event.at, moved: false },
    selection: held ? scene.selection : [hit],
  };
}
