import type { Vec } from '../../core/foundations/geometry/vec';

/** A pointer's doings in world coordinates, the same for mouse, pen and touch. */
export interface SurfacePointer {
  readonly type: 'down' | 'move' | 'up' | 'cancel';
  readonly world: Vec;
  readonly screen: Vec;
  readonly shift: boolean;
  readonly alt: boolean;
  readonly ctrl: boolean;
  /** mouse, pen or touch; keys when they move it. */
  readonly device: string;
}
