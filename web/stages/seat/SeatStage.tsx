import { Box, Flex } from '@chakra-ui/react';
import { useEffect, useMemo, useState, type ReactNode } from 'react';
import { changeSeating } from '../../../core/project/document/commands/lines/changeSeating';
import { changeGuide } from '../../../core/project/document/commands/lines/guides';
import { liftGlyphs } from '../../../core/project/document/commands/lines/placing';
import { projectOf } from '../../../core/project/document/newProject';
import { useLookKey } from '../../panels/useLookKey';
import { ToGather } from '../../panels/ToGather';
import { useReachBeneath } from '../../store/underlay';
import { useGlyphInHand } from '../../panels/useGlyphInHand';
import { useDoc, useProject } from '../../store/projectStore';
import { seatBench, useSeatBench } from '../../store/seatBench';
import { drawnGlyphs, standingsInOrder } from '../../store/selectors';
import type { LineKey } from '../../tools/seat/skylineTool';
import { Bench, EmptyBench } from '../../ui/Bench';
import { BesideOthers } from './BesideOthers';
import { SeatGauge } from './gauge/SeatGauge';
import { lineAt } from './lineAt';
import { Overlay } from './Overlay';
import { SeatActions } from './SeatActions';
import { Skyline } from './Skyline';
import { inOrder, through, type SkylineOrder } from './skylineOrder';
import { useSeatKeys } from './useSeatKeys';
import { NARROW } from '../../ui/narrow';

/** Less than this and its buttons lie upon each other, px. */
const LEAST_HEIGHT = { [NARROW.low]: { flexShrink: 0, minHeight: '150px' } };

function moveLine(key: LineKey, value: number, continues: boolean): void {
  const { doc, commit } = useProject.getState();
  if (!doc) return;
  const moved =
    key.kind === 'own'
      ? changeGuide(doc, null, key.id, { y: value })
      : changeSeating(doc, lineAt(key.line, value));
  commit(moved, continues);
}

const EMPTY = 'Here letters are scaled and set on their lines, once there are some.';

/** One above the other; in a low window both keep their height and are scrolled. */
function TwoHalves({ upper, lower }: { upper: ReactNode; lower: ReactNode }) {
  return (
    <Flex direction="column" flex="1" minH="0" css={{ [NARROW.low]: { overflowY: 'auto' } }}>
      <Box flex="1.2" minH="0" css={LEAST_HEIGHT}>
        {upper}
      </Box>
      <Box flex="1" minH="0" css={LEAST_HEIGHT} borderTopWidth="1px" borderColor="rule">
        {lower}
      </Box>
    </Flex>
  );
}

/** The skyline: one upright bar per letter from its lowest to its highest point, on the font's lines. */
export function SeatStage() {
  const doc = useDoc();
  const { glyph, take } = useGlyphInHand();
  const { chosen, under } = useSeatBench();
  const [order, setOrder] = useState<SkylineOrder>('alphabet');
  const glyphs = drawnGlyphs(doc);
  const { lines, ownLines } = projectOf(doc);
  const levelLines = useMemo(() => ownLines.filter((l) => l.deg === 0), [ownLines]);
  const all = standingsInOrder(doc);
  const standings = useMemo(() => inOrder(all, order), [all, order]);
  // Letters that are gone can't stay chosen.
  const live = useMemo(() => new Set([...chosen].filter((id) => doc.glyphs[id])), [chosen, doc.glyphs]);
  const inHand = glyph?.id;
  const ids = live.size > 0 ? [...live] : inHand ? [inHand] : [];
  const faulty = all.filter((s) => s.fault !== null && s.mend !== null);
  useEffect(() => () => seatBench.choose([]), []);
  useSeatKeys({ standings, faulty, ids, inHand, take });
  useLookKey();
  const beneathOf = useReachBeneath();

  if (glyphs.length === 0) return <EmptyBench way={<ToGather />}>{EMPTY}</EmptyBench>;

  const choose = (id: string, how: 'only' | 'toggle' | 'through') => {
    if (how === 'through') return seatBench.choose(new Set([...live, ...through(standings, inHand, id)]));
    if (how === 'only') seatBench.choose([id]);
    else {
      if (live.size === 0 && inHand && inHand !== id) seatBench.choose([inHand]);
      seatBench.toggle(id);
    }
    take(id);
  };
  const lift = (by: number, continues: boolean) => {
    const { doc: now, commit } = useProject.getState();
    const set = useSeatBench.getState().chosen;
    if (now) commit(liftGlyphs(now, set.size > 0 ? [...set] : ids, by), continues);
  };
  const shown = { lines, ownLines: levelLines, chosen: live, inHand: inHand ?? null };
  return (
    <>
      <Bench actions={<SeatActions faulty={faulty} order={order} onOrder={setOrder} />}>
        <TwoHalves
          upper={
            <Skyline
              {...{ ...shown, standings, beneathOf }}
              onChoose={choose}
              onLine={moveLine}
              onLift={lift}
            />
          }
          lower={under === 'overlay' ? <Overlay {...shown} glyphs={glyphs} /> : <BesideOthers />}
        />
      </Bench>
      <SeatGauge ids={ids} />
    </>
  );
}
