import { Box, Flex, NativeSelect, Text } from '@chakra-ui/react';
import { useEffect, useMemo, useState } from 'react';
import { changeGuide } from '../../../core/project/document/commands/lines/guides';
import { changeSeating, seatAll } from '../../../core/project/document/commands/lines/changeSeating';
import { liftGlyphs, mendStandings } from '../../../core/project/document/commands/lines/placing';
import { projectOf } from '../../../core/project/document/newProject';
import { useGlyphInHand } from '../../panels/useGlyphInHand';
import { useDoc, useProject } from '../../store/projectStore';
import { seatBench, useSeatBench } from '../../store/seatBench';
import { drawnGlyphs, standingsInOrder } from '../../store/selectors';
import { useBenchKey } from '../../ui/benchKeys';
import { Bench, EmptyBench } from '../../ui/Bench';
import { InkButton } from '../../ui/InkButton';
import { BesideOthers } from './BesideOthers';
import { Overlay } from './Overlay';
import { SeatGauge } from './gauge/SeatGauge';
import { amountOf } from '../../text/standing';
import type { LineKey } from '../../tools/seat/skylineTool';
import { Skyline, type SkylineOrder } from './Skyline';

const ORDERS: readonly [SkylineOrder, string][] = [
  ['alphabet', 'In alphabetical order'],
  ['height', 'By height'],
  ['outliers', 'Outliers first'],
];

/** The skyline: one upright bar per letter from its lowest to its highest point, on the font's lines. */
export function SeatStage() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { glyph, take } = useGlyphInHand();
  const { chosen, under } = useSeatBench();
  const [order, setOrder] = useState<SkylineOrder>('alphabet');
  const glyphs = drawnGlyphs(doc);
  const { lines, ownLines } = projectOf(doc);
  const levelLines = useMemo(() => ownLines.filter((l) => l.deg === 0), [ownLines]);
  const all = standingsInOrder(doc);
  const standings = useMemo(() => {
    if (order === 'height') return [...all].sort((a, b) => b.top - b.bottom - (a.top - a.bottom));
    if (order === 'outliers')
      return [...all].sort(
        (a, b) => Number(b.fault !== null) - Number(a.fault !== null) || amountOf(b) - amountOf(a),
      );
    return all;
  }, [all, order]);
  // Letters that are gone can't stay chosen.
  const live = useMemo(() => new Set([...chosen].filter((id) => doc.glyphs[id])), [chosen, doc.glyphs]);
  const ids = live.size > 0 ? [...live] : glyph ? [glyph.id] : [];
  useEffect(() => () => seatBench.choose([]), []);

  const step = (by: number) => {
    const from = live.size === 1 ? [...live][0] : glyph?.id;
    const at = standings.findIndex((s) => s.id === from);
    const to = standings[Math.max(0, Math.min(standings.length - 1, at + by))];
    if (!to) return;
    seatBench.choose([to.id]);
    take(to.id);
  };
  const nudge = (by: number) => commit(liftGlyphs(doc, ids, by));
  useBenchKey('left', () => step(-1));
  useBenchKey('pageup', () => step(-1), { preventDefault: true });
  useBenchKey('right', () => step(1));
  useBenchKey('pagedown', () => step(1), { preventDefault: true });
  useBenchKey('up', (e) => (e.preventDefault(), nudge(1)));
  useBenchKey('down', (e) => (e.preventDefault(), nudge(-1)));
  useBenchKey('shift+up', (e) => (e.preventDefault(), nudge(10)));
  useBenchKey('shift+down', (e) => (e.preventDefault(), nudge(-10)));
  useBenchKey('a', () => seatBench.choose(standings.map((s) => s.id)));
  useBenchKey('escape', () => seatBench.choose([]));
  const faulty = all.filter((s) => s.fault !== null && s.mend !== null);
  useBenchKey('j', () => {
    const at = faulty.findIndex((s) => s.id === glyph?.id);
    const next = faulty[(at + 1) % faulty.length];
    if (next) (seatBench.choose([next.id]), take(next.id));
  });
  useBenchKey('enter', () => {
    const mine = faulty.filter((s) => ids.includes(s.id));
    if (mine.length > 0) commit(mendStandings(doc, mine));
  });

  if (glyphs.length === 0) return <EmptyBench>No letter has an outline yet. Lift a sheet first.</EmptyBench>;

  const choose = (id: string, how: 'only' | 'toggle' | 'through') => {
    if (how === 'toggle') {
      if (live.size === 0 && glyph && glyph.id !== id) seatBench.choose([glyph.id]);
      seatBench.toggle(id);
    } else if (how === 'through') {
      const [a, b] = [glyph?.id, id].map((x) => standings.findIndex((s) => s.id === x)) as [number, number];
      const range = standings.slice(Math.min(a, b), Math.max(a, b) + 1).map((s) => s.id);
      seatBench.choose(new Set([...live, ...range]));
      return;
    } else seatBench.choose([id]);
    take(id);
  };
  const moveLine = (key: LineKey, value: number, continues: boolean) => {
    if (key.kind === 'own') return commit(changeGuide(doc, null, key.id, { y: value }), continues);
    commit(
      changeSeating(doc, {
        lines: { [key.line]: value },
        ...(key.line === 'xHeight' ? { seating: { reference: 'caps-and-small' } } : {}),
      }),
      continues,
    );
  };

  return (
    <>
      <Bench
        actions={
          <>
            <InkButton
              main
              tip="Put every letter on the lines again: how you moved letters yourself stays"
              onClick={() => commit(seatAll(doc))}
            >
              Seat all
            </InkButton>
            {faulty.length > 0 && (
              <InkButton
                tip="Set floaters down, scale what is too tall or too short, as the list at the right says"
                onClick={() => commit(mendStandings(doc, faulty))}
              >
                Put {faulty.length} right
              </InkButton>
            )}
            <NativeSelect.Root size="xs" w="11.5rem" flexShrink={0}>
              <NativeSelect.Field
                aria-label="Order of the skyline"
                borderColor="rule"
                value={order}
                onChange={(e) => setOrder(e.target.value as SkylineOrder)}
              >
                {ORDERS.map(([value, text]) => (
                  <option key={value} value={value}>
                    {text}
                  </option>
                ))}
              </NativeSelect.Field>
              <NativeSelect.Indicator />
            </NativeSelect.Root>
            <Text fontSize="sm" color="faded" flex="1" truncate>
              Drag a bar or a line. Shift or Alt chooses several.
            </Text>
            <InkButton
              tip="The letters themselves laid over each other"
              aria-pressed={under === 'overlay'}
              onClick={() => useSeatBench.setState({ under: 'overlay' })}
            >
              Overlay
            </InkButton>
            <InkButton
              tip="The same text in other fonts at the same size: does ours come out as big?"
              aria-pressed={under === 'compare'}
              onClick={() => useSeatBench.setState({ under: 'compare' })}
            >
              Beside other fonts
            </InkButton>
          </>
        }
      >
        <Flex direction="column" flex="1" minH="0">
          <Box flex="1.2" minH="0">
            <Skyline
              standings={standings}
              lines={lines}
              ownLines={levelLines}
              chosen={live}
              inHand={glyph?.id ?? null}
              onChoose={choose}
              onLine={moveLine}
              onLift={(by, continues) => {
                const now = useProject.getState().doc;
                const set = useSeatBench.getState().chosen;
                if (now) commit(liftGlyphs(now, set.size > 0 ? [...set] : ids, by), continues);
              }}
            />
          </Box>
          <Box flex="1" minH="0" borderTopWidth="1px" borderColor="rule">
            {under === 'overlay' ? (
              <Overlay
                glyphs={glyphs}
                lines={lines}
                ownLines={levelLines}
                chosen={live}
                inHand={glyph?.id ?? null}
              />
            ) : (
              <BesideOthers />
            )}
          </Box>
        </Flex>
      </Bench>
      <SeatGauge ids={ids} />
    </>
  );
}
