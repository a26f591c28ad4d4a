import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { guidesOf } from '../../../core/project/document/queries/guides';
import { advanceOf, placedLayers } from '../../../core/project/document/queries/metrics';
import { projectOf } from '../../../core/project/document/newProject';
import { countNodes } from '../../../core/foundations/geometry/contour';
import { findSnags } from '../../../core/outlines/dress/snags';
import { reverseDiff, type ProjectDiff } from '../../../core/project/document/changes/diff';
import { useDesk } from '../../ui/colourMode';
import { readInks } from '../../canvas/inks';
import { Presses } from '../../canvas/presses';
import { Surface, type SurfacePointer } from '../../canvas/Surface';
import { fitBox, type View } from '../../canvas/view';
import { dressBench, useDressBench } from '../../store/dressBench';
import { liveFont } from '../../store/liveFont';
import { useSheetImage } from '../../store/pictures';
import { useDoc, useProject } from '../../store/projectStore';
import { commandOf, previewOf } from '../../tools/dress/applyEdit';
import { aheadOf, drawTool } from '../../tools/dress/drawTool';
import { guideTool } from '../../tools/dress/guideTool';
import { HIT_RADIUS_PEN_PX, HIT_RADIUS_PX } from '../../tools/dress/hitTest';
import { lineTool } from '../../tools/dress/lineTool';
import {
  idle,
  type DressAnswer,
  type DressEdit,
  type DressPointer,
  type DressScene,
  type Gesture,
  type HeldGuide,
} from '../../tools/dress/scene';
import { selectTool } from '../../tools/dress/selectTool';
import { turnTool } from '../../tools/dress/turnTool';
import { drawDress, MOST_MARKED, type DressPicture, type LivePicture } from './drawDress';
import { neighbours } from './neighbours';
import { snapping } from './snapScene';
import { useEdges } from './useEdges';
import { placedAt, useDressTarget } from './useDressTarget';

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

/** The bench's surface: what the pointer does goes to the tool in hand, what the tool answers is drawn at once. */
export function DressCanvas() {
  const doc = useDoc();
  const desk = useDesk();
  const { glyph, target, placed, shift } = useDressTarget();
  const {
    tool,
    selection,
    seeing,
    tried,
    ruler,
    guide,
    lasso,
    drawing,
    view: ownView,
    tab,
  } = useDressBench();
  const [size, setSize] = useState({ width: 0, height: 0 });
  const gesture = useRef<Gesture>(idle);
  const pressed = useRef(new Presses());
  const live = useRef<LivePicture>(NOTHING_LIVE);
  const painter = useRef<(() => void) | null>(null);
  const shown = useRef<{ at: number; diff: ProjectDiff | null }>({ at: 0, diff: null });
  const edges = useEdges(seeing.deviation);
  const source = useSource();
  const { lines, grid } = projectOf(doc);
  const guides = useMemo(() => guidesOf(doc, glyph), [doc, glyph]);
  const advance = advanceOf(glyph);
  const whole = useWholeView(size, advance);
  const view = ownView ?? whole;

  const still = useMemo<DressPicture>(
    () => ({
      glyph,
      originX: shift,
      outline: placedAt(glyph.contours, shift),
      worked: placed,
      pen: target.of === 'skeleton' ? (glyph.skeleton?.pen ?? null) : null,
      layers: placedLayers(glyph),
      advance,
      ...(seeing.neighbours ? neighbours(doc, glyph) : { before: null, after: null }),
      lines,
      selection,
      source,
      sourceStrength: desk === 'night' ? seeing.source * 0.7 : seeing.source,
      filled: seeing.filled,
      night: desk === 'night',
      comb: seeing.comb,
      edges,
      tried: tried ? placedAt(tried.made.contours, shift) : null,
      anchors: glyph.anchors.map((a) => ({ ...a, x: a.x - shift })),
      turning: tool === 'turn',
      guides: { all: guides, inHand: guide, feet: tool === 'guide' },
      grid,
      measures: glyph.measures,
      snags: target.of === 'outline' && tab === 'clean' ? findSnags(placed).map((s) => s.at) : [],
    }),
    [
      doc,
      glyph,
      placed,
      shift,
      target,
      advance,
      lines,
      grid,
      guides,
      guide,
      selection,
      source,
      seeing,
      desk,
      edges,
      tried,
      tab,
      tool,
    ],
  );
  useEffect(() => {
    // Points and runs that are gone (undo, delete) can't stay chosen.
    const gone = selection.some((p) => !placed[p.contour]?.nodes[p.node]);
    if (gone) dressBench.select([]);
    if (drawing !== null && placed[drawing]?.closed !== false) useDressBench.setState({ drawing: null });
  }, [placed, selection, drawing]);
  useEffect(() => {
    live.current = { ...NOTHING_LIVE, line: ruler && { ...ruler, kind: 'measure' } };
    painter.current?.();
  }, [ruler, still, tool]);

  const draw = useCallback(
    (g: CanvasRenderingContext2D, v: View, width: number, height: number) =>
      drawDress(g, v, width, height, still, live.current, readInks()),
    [still],
  );

  /** The running line shows what is being dragged, letters share parts only once it is let go. */
  const showInLine = (edit: DressEdit) => {
    const now = performance.now();
    const pace = countNodes(placed) > MOST_MARKED ? PREVIEW_MANY_MS : PREVIEW_EVERY_MS;
    if (now - shown.current.at < pace || target.of === 'skeleton' || edit.kind === 'guide') return;
    const diff = commandOf(doc, target, edit, shift);
    if (!diff) return;
    shown.current = { at: now, diff };
    liveFont.preview(diff);
  };
  /** A drag that came to nothing: the running line goes back to what is. */
  const takeBack = () => {
    if (shown.current.diff) liveFont.apply(reverseDiff(shown.current.diff), doc);
    shown.current = { at: 0, diff: null };
  };
  const make = (edit: DressEdit) => {
    const diff = commandOf(doc, target, edit, shift);
    if (!diff) return takeBack();
    useProject.getState().commit(diff);
    // What was chosen before a cut are other points behind it.
    if (edit.kind === 'cut') dressBench.select([]);
    if (edit.kind === 'guide') dressBench.holdGuide(edit.guide ?? lastGuide());
    shown.current = { at: 0, diff: null };
  };

  const sceneFor = (radius: number, free: boolean): DressScene => ({
    contours: placed,
    selection,
    anchors: still.anchors,
    guides,
    hitRadius: radius,
    ...snapping(doc, placed, advance, radius * 0.7, free, guides),
    lasso,
    free,
    drawing,
  });
  const step = (event: DressPointer, scene: DressScene): DressAnswer => {
    if (tool === 'select') return selectTool(gesture.current, event, scene);
    if (tool === 'turn') return turnTool(gesture.current, event, scene);
    if (tool === 'draw') return drawTool(gesture.current, event, scene);
    if (tool === 'guide') return guideTool(gesture.current, event, scene);
    return lineTool(tool, gesture.current, event, scene);
  };
  /** What the pen would do here is shown before it is pressed. */
  const look = (event: DressPointer, scene: DressScene) => {
    const ahead = aheadOf(event, scene);
    const last = drawing === null ? undefined : placed[drawing]?.nodes.at(-1);
    live.current = {
      ...live.current,
      ahead: { ...ahead, from: last ?? null },
      guides: ahead.guides,
      pointer: event.at,
    };
    painter.current?.();
  };
  const lookAway = () => {
    if (!live.current.ahead) return;
    live.current = { ...live.current, ahead: null, guides: [], pointer: null };
    painter.current?.();
  };
  const onPointer = (e: SurfacePointer) => {
    const at = { x: e.world.x, y: -e.world.y };
    const radius = (e.device === 'mouse' ? HIT_RADIUS_PX : HIT_RADIUS_PEN_PX) / view.zoom;
    const again = pressed.current.isAgain(e);
    const event: DressPointer = { type: e.type, at, shift: e.shift, alt: e.alt, again };
    const scene = sceneFor(radius, e.ctrl);
    if (e.type === 'move' && gesture.current.mode === 'idle') {
      if (tool === 'draw') look(event, scene);
      return;
    }
    const answer = step(event, scene);
    gesture.current = answer.gesture;
    if (answer.selection) dressBench.select(answer.selection);
    if (answer.guide !== undefined) useDressBench.setState({ guide: answer.guide });
    if (answer.drawing !== undefined) useDressBench.setState({ drawing: answer.drawing });
    if (answer.line !== undefined && tool === 'measure')
      useDressBench.setState({ ruler: answer.gesture.mode === 'idle' ? answer.line : null });
    if (tried && (answer.preview || answer.done)) useDressBench.setState({ tried: null });
    if (answer.preview) showInLine(answer.preview);
    live.current = liveOf(answer, placed, tool, at);
    painter.current?.();
    if (answer.done) make(answer.done);
    else if (answer.gesture.mode === 'idle') takeBack();
  };

  return (
    <Surface
      label={`Outline of ${glyph.name}`}
      view={view}
      whole={whole}
      onView={(v) => useDressBench.setState({ view: v })}
      onSize={(width, height) => setSize({ width, height })}
      draw={draw}
      onPointer={onPointer}
      onLeave={lookAway}
      painter={painter}
      cursor={tool === 'select' || tool === 'turn' ? 'default' : 'crosshair'}
    />
  );
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

/** The first view shows the whole line height, so that letters keep their size when one steps through them. */
function useWholeView(size: { width: number; height: number }, advance: number): View {
  const doc = useDoc();
  const { lines } = projectOf(doc);
  return useMemo(
    () =>
      fitBox(
        { xMin: -150, xMax: Math.max(600, advance) + 150, yMin: -lines.ascender, yMax: -lines.descender },
        size.width,
        size.height,
        14,
      ),
    // A drag that widens the letter must not move the view.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [size, lines],
  );
}

/** The sheet behind the letter, and where on it the letter lies. */
function useSource(): DressPicture['source'] {
  const doc = useDoc();
  const { glyph } = useDressTarget();
  const piece = glyph.source ? doc.pieces[glyph.source.pieceId] : undefined;
  const sheet = piece && doc.sheets[piece.sheetId];
  const image = useSheetImage(
    sheet?.pictureId,
    sheet ? doc.recipes[sheet.recipeId]!.mirror : false,
    sheet?.quarterTurns ?? 0,
  );
  return useMemo(() => (image && piece ? { image, piece } : null), [image, piece]);
}
