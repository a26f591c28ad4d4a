import { takeDrawingAs, type DrawingUse } from '../../../core/project/document/commands/pieces/drawings';
import { acceptPieces, dropPiece } from '../../../core/project/document/commands/pieces/named';
import type { PieceRow } from '../../../core/project/document/schema';
import { useDoc, useProject } from '../../store/projectStore';
import type { LiftTool } from '../../tools/lift/liftTool';
import { droppedAloud } from '../../text/aloud';
import { say } from '../../ui/aloud';
import { useBenchKey } from '../../ui/benchKeys';

interface Ways {
  readonly chosen: PieceRow | null;
  readonly step: (by: number) => void;
  readonly nextDoubtful: () => void;
  readonly join: () => void;
  readonly onTool: (tool: LiftTool) => void;
}

/** Keys of Lift: piece by piece, the knife, the box, and what is said of the piece in hand. */
export function useLiftKeys({ chosen, step, nextDoubtful, join, onTool }: Ways): void {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  useBenchKey('j', nextDoubtful);
  useBenchKey('left', () => step(-1));
  useBenchKey('right', () => step(1));
  useBenchKey('x', () => (onTool('cut'), say('Knife.')));
  useBenchKey('b', () => (onTool('box'), say('Box.')));
  useBenchKey('g', join);
  useBenchKey('escape', () => onTool('pick'));
  const takeAs = (use: DrawingUse) => {
    const diff = chosen && takeDrawingAs(doc, chosen.id, use);
    if (!diff) return;
    commit(diff);
    say(`${diff.label}.`);
  };
  useBenchKey('l', () => takeAs('letter'));
  useBenchKey('t', () => takeAs('turn'));
  useBenchKey('u', () => takeAs('spare'));
  useBenchKey(
    'enter',
    () => chosen && (commit(acceptPieces(doc, [chosen.id])), nextDoubtful()),
    // On a piece of the strip it would be chosen again.
    { preventDefault: true },
  );
  useBenchKey('delete, backspace', () => {
    if (!chosen) return;
    const drops = chosen.state !== 'dropped';
    commit(dropPiece(doc, chosen.id, drops));
    say(droppedAloud(chosen, drops));
  });
}
