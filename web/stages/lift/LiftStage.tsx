import { useEffect, useState } from 'react';
import type { PieceRow } from '../../../core/project/document/schema';
import { ToGather } from '../../panels/ToGather';
import type { SurfacePointer } from '../../canvas/surfacePointer';
import { say } from '../../ui/aloud';
import { reshapePieces } from '../../store/lifting';
import { useDoc, useProject } from '../../store/projectStore';
import { piecesInSight } from '../../tools/lift/inSight';
import {
  joinNext,
  liftTool,
  type LiftScene,
  type LiftStroke,
  type LiftTool,
  type Mend,
} from '../../tools/lift/liftTool';
import { madeAloud, pieceAloud } from '../../text/aloud';
import { Bench, EmptyBench } from '../../ui/Bench';
import { BeyondList } from './BeyondList';
import { LiftActions } from './LiftActions';
import { LiftCanvas, wholeOf, type LiftSight } from './LiftCanvas';
import { MendGauge } from './MendGauge';
import { PairStrip } from './PairStrip';
import { PieceGauge } from './PieceGauge';
import { FIRST_SHOWN } from './ShowBar';
import { TraceGauge } from './TraceGauge';
import { useLiftKeys } from './useLiftKeys';
import { useInkOf, useLiftSheet, usePieceInHand, type LiftSheet } from './useLiftSheet';

const EMPTY = 'Here letters are found on a sheet, once a picture of them was added.';

/** Passes pointers on to the tool of the sheet, and its answers to the project. */
function useMending(on: LiftSheet, sight: Omit<LiftScene, 'tool'>, choose: (id: string) => void) {
  const doc = useDoc();
  const [tool, setTool] = useState<LiftTool>('pick');
  const [stroke, setStroke] = useState<LiftStroke | null>(null);
  const mend = ({ gone, what, baselineY }: Mend) => {
    // What comes of it is to be in hand.
    if (gone[0]) choose(gone[0]);
    const rows = gone.flatMap((id) => doc.pieces[id] ?? []);
    void reshapePieces(on.sheet.id, rows, what, baselineY).then(([made, ...more]) => {
      if (made === undefined) return;
      if (gone.length === 0) choose(made);
      const piece = useProject.getState().doc?.pieces[made];
      if (piece) say(madeAloud(piece, 1 + more.length));
    });
  };
  const onPointer = ({ type, world }: SurfacePointer) => {
    const scene: LiftScene = { ...sight, tool: on.traced ? tool : 'pick' };
    const answer = liftTool(stroke, { type, at: world }, scene);
    if (answer.stroke !== stroke) setStroke(answer.stroke);
    if (answer.choose) choose(answer.choose);
    if (answer.mend) mend(answer.mend);
    if (answer.tool) setTool(answer.tool);
  };
  const join = () => {
    const both = joinNext(sight);
    if (both) mend(both);
  };
  return { tool, setTool, stroke, onPointer, join };
}

type InHand = ReturnType<typeof usePieceInHand>;

/** Ways from piece to piece, which say where they led. */
function walking(pieces: readonly PieceRow[], { chosen, doubtful, choose }: InHand) {
  const go = (to: PieceRow | undefined) => {
    if (!to) return;
    choose(to.id);
    say(pieceAloud(to, pieces.indexOf(to) + 1, pieces.length));
  };
  return {
    step(by: number) {
      const at = pieces.findIndex((p) => p.id === chosen?.id);
      go(pieces[Math.max(0, Math.min(pieces.length - 1, at + by))]);
    },
    nextDoubtful() {
      const next = doubtful.find((p) => p.order > (chosen?.order ?? -1)) ?? doubtful[0];
      if (next) go(next);
      else say('No doubtful piece is left.');
    },
  };
}

/** The sheet large, the found pieces outlined on it and threaded in reading order; above it the two aligned rows. */
export function LiftStage() {
  const [sheetId, onSheet] = useState<string | null>(null);
  const on = useLiftSheet(sheetId);
  return on ? <LiftBench on={on} onSheet={onSheet} /> : <EmptyBench way={<ToGather />}>{EMPTY}</EmptyBench>;
}

function LiftBench({ on, onSheet }: { on: LiftSheet; onSheet: (id: string) => void }) {
  const { sheet, recipe, traced, kept, pieces } = on;
  const inHand = usePieceInHand(sheet.id, pieces);
  const { chosen, doubtful, choose } = inHand;
  const [sight, setSight] = useState<LiftSight>({ width: 0, height: 0, own: null });
  const [shown, setShown] = useState(FIRST_SHOWN);
  useEffect(() => setSight((s) => ({ ...s, own: null })), [sheet.id]);
  const deviation = useInkOf(on, chosen, shown.ink);
  const view = sight.own ?? wholeOf(sheet, sight);
  const scene = { pieces, chosen: chosen?.id ?? null, zoom: view.zoom };
  const { tool, setTool, stroke, onPointer, join } = useMending(on, scene, choose);
  const { step, nextDoubtful } = walking(pieces, inHand);
  useLiftKeys({ chosen, step, nextDoubtful, join, onTool: setTool });
  const inView = () => {
    const seen = piecesInSight(pieces, { ...view, width: sight.width, height: sight.height });
    return [...(chosen ? [chosen.id] : []), ...seen.map((p) => p.id)];
  };
  const actions = (
    <LiftActions
      {...{ on, shown, onSheet }}
      doubtful={doubtful.length}
      onNextDoubtful={nextDoubtful}
      onShown={setShown}
    />
  );
  return (
    <>
      <Bench actions={actions}>
        <BeyondList sheet={sheet} pieces={kept} />
        <PairStrip sheet={sheet} pieces={kept} chosen={scene.chosen} onChoose={choose} />
        <LiftCanvas
          {...{ on, shown, deviation, tool, stroke, sight, onPointer }}
          chosen={scene.chosen}
          onSight={setSight}
        />
      </Bench>
      {chosen && (
        <PieceGauge piece={chosen} deviation={deviation} traced={traced} onChoose={choose}>
          {traced && sheet.kind === 'page' && <MendGauge tool={tool} onTool={setTool} onJoin={join} />}
          {traced && <TraceGauge sheetId={sheet.id} recipe={recipe} inView={inView} />}
        </PieceGauge>
      )}
    </>
  );
}
