import { Text } from '@chakra-ui/react';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import {
  deleteNodes,
  lockSegments,
  movePoints,
  setNodeKind,
  type PointRef,
} from '../../../core/document/commands/dressing';
import { advanceOf, placedContours, placedLayers } from '../../../core/document/metrics';
import { projectOf } from '../../../core/document/newProject';
import type { NodeKind } from '../../../core/geometry/contour';
import { segmentsBetween } from '../../../core/trace/refit';
import { readInks } from '../../canvas/inks';
import { Surface, type SurfacePointer } from '../../canvas/Surface';
import { fitBox, type View } from '../../canvas/view';
import { useDesk } from '../../app/colourMode';
import { useGlyphInHand } from '../../panels/useGlyphInHand';
import { useSheetImage } from '../../store/pictures';
import { drawnGlyphs } from '../../store/selectors';
import { pasteInto } from '../../store/pasting';
import { useDoc, useProject } from '../../store/projectStore';
import { HIT_RADIUS_PX } from '../../tools/select/hitTest';
import { idle, selectTool, type SelectState } from '../../tools/select/selectTool';
import { Bench, EmptyBench } from '../../ui/Bench';
import { InkButton } from '../../ui/InkButton';
import { DressGauge } from './DressGauge';
import { drawDress } from './drawDress';
import { neighbours } from './neighbours';

/** The letter in hand large on the ruled line between its real neighbours, the source faintly below. */
export function DressStage() {
  const { glyph } = useGlyphInHand();
  if (!glyph)
    return (
      <EmptyBench>
        No letter has an outline yet. Lift a sheet first; its letters come here by themselves.
      </EmptyBench>
    );
  return <DressBench key={glyph.id} />;
}

function DressBench() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const desk = useDesk();
  const { glyph: inHand, take } = useGlyphInHand();
  const glyph = inHand!;
  const [selection, setSelection] = useState<readonly PointRef[]>([]);
  const [tool, setTool] = useState<SelectState>(idle);
  const [size, setSize] = useState({ width: 0, height: 0 });
  const [ownView, setView] = useState<View | null>(null);
  const [filled, setFilled] = useState(false);
  const [sourceStrength, setSourceStrength] = useState(0.45);

  const piece = glyph.source ? doc.pieces[glyph.source.pieceId] : undefined;
  const sheet = piece && doc.sheets[piece.sheetId];
  const image = useSheetImage(
    sheet?.pictureId,
    sheet ? doc.recipes[sheet.recipeId]!.mirror : false,
    sheet?.quarterTurns ?? 0,
  );
  const placed = useMemo(() => placedContours(glyph), [glyph]);
  const layers = useMemo(() => placedLayers(glyph), [glyph]);
  const advance = advanceOf(glyph);
  const { lines } = projectOf(doc);
  // The first view shows the whole line height, so that letters keep their size when one steps through them.
  const whole = useMemo(
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
  const view = ownView ?? whole;
  useEffect(() => {
    // Points that are gone (undo, delete) can't stay chosen.
    setSelection((s) => (s.every((p) => glyph.contours[p.contour]?.nodes[p.node]) ? s : []));
  }, [glyph]);

  const draw = useCallback(
    (g: CanvasRenderingContext2D, v: View, width: number) => {
      const sides = neighbours(doc, glyph);
      const frame = tool.mode === 'framing' ? tool : null;
      const source = image && piece ? { image, piece } : null;
      const strength = desk === 'night' ? sourceStrength * 0.7 : sourceStrength;
      drawDress(
        g,
        v,
        width,
        {
          glyph,
          placed,
          layers,
          advance,
          ...sides,
          lines,
          selection,
          source,
          sourceStrength: strength,
          filled,
          night: desk === 'night',
          frame,
        },
        readInks(),
      );
    },
    [doc, glyph, placed, layers, advance, lines, selection, image, piece, sourceStrength, filled, tool, desk],
  );
  const onPointer = (e: SurfacePointer) => {
    const event = { type: e.type, at: { x: e.world.x, y: -e.world.y }, shift: e.shift };
    const answer = selectTool(tool, event, {
      contours: placed,
      selection,
      hitRadius: HIT_RADIUS_PX / view.zoom,
    });
    if (answer.state !== tool) setTool(answer.state);
    if (answer.selection) setSelection(answer.selection);
    if (answer.moveBy)
      commit(movePoints(doc, glyph.id, selection, answer.moveBy.by), answer.moveBy.continues);
  };
  const nodes = selection.filter((s) => s.part === 'node');
  const kind = (k: NodeKind) => commit(setNodeKind(doc, glyph.id, nodes, k));
  const remove = () => {
    commit(deleteNodes(doc, glyph.id, nodes));
    setSelection([]);
  };
  const within = nodes[0]?.contour ?? 0;
  const stretched = segmentsBetween(
    glyph.contours[within],
    nodes.filter((s) => s.contour === within).map((s) => s.node),
  );
  const locked = stretched.length > 0 && stretched.every((i) => glyph.contours[within]!.nodes[i]!.locked);
  const lock = () => commit(lockSegments(doc, glyph.id, within, stretched, !locked));
  const all = () =>
    setSelection(
      glyph.contours.flatMap((c, contour) =>
        c.nodes.map((_, node): PointRef => ({ contour, node, part: 'node' })),
      ),
    );
  const step = (by: number) => {
    const list = drawnGlyphs(doc);
    const next = list[(list.findIndex((g) => g.id === glyph.id) + by + list.length) % list.length];
    if (next) take(next.id);
  };
  const nudge = (e: KeyboardEvent) => {
    const by = e.ctrlKey || e.metaKey ? 100 : e.shiftKey ? 10 : 1;
    const x = e.key === 'ArrowLeft' ? -by : e.key === 'ArrowRight' ? by : 0;
    const y = e.key === 'ArrowDown' ? -by : e.key === 'ArrowUp' ? by : 0;
    e.preventDefault();
    commit(movePoints(doc, glyph.id, selection, { x, y }));
  };
  useEffect(() => {
    const paste = (e: ClipboardEvent) => {
      // Text meant for a field stays there.
      if ((e.target as HTMLElement | null)?.closest('input, textarea')) return;
      void pasteInto(glyph.id, e.clipboardData?.getData('text/plain') ?? '');
    };
    document.addEventListener('paste', paste);
    return () => document.removeEventListener('paste', paste);
  }, [glyph.id]);
  useHotkeys('left, right, up, down', nudge, { ignoreModifiers: true });
  useHotkeys('delete, backspace', remove);
  useHotkeys('e', () => kind('corner'));
  useHotkeys('r', () => kind('smooth'));
  useHotkeys('a', all);
  useHotkeys('l', lock);
  useHotkeys('escape', () => setSelection([]));
  useHotkeys('0', () => setView(null));
  useHotkeys('comma', () => step(-1));
  useHotkeys('period', () => step(1));

  return (
    <>
      <Bench
        actions={
          <>
            <InkButton tip="The letter before (,)" onClick={() => step(-1)}>
              Before
            </InkButton>
            <InkButton tip="The letter after (.)" onClick={() => step(1)}>
              After
            </InkButton>
            <InkButton
              tip="Make the chosen points corners (E)"
              disabled={nodes.length === 0}
              onClick={() => kind('corner')}
            >
              Corner
            </InkButton>
            <InkButton
              tip="Make the chosen points smooth (R)"
              disabled={nodes.length === 0}
              onClick={() => kind('smooth')}
            >
              Smooth
            </InkButton>
            <InkButton
              tip="Delete the chosen points; the curve keeps its shape (Delete)"
              disabled={nodes.length === 0}
              onClick={remove}
            >
              Delete
            </InkButton>
            <InkButton
              tip="Filled as it will print, or outline with its points"
              aria-pressed={filled}
              onClick={() => setFilled(!filled)}
            >
              {filled ? 'Outline' : 'Filled'}
            </InkButton>
            <InkButton tip="The whole letter in view (0)" onClick={() => setView(null)}>
              Whole letter
            </InkButton>
            <Text fontSize="sm" color="faded" truncate>
              Wheel zooms, Space moves
            </Text>
          </>
        }
      >
        <Surface
          label={`Outline of ${glyph.name}`}
          view={view}
          onView={setView}
          onSize={(width, height) => setSize({ width, height })}
          draw={draw}
          onPointer={onPointer}
        />
      </Bench>
      <DressGauge
        glyph={glyph}
        selection={selection}
        sourceStrength={sourceStrength}
        onSourceStrength={setSourceStrength}
        onSelection={setSelection}
        locked={locked}
        onLock={lock}
      />
    </>
  );
}
