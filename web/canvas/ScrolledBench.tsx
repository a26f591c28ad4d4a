import { Box } from '@chakra-ui/react';
import { useEffect, useRef, type KeyboardEvent, type ReactNode } from 'react';
import { ZOOM_STEP, ZoomBar } from '../ui/ZoomBar';
import { useScrolledZoom } from './useScrolledZoom';

interface Props {
  readonly label: string;
  /** Size of what it holds, in any unit; see useScrolledZoom. */
  readonly size: number;
  readonly least: number;
  readonly most: number;
  readonly usual: number;
  readonly onSize: (size: number) => void;
  readonly ground?: 'sheet' | 'sunk';
  /** Beside another bench: its keys act while it has the focus. */
  readonly second?: boolean;
  /** Where it was scrolled to when it was left, px, and who hears where it is. */
  readonly kept?: { readonly left: number; readonly top: number };
  readonly onScroll?: (to: { readonly left: number; readonly top: number }) => void;
  readonly children: ReactNode;
}

/** After so long what a bench holds has the size that it will have, ms. */
const SETTLED_MS = 1500;

/** What keys of a bench's view do; null = all of it. */
const ZOOM_KEYS: Readonly<Record<string, number | null>> = {
  '+': ZOOM_STEP,
  '=': ZOOM_STEP,
  '-': 1 / ZOOM_STEP,
  '0': null,
};

/** The surface of a bench that is larger than its room: scrolled, zoomed as every bench is. */
export function ScrolledBench({ label, ground, second = false, kept, onScroll, children, ...view }: Props) {
  const element = useRef<HTMLDivElement>(null);
  const place = useRef(kept);
  // What it holds may grow while fonts come: it is scrolled on until it is where it was.
  useEffect(() => {
    const held = element.current;
    const wanted = place.current;
    if (!held || !wanted || (wanted.left === 0 && wanted.top === 0)) return;
    const back = () => held.scrollTo(wanted);
    const watch = new ResizeObserver(back);
    for (const child of held.children) watch.observe(child);
    const stop = () => watch.disconnect();
    const timer = setTimeout(stop, SETTLED_MS);
    back();
    return () => {
      clearTimeout(timer);
      stop();
    };
  }, []);
  const { percent, by, whole } = useScrolledZoom({ element, keys: !second, ...view });
  const ownKey = (e: KeyboardEvent) => {
    const factor = ZOOM_KEYS[e.key];
    if (!second || factor === undefined || e.ctrlKey || e.metaKey) return;
    e.stopPropagation();
    if (factor === null) whole();
    else by(factor);
  };
  return (
    <>
      <Box
        ref={element}
        flex="1"
        minH="0"
        overflow="auto"
        bg={ground}
        tabIndex={0}
        onScroll={
          onScroll && ((e) => onScroll({ left: e.currentTarget.scrollLeft, top: e.currentTarget.scrollTop }))
        }
        role="region"
        aria-label={label}
        onKeyDown={ownKey}
        // One finger scrolls; two are ours: the browser would enlarge the whole page.
        style={{ touchAction: 'pan-x pan-y' }}
      >
        {children}
      </Box>
      <ZoomBar percent={percent} by={by} whole={whole} {...(second && { of: label })} />
    </>
  );
}
