import { useEffect, useLayoutEffect, useRef, type RefObject } from 'react';
import type { Vec } from '../../core/foundations/geometry/vec';
import { useZoomKeys } from '../ui/ZoomBar';
import { usePinch } from './usePinch';

interface Scrolled {
  /** What scrolls. */
  readonly element: RefObject<HTMLElement | null>;
  /** Size of what it holds, in any unit, and where that ends. */
  readonly size: number;
  readonly least: number;
  readonly most: number;
  /** The size that shows all, or the usual one. */
  readonly usual: number;
  readonly onSize: (size: number) => void;
  /** Whether the keys of the page are its own. */
  readonly keys?: boolean;
}

/**
 * Zoom and pan of a bench that scrolls: by two fingers, by the wheel with Ctrl, by keys, and with Space held by a drag. The place
 * zoomed about stays where it is. Gives what buttons need.
 */
export function useScrolledZoom({ element, size, least, most, usual, onSize, keys = true }: Scrolled) {
  const about = useRef<{ at: Vec; from: number; scroll: Vec } | null>(null);
  // Several moves can come before the next drawing, and while it is being made: each goes on from the one before.
  const wanted = useRef(size);
  const asked = useRef<number | null>(null);
  const zoom = (at: Vec | null, factor: number) => {
    const held = element.current;
    const next = Math.min(most, Math.max(least, wanted.current * factor));
    if (!held || next === wanted.current) return;
    const middle = { x: held.clientWidth / 2, y: held.clientHeight / 2 };
    about.current ??= { at: at ?? middle, from: size, scroll: { x: held.scrollLeft, y: held.scrollTop } };
    wanted.current = next;
    asked.current = next;
    onSize(next);
  };
  useLayoutEffect(() => {
    const held = element.current;
    const was = about.current;
    about.current = null;
    if (asked.current === null || asked.current === size) {
      wanted.current = size;
      asked.current = null;
    }
    if (!held || !was) return;
    const k = size / was.from;
    held.scrollLeft = (was.scroll.x + was.at.x) * k - was.at.x;
    held.scrollTop = (was.scroll.y + was.at.y) * k - was.at.y;
  }, [element, size]);
  const pan = (by: Vec) => element.current?.scrollBy(-by.x, -by.y);
  usePinch(element, (at, factor, by) => {
    zoom(at, factor);
    pan(by);
  });
  useSpaceDrag(element, pan);
  const by = (factor: number) => zoom(null, factor);
  const whole = () => by(usual / wanted.current);
  useZoomKeys(by, whole, keys);
  return { by, whole, percent: (100 * size) / usual };
}

/** With Space held a drag moves what is shown, and nothing inside hears of it. */
function useSpaceDrag(element: RefObject<HTMLElement | null>, pan: (by: Vec) => void): void {
  const latest = useRef(pan);
  useEffect(() => {
    latest.current = pan;
  });
  useEffect(() => {
    const held = element.current;
    if (!held) return;
    let space = false;
    let from: Vec | null = null;
    const key = (e: KeyboardEvent) => {
      if (e.code !== 'Space') return;
      space = e.type === 'keydown';
      // Else the browser would scroll by a page.
      if (e.target === held) e.preventDefault();
    };
    const down = (e: PointerEvent) => {
      if (!space) return;
      e.stopPropagation();
      held.setPointerCapture(e.pointerId);
      from = { x: e.clientX, y: e.clientY };
    };
    const move = (e: PointerEvent) => {
      if (!from) return;
      e.stopPropagation();
      latest.current({ x: e.clientX - from.x, y: e.clientY - from.y });
      from = { x: e.clientX, y: e.clientY };
    };
    const up = (e: PointerEvent) => {
      if (!from) return;
      e.stopPropagation();
      from = null;
    };
    const inside = { capture: true };
    addEventListener('keydown', key);
    addEventListener('keyup', key);
    held.addEventListener('pointerdown', down, inside);
    held.addEventListener('pointermove', move, inside);
    held.addEventListener('pointerup', up, inside);
    held.addEventListener('pointercancel', up, inside);
    return () => {
      removeEventListener('keydown', key);
      removeEventListener('keyup', key);
      held.removeEventListener('pointerdown', down, inside);
      held.removeEventListener('pointermove', move, inside);
      held.removeEventListener('pointerup', up, inside);
      held.removeEventListener('pointercancel', up, inside);
    };
  }, [element]);
}
