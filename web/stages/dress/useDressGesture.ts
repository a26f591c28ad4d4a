import { useEffect, useRef, type RefObject } from 'react';
import { countNodes } from '../../../core/foundations/geometry/contour';
import { reverseDiff, type ProjectDiff } from '../../../core/project/document/changes/diff';
import { projectOf } from '../../../core/project/document/newProject';
import { Presses } from '../../canvas/presses';
import type { SurfacePointer } from '../../canvas/surfacePointer';
import { dressBench, useDressBench } from '../../store/dressBench';
import { liveFont } from '../../store/liveFont';
import { useDoc, useProject } from '../../store/projectStore';
import { commandOf, previewOf } from '../../tools/dress/applyEdit';
import { aheadOf, drawTool } from '../../tools/dress/drawTool';
import { guideTool } from '../../tools/dress/guideTool';
import { reachOf } from '../../tools/dress/hitTest';
import { lineTool } from '../../tools/dress/lineTool';
import {
  idle,
  type DressAnswer,
  type DressEdit,
  type DressPointer,
  type DressScene,
  type Gesture,
  type HeldGuide,
  type Tool,
} from '../../tools/dress/scene';
import { selectTool } from '../../tools/dress/selectTool';
import { turnTool } from '../../tools/dress/turnTool';
import { MOST_MARKED, type DressPicture, type LivePicture } from './drawDress';
import { snapping } from './snapScene';
import { useDressTarget } from './useDressTarget';

const NOTHING_LIVE: LivePicture = {
  worked: null,
  anchor: null,
  guide: null,
  frame: null,
  line: null,
  guides: [],
  pointer: null,
  ahead: null,
};

/** The running line follows a drag at this pace; the bench follows every move. */
const PREVIEW_EVERY_MS = 120;

/** Of very many points it follows more slowly: the font is made anew each time. */
const PREVIEW_MANY_MS = 400;

/** Places snap within this share of the reach within which points are hit. */
const SNAP_SHARE = 0.7;

/** One step of the tool in hand. */
function stepOf(tool: Tool, gesture: Gesture, event: DressPointer, scene: DressScene): DressAnswer {
  if (tool === 'select') return selectTool(gesture, event, scene);
  if (tool === 'turn') return turnTool(gesture, event, scene);
  if (tool === 'draw') return drawTool(gesture, event, scene);
  if (tool === 'guide') return guideTool(gesture, event, scene);
  return lineTool(tool, gesture, event, scene);
}

function liveOf(
  answer: DressAnswer,
  placed: DressPicture['worked'],
  tool: string,
  pointer: LivePicture['pointer'],
): LivePicture {
  const { preview, done, gesture } = answer;
  const edit = preview ?? done;
  return {
    worked: edit && edit.kind !== 'anchor' && edit.kind !== 'guide' ? previewOf(placed, edit) : null,
    anchor: edit?.kind === 'anchor' ? edit : null,
    guide: edit?.kind === 'guide' ? edit : null,
    frame: gesture.mode === 'framing' ? gesture.path : null,
    line: answer.line ? { ...answer.line, kind: tool === 'cut' ? 'cut' : 'measure' } : null,
    guides: answer.snapped ?? [],
    pointer,
    ahead: null,
  };
}

/** The guide just laid, which is the last of all letters' ones. */
function lastGuide(): HeldGuide {
  const { doc } = useProject.getState();
  const last = doc && projectOf(doc).ownLines.at(-1);
  return last ? { id: last.id, own: false } : null;
}

/** Puts edits into the project, and what is being dragged on the running line meanwhile. */
function useEdits() {
  const doc = useDoc();
  const { target, placed, shift } = useDressTarget();
  const shown = useRef<{ at: number; diff: ProjectDiff | null }>({ at: 0, diff: null });
  return {
    /** Letters share parts only once what is dragged is let go. */
    preview(edit: DressEdit) {
      const now = performance.now();
      const pace = countNodes(placed) > MOST_MARKED ? PREVIEW_MANY_MS : PREVIEW_EVERY_MS;
      if (now - shown.current.at < pace || target.of === 'skeleton' || edit.kind === 'guide') return;
      const diff = commandOf(doc, target, edit, shift);
      if (!diff) return;
      shown.current = { at: now, diff };
      liveFont.preview(diff);
    },
    /** A drag that came to nothing: the running line goes back to what is. */
    takeBack() {
      if (shown.current.diff) liveFont.apply(reverseDiff(shown.current.diff), doc);
      shown.current = { at: 0, diff: null };
    },
    make(edit: DressEdit) {
      const diff = commandOf(doc, target, edit, shift);
      if (!diff) return this.takeBack();
      useProject.getState().commit(diff);
      // What was chosen before a cut are other points behind it.
      if (edit.kind === 'cut') dressBench.select([]);
      if (edit.kind === 'guide') dressBench.holdGuide(edit.guide ?? lastGuide());
      shown.current = { at: 0, diff: null };
    },
  };
}

/** Keeps what the bench remembers by what the tool answered. */
function remember(answer: DressAnswer, tool: Tool): void {
  const { selection, guide, drawing, line, gesture } = answer;
  if (selection) dressBench.select(selection);
  if (guide !== undefined) useDressBench.setState({ guide });
  if (drawing !== undefined) useDressBench.setState({ drawing });
  if (line !== undefined && tool === 'measure')
    useDressBench.setState({ ruler: gesture.mode === 'idle' ? line : null });
  if ((answer.preview || answer.done) && useDressBench.getState().tried)
    useDressBench.setState({ tried: null });
}

/** What is drawn over the picture that stays: the ruler, what is dragged, what the pen would do. */
function useLivePicture(still: DressPicture, painter: RefObject<(() => void) | null>) {
  const { tool, ruler, drawing } = useDressBench();
  const live = useRef<LivePicture>(NOTHING_LIVE);
  useEffect(() => {
    live.current = { ...NOTHING_LIVE, line: ruler && { ...ruler, kind: 'measure' } };
    painter.current?.();
  }, [ruler, still, tool, painter]);
  const show = (next: LivePicture) => {
    live.current = next;
    painter.current?.();
  };
  return {
    live,
    show,
    /** What the pen would do here is shown before it is pressed. */
    look(event: DressPointer, scene: DressScene) {
      const ahead = aheadOf(event, scene);
      const last = drawing === null ? undefined : scene.contours[drawing]?.nodes.at(-1);
      const from = last ?? null;
      show({ ...live.current, ahead: { ...ahead, from }, guides: ahead.guides, pointer: event.at });
    },
    lookAway() {
      if (live.current.ahead) show({ ...live.current, ahead: null, guides: [], pointer: null });
    },
  };
}

/** Points and runs that are gone (undo, delete) can't stay chosen. */
function useLetGoOfGone(): void {
  const { placed } = useDressTarget();
  const { selection, drawing } = useDressBench();
  useEffect(() => {
    const gone = selection.some((p) => !placed[p.contour]?.nodes[p.node]);
    if (gone) dressBench.select([]);
    if (drawing !== null && placed[drawing]?.closed !== false) useDressBench.setState({ drawing: null });
  }, [placed, selection, drawing]);
}

/** Passes pointers on to the tool in hand; its answers are drawn at once and go into the project when they are done. */
export function useDressGesture(still: DressPicture, painter: RefObject<(() => void) | null>) {
  const doc = useDoc();
  const { placed } = useDressTarget();
  const { tool, selection, lasso, drawing } = useDressBench();
  const gesture = useRef<Gesture>(idle);
  const pressed = useRef(new Presses());
  const edits = useEdits();
  const { live, show, look, lookAway } = useLivePicture(still, painter);
  useLetGoOfGone();
  const sceneFor = (hitRadius: number, free: boolean): DressScene => ({
    contours: placed,
    selection,
    anchors: still.anchors,
    guides: still.guides.all,
    hitRadius,
    ...snapping(doc, placed, still.advance, hitRadius * SNAP_SHARE, free, still.guides.all),
    lasso,
    free,
    drawing,
  });
  const onPointer = (e: SurfacePointer, zoom: number) => {
    const at = { x: e.world.x, y: -e.world.y };
    const again = pressed.current.isAgain(e);
    const event: DressPointer = { type: e.type, at, shift: e.shift, alt: e.alt, again };
    const scene = sceneFor(reachOf(e.device) / zoom, e.ctrl);
    if (e.type === 'move' && gesture.current.mode === 'idle') {
      if (tool === 'draw') look(event, scene);
      return;
    }
    const answer = stepOf(tool, gesture.current, event, scene);
    gesture.current = answer.gesture;
    remember(answer, tool);
    if (answer.preview) edits.preview(answer.preview);
    show(liveOf(answer, placed, tool, at));
    if (answer.done) edits.make(answer.done);
    else if (answer.gesture.mode === 'idle') edits.takeBack();
  };
  return { live, onPointer, lookAway };
}
