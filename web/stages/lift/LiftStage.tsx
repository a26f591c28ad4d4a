import { counted } from '../../../core/foundations/problems/counted';
import { NativeSelect, Text } from '@chakra-ui/react';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { dropPiece, acceptPieces } from '../../../core/project/document/commands/pieces/named';
import type { PieceRow } from '../../../core/project/document/schema';
import { readInks } from '../../canvas/inks';
import { Surface, type SurfacePointer } from '../../canvas/Surface';
import { fitBox, type View } from '../../canvas/view';
import { useDesk } from '../../ui/colourMode';
import { useSheetImage } from '../../store/pictures';
import { isDoubtful } from '../../../core/project/document/queries/sheets';
import { isDrawn, piecesBySheet, sheetsInOrder } from '../../store/selectors';
import { useDoc, useProject } from '../../store/projectStore';
import { useBenchKey } from '../../ui/benchKeys';
import { Bench, EmptyBench } from '../../ui/Bench';
import { InkButton } from '../../ui/InkButton';
import { reshapePieces } from '../../store/lifting';
import { dropTrial, measurePiece, showInk, useTracing } from '../../store/tracing';
import {
  joinNext,
  liftTool,
  type LiftScene,
  type LiftStroke,
  type LiftTool,
  type Mend,
} from '../../tools/lift/liftTool';
import { pieceInHand } from '../../tools/lift/inHand';
import { drawLiftedSheet } from './drawLiftedSheet';
import { BeyondList } from './BeyondList';
import { PairStrip } from './PairStrip';
import { drawStroke } from './drawStroke';
import { MendGauge } from './MendGauge';
import { PieceGauge } from './PieceGauge';
import { FIRST_SHOWN, ShowBar } from './ShowBar';
import { TraceGauge } from './TraceGauge';

const NONE: readonly PieceRow[] = [];

/** The sheet large, the found pieces outlined on it and threaded in reading order; above it the two aligned rows. */
export function LiftStage() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const desk = useDesk();
  const sheets = sheetsInOrder(doc);
  const [sheetId, setSheetId] = useState<string | null>(null);
  const sheet = sheets.find((s) => s.id === sheetId) ?? sheets[0];
  const kept = (sheet && piecesBySheet(doc).get(sheet.id)) ?? NONE;
  /** Drawn outlines have no ink to be traced from. */
  const traced = sheet !== undefined && !isDrawn(sheet);
  const image = useSheetImage(
    traced ? sheet?.pictureId : null,
    sheet ? doc.recipes[sheet.recipeId]!.mirror : false,
    sheet?.quarterTurns ?? 0,
  );
  const [chosenId, setChosen] = useState<string | null>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  const [ownView, setView] = useState<View | null>(null);
  const [shown, setShown] = useState(FIRST_SHOWN);
  const [tool, setTool] = useState<LiftTool>('pick');
  const [stroke, setStroke] = useState<LiftStroke | null>(null);
  const { outlines, deviation, inks } = useTracing();
  useEffect(() => setView(null), [sheet?.id]);
  useEffect(() => dropTrial, [sheet?.id]);
  const lay = useRef<PieceRow['box'] | null>(null);
  // Another sheet has nothing to do with what was in hand on the one before.
  useEffect(() => {
    lay.current = null;
    setChosen(null);
  }, [sheet?.id]);
  /** Pieces as they are, or as the recipe that is being tried would have them. */
  const pieces = useMemo(
    () =>
      kept.map((p) => {
        const tried = outlines.get(p.id);
        return tried ? { ...p, ...tried } : p;
      }),
    [kept, outlines],
  );

  const whole = useMemo(
    () =>
      sheet &&
      fitBox({ xMin: 0, yMin: 0, xMax: sheet.widthPx, yMax: sheet.heightPx }, size.width, size.height, 12),
    [sheet, size],
  );
  const view = ownView ?? whole ?? null;
  const doubtful = pieces.filter((p) => p.state !== 'dropped' && isDoubtful(p));
  const chosen = pieceInHand(pieces, chosenId, lay.current) ?? doubtful[0] ?? pieces[0] ?? null;
  useEffect(() => {
    lay.current = chosen?.box ?? null;
    if (chosenId !== null && chosen && chosen.id !== chosenId) setChosen(chosen.id);
  }, [chosen, chosenId]);

  const recipe = sheet && doc.recipes[sheet.recipeId];
  const level = recipe?.level ?? null;
  useEffect(() => {
    if (!sheet || !chosen || !traced) return;
    const timer = setTimeout(() => void measurePiece(sheet, level, chosen), 120);
    return () => clearTimeout(timer);
  }, [sheet, level, chosen, traced]);
  useEffect(() => {
    if (sheet && traced && shown.ink) void showInk(sheet, level, kept, readInks().ink);
  }, [sheet, level, kept, shown.ink, desk, traced]);
  const measured = chosen && deviation?.pieceId === chosen.id ? deviation.found : null;
  const inView = () => {
    if (!view) return [];
    const seen = pieces.filter(({ box: b }) => {
      const [x, y] = [b.x * view.zoom + view.x, b.y * view.zoom + view.y];
      return x < size.width && y < size.height && x + b.width * view.zoom > 0 && y + b.height * view.zoom > 0;
    });
    return [...(chosen ? [chosen.id] : []), ...seen.map((p) => p.id)];
  };

  const draw = useCallback(
    (g: CanvasRenderingContext2D, v: View) => {
      const more = drawLiftedSheet(
        g,
        v,
        {
          image,
          pieces,
          chosen: chosen?.id ?? null,
          shown,
          inks,
          deviation: measured,
          width: size.width,
          height: size.height,
          night: desk === 'night',
        },
        readInks(),
      );
      if (stroke) drawStroke(g, v, stroke, tool, readInks());
      return more;
    },
    [stroke, tool, image, pieces, chosen?.id, shown, inks, measured, size.width, size.height, desk],
  );
  const scene: LiftScene = {
    tool: traced ? tool : 'pick',
    pieces,
    chosen: chosen?.id ?? null,
    zoom: view?.zoom ?? 1,
  };
  const mend = ({ gone, what, baselineY }: Mend) => {
    // What comes of it is to be in hand.
    if (gone[0]) setChosen(gone[0]);
    void reshapePieces(
      sheet.id,
      gone.map((id) => doc.pieces[id]!),
      what,
      baselineY,
    );
  };
  const join = () => {
    const both = joinNext(scene);
    if (both) mend(both);
  };
  const pick = ({ type, world }: SurfacePointer) => {
    const answer = liftTool(stroke, { type, at: world }, scene);
    if (answer.stroke !== stroke) setStroke(answer.stroke);
    if (answer.choose) setChosen(answer.choose);
    if (answer.mend) mend(answer.mend);
    if (answer.tool) setTool(answer.tool);
  };
  const step = (by: number) => {
    const at = pieces.findIndex((p) => p.id === chosen?.id);
    const next = pieces[Math.max(0, Math.min(pieces.length - 1, at + by))];
    if (next) setChosen(next.id);
  };
  const nextDoubtful = () => {
    const after = doubtful.find((p) => p.order > (chosen?.order ?? -1)) ?? doubtful[0];
    if (after) setChosen(after.id);
  };
  useBenchKey('j', nextDoubtful);
  useBenchKey('left', () => step(-1));
  useBenchKey('right', () => step(1));
  useBenchKey('x', () => setTool('cut'));
  useBenchKey('b', () => setTool('box'));
  useBenchKey('g', join);
  useBenchKey('escape', () => setTool('pick'));
  useBenchKey(
    'enter',
    () => chosen && (commit(acceptPieces(doc, [chosen.id])), nextDoubtful()),
    // On a piece of the strip it would be chosen again.
    { preventDefault: true },
  );
  useBenchKey(
    'delete, backspace',
    () => chosen && commit(dropPiece(doc, chosen.id, chosen.state !== 'dropped')),
  );

  if (!sheet) {
    return (
      <EmptyBench>
        There is no sheet yet. Go to Gather and drop a picture of your letters, or open the demo from the list
        of projects.
      </EmptyBench>
    );
  }
  return (
    <>
      <Bench
        actions={
          <>
            {sheets.length > 1 && (
              <NativeSelect.Root size="xs" w="11rem" flexShrink={0}>
                <NativeSelect.Field
                  aria-label="Sheet to look at"
                  bg="sheet"
                  borderColor="rule"
                  value={sheet.id}
                  onChange={(e) => setSheetId(e.target.value)}
                >
                  {sheets.map((s) => (
                    <option key={s.id} value={s.id}>
                      {s.name}
                    </option>
                  ))}
                </NativeSelect.Field>
                <NativeSelect.Indicator />
              </NativeSelect.Root>
            )}
            <InkButton
              main
              px="2"
              tip="Go to the next piece that should be looked at (J)"
              disabled={doubtful.length === 0}
              onClick={nextDoubtful}
            >
              Next doubtful
            </InkButton>
            <InkButton
              px="2"
              tip="Accept every suggestion as it stands"
              onClick={() =>
                commit(
                  acceptPieces(
                    doc,
                    pieces.filter((p) => p.state === 'found').map((p) => p.id),
                  ),
                )
              }
            >
              Accept all
            </InkButton>
            <ShowBar shown={shown} onShown={setShown} coloured={pieces.some((p) => p.layers.length > 0)} />
            <Text fontSize="xs" color="faded" whiteSpace="nowrap" data-testid="lift-count">
              {counted(pieces.filter((p) => p.state !== 'dropped').length, 'piece')}, {doubtful.length}{' '}
              doubtful
            </Text>
          </>
        }
      >
        <BeyondList sheet={sheet} pieces={kept} />
        <PairStrip sheet={sheet} pieces={kept} chosen={chosen?.id ?? null} onChoose={setChosen} />
        <Surface
          label={`The sheet ${sheet.name} with its letters outlined`}
          view={view}
          whole={whole ?? null}
          onView={setView}
          onSize={(width, height) => setSize({ width, height })}
          draw={draw}
          onPointer={pick}
          cursor={tool === 'pick' ? 'default' : 'crosshair'}
        />
      </Bench>
      {chosen && recipe && (
        <PieceGauge piece={chosen} deviation={measured} traced={traced}>
          {traced && sheet.kind === 'page' && <MendGauge tool={tool} onTool={setTool} onJoin={join} />}
          {traced && <TraceGauge sheetId={sheet.id} recipe={recipe} inView={inView} />}
        </PieceGauge>
      )}
    </>
  );
}
