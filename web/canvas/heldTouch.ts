import type { Vec } from '../../core/foundations/geometry/vec';

interface Touch {
  readonly type: 'down' | 'move' | 'up' | 'cancel';
  readonly screen: Vec;
  readonly device: string;
}

/** A finger that went less far than this has not begun anything, CSS px. */
const BEGINS_PX = 4;

/**
 * What a finger does is told once it moves or is lifted: until then a second one may come down, and both zoom. A mouse and a pen
 * are told at once.
 */
export class HeldTouch<E extends Touch> {
  private held: E | null = null;

  /** The events to tell, now that this one came. */
  feed(e: E): E[] {
    if (e.device !== 'touch') return [e];
    const { held } = this;
    if (e.type === 'down') {
      this.held = e;
      return [];
    }
    if (!held) return [e];
    const far = Math.hypot(e.screen.x - held.screen.x, e.screen.y - held.screen.y);
    if (e.type === 'move' && far < BEGINS_PX) return [];
    this.held = null;
    return e.type === 'cancel' ? [] : [held, e];
  }
}
