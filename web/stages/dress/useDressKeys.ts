import { useEffect } from 'react';
import {
  allNodes,
  breakRuns,
  deleteNodes,
  joinEnds,
  lockSegments,
  movePoints,
  removeContours,
  setNodeKind,
  shapeSegments,
  type PointRef,
} from '../../../core/project/document/commands/outline';
import { keepMeasure, removeGuide } from '../../../core/project/document/commands/lines/guides';
import type { ProjectDiff } from '../../../core/project/document/changes/diff';
import type { NodeKind } from '../../../core/foundations/geometry/contour';
import { segmentsBetween } from '../../../core/tracing/trace/refit';
import { useGlyphInHand } from '../../panels/useGlyphInHand';
import { dressBench, useDressBench } from '../../store/dressBench';
import { say } from '../../ui/aloud';
import { makeCleanUp } from '../../store/dressing';
import { copyFrom, pasteInto } from '../../store/pasting';
import { useDoc, useProject } from '../../store/projectStore';
import { drawnGlyphs } from '../../store/selectors';
import { charAloud, movedAloud, pointAloud } from '../../text/aloud';
import type { Tool } from '../../tools/dress/scene';
import { nextContour, nextPart, nextPoint } from '../../tools/dress/walkPoints';
import { useDressTarget } from './useDressTarget';
import { useBenchKey } from '../../ui/benchKeys';

/** Steps to the letter before (-1) or after (+1). */
export function useStep(): (by: 1 | -1) => void {
  const doc = useDoc();
  const { glyph, take } = useGlyphInHand();
  return (by) => {
    const list = drawnGlyphs(doc);
    const next = list[(list.findIndex((g) => g.id === glyph?.id) + by + list.length) % list.length];
    if (!next) return;
    take(next.id);
    say(`${charAloud(next.name)} in hand.`);
  };
}

/** What one can do with the points chosen: shared by keys and buttons. */
export function usePointActions() {
  const doc = useDoc();
  const { target, contours } = useDressTarget();
  const selection = useDressBench((s) => s.selection);
  const { commit } = useProject.getState();
  const nodes = selection.filter((s) => s.part === 'node');
  /** Chosen nodes by contour, and the segments of the stretches that hold them. */
  const byContour = new Map<number, number[]>();
  for (const n of nodes) byContour.set(n.contour, [...(byContour.get(n.contour) ?? []), n.node]);
  const stretches = new Map(
    [...byContour].flatMap(([contour, chosen]) => {
      const found = segmentsBetween(contours[contour], chosen);
      return found.length > 0 ? [[contour, found] as const] : [];
    }),
  );
  const segments = contours.flatMap((c, contour) => {
    const chosen = new Set(nodes.filter((s) => s.contour === contour).map((s) => s.node));
    return c.nodes.flatMap((_, node) =>
      chosen.has(node) && chosen.has((node + 1) % c.nodes.length) && (c.closed || node + 1 < c.nodes.length)
        ? [{ contour, node }]
        : [],
    );
  });
  const locked =
    stretches.size > 0 &&
    [...stretches].every(([contour, list]) => list.every((i) => contours[contour]!.nodes[i]!.locked));
  const renumbered = (diff: ProjectDiff | null) => {
    commit(diff);
    if (diff) dressBench.select([]);
  };
  return {
    nodes,
    segments,
    byContour,
    stretches,
    locked,
    kind: (k: NodeKind) => commit(setNodeKind(doc, target, nodes, k)),
    remove: () => renumbered(deleteNodes(doc, target, nodes)),
    shape: (s: 'straight' | 'curved') => commit(shapeSegments(doc, target, segments, s)),
    cut: () => renumbered(breakRuns(doc, target, nodes)),
    join: () => renumbered(joinEnds(doc, target, nodes)),
    lock: () => commit(lockSegments(doc, target, stretches, !locked)),
    nudge: (x: number, y: number) => commit(movePoints(doc, target, selection, { x, y })),
  };
}

/** Keeps the line just measured. */
export function useKeepMeasure(): () => void {
  const { target } = useDressTarget();
  return () => {
    const { ruler } = useDressBench.getState();
    const { doc, commit } = useProject.getState();
    if (!ruler || !doc) return;
    commit(keepMeasure(doc, target.glyphId, ruler.from, ruler.to));
    useDressBench.setState({ ruler: null });
  };
}

/** Takes a tool in hand, and says which. */
function takeTool(tool: Tool): void {
  dressBench.takeTool(tool);
  say(`Tool: ${tool}.`);
}

const inField = (e: Event): boolean =>
  (e.target as HTMLElement | null)?.closest?.('input, textarea') instanceof Element;

/** Keys of the outline bench, and its clipboard. */
export function useDressKeys(): void {
  const { contours, placed, target } = useDressTarget();
  const actions = usePointActions();
  const step = useStep();
  const nudge = (e: KeyboardEvent) => {
    const by = e.ctrlKey || e.metaKey ? 100 : e.shiftKey ? 10 : 1;
    const x = e.key === 'ArrowLeft' ? -by : e.key === 'ArrowRight' ? by : 0;
    const y = e.key === 'ArrowDown' ? -by : e.key === 'ArrowUp' ? by : 0;
    e.preventDefault();
    actions.nudge(x, y);
    say(movedAloud(placed, useDressBench.getState().selection, { x, y }));
  };
  const stop = () => {
    useDressBench.setState({ tried: null, ruler: null, drawing: null, guide: null });
    dressBench.select([]);
  };
  const keep = useKeepMeasure();
  const remove = () => {
    const { guide } = useDressBench.getState();
    if (!guide) return actions.remove();
    const { doc, commit } = useProject.getState();
    if (doc) commit(removeGuide(doc, guide.own ? target.glyphId : null, guide.id));
    useDressBench.setState({ guide: null });
  };
  const chosen = () => useDressBench.getState().selection;
  const walk = (to: PointRef | null) => {
    if (to) dressBench.select([to]);
    say(to ? pointAloud(placed, to) : 'No point is chosen.');
  };
  useClipboard();
  useBenchKey('left, right, up, down', nudge, { ignoreModifiers: true });
  useBenchKey('delete, backspace', remove);
  useBenchKey('k', keep);
  useBenchKey('e', () => actions.kind('corner'));
  useBenchKey('r', () => actions.kind('smooth'));
  useBenchKey('t', () => actions.kind('tangent'));
  useBenchKey('i', () => actions.shape('straight'));
  useBenchKey('u', () => actions.shape('curved'));
  useBenchKey('b', actions.cut);
  useBenchKey('j', actions.join);
  useBenchKey('l', actions.lock);
  useBenchKey('a', () => dressBench.select(allNodes(contours)));
  useBenchKey('s', () => takeTool('select'));
  useBenchKey('o', () => takeTool('turn'));
  useBenchKey('d', () => takeTool('draw'));
  useBenchKey('c', () => takeTool('cut'));
  useBenchKey('m', () => takeTool('measure'));
  useBenchKey('g', () => takeTool('guide'));
  useBenchKey('w', () => useDressBench.setState((s) => ({ lasso: !s.lasso })));
  useBenchKey('f', () => dressBench.see({ filled: !useDressBench.getState().seeing.filled }));
  useBenchKey('y', () => void makeCleanUp(target, 'neaten', useDressBench.getState().tolerance));
  useBenchKey('escape', stop);
  useBenchKey('enter', stop);
  useBenchKey('n', () => walk(nextPoint(contours, chosen(), 1)));
  useBenchKey('shift+n', () => walk(nextPoint(contours, chosen(), -1)));
  useBenchKey('q', () => walk(nextContour(contours, chosen())));
  useBenchKey('h', () => walk(nextPart(contours, chosen())));
  useBenchKey('pageup', () => step(-1), { preventDefault: true });
  useBenchKey('pagedown', () => step(1), { preventDefault: true });
}

/** Copy, cut and paste of contours as SVG; text meant for a field stays there. */
function useClipboard(): void {
  const { target } = useDressTarget();
  useEffect(() => {
    let left = false;
    const chosen = () => [...new Set(useDressBench.getState().selection.map((p) => p.contour))];
    const copy = (e: ClipboardEvent) => {
      if (inField(e) || (getSelection()?.toString() ?? '') !== '') return;
      const svg = copyFrom(target, chosen());
      if (svg === null || !e.clipboardData) return;
      e.clipboardData.setData('text/plain', svg);
      e.clipboardData.setData('image/svg+xml', svg);
      e.preventDefault();
    };
    const cut = (e: ClipboardEvent) => {
      copy(e);
      const { doc, commit } = useProject.getState();
      if (!e.defaultPrevented || !doc || chosen().length === 0) return;
      commit(removeContours(doc, target, chosen()));
      dressBench.select([]);
    };
    const paste = (e: ClipboardEvent) => {
      if (inField(e)) return;
      void pasteInto(target, e.clipboardData?.getData('text/plain') ?? '').then((added) => {
        // Read aside, it may come in when another letter is in hand: its points are none of that one's.
        if (added.length > 0 && !left) dressBench.select(added);
      });
    };
    document.addEventListener('copy', copy);
    document.addEventListener('cut', cut);
    document.addEventListener('paste', paste);
    return () => {
      left = true;
      document.removeEventListener('copy', copy);
      document.removeEventListener('cut', cut);
      document.removeEventListener('paste', paste);
    };
  }, [target]);
}
