import { useCallback, useMemo, useRef } from 'react';
import { setBearings } from '../../../core/project/document/commands/spacing/bearings';
import { setKerning } from '../../../core/project/document/commands/spacing/kerning';
import { projectOf } from '../../../core/project/document/newProject';
import { guidesOf } from '../../../core/project/document/queries/guides';
import { kerningBetween } from '../../../core/project/document/queries/kerning';
import type { GlyphRow } from '../../../core/project/document/schema';
import { ScrolledBench } from '../../canvas/ScrolledBench';
import { useGlyphInHand } from '../../panels/useGlyphInHand';
import { ToGather } from '../../panels/ToGather';
import { LEAST_EM_PX, MOST_EM_PX, USUAL_EM_PX, useFitBench } from '../../store/fitBench';
import { useDoc, useProject } from '../../store/projectStore';
import { drawnGlyphs, glyphByCodePoint } from '../../store/selectors';
import type { FitAnswer, Pair } from '../../tools/fit/fitTool';
import { pairAloud, spacedAloud } from '../../text/aloud';
import { say } from '../../ui/aloud';
import { Bench, EmptyBench } from '../../ui/Bench';
import { FitActions } from './FitActions';
import { FitGauge } from './gauge/FitGauge';
import { FitLine } from './FitLine';
import { PairMap } from './PairMap';
import { charOf, setText, textToSet, type SetLetter } from './setText';
import { useFitKeys } from './useFitKeys';
import { useRhythm, type PairOff, type Rhythm } from './useRhythm';
import { followsHand, placeOf, walk, type Place } from './walk';

/** Takes a pair in hand, and says which. `off`: how far it is from the rhythm, where that is known. */
function holdPair(left: string, right: string, off: number | null = null): void {
  useFitBench.setState({ pair: { left, right }, tab: 'pairs' });
  const { doc } = useProject.getState();
  const [a, b] = [doc?.glyphs[left], doc?.glyphs[right]];
  if (doc && a && b) say(pairAloud(charOf(a), charOf(b), kerningBetween(doc)(left, right), off));
}

/** The pair in hand with how far its white is from the rhythm; null when a letter of it is gone. */
function usePairInHand(rhythm: Rhythm | null): PairOff | null {
  const { glyphs } = useDoc();
  const held = useFitBench((s) => s.pair);
  return useMemo(() => {
    if (!held || !glyphs[held.left] || !glyphs[held.right]) return null;
    const chars = charOf(glyphs[held.left]) + charOf(glyphs[held.right]);
    return { ...held, chars, off: rhythm?.between(held.left, held.right) ?? 0 };
  }, [held, glyphs, rhythm]);
}

function useSetLetters(glyph: GlyphRow | null, pair: PairOff | null): readonly SetLetter[] {
  const doc = useDoc();
  const text = useFitBench((s) => s.text);
  return useMemo(() => {
    const have = glyphByCodePoint(doc);
    const glyphs = [...textToSet(doc, text, glyph, pair)].flatMap(
      (c) => have.get(c.codePointAt(0) ?? 0) ?? [],
    );
    return setText(glyphs, kerningBetween(doc));
  }, [doc, text, glyph, pair]);
}

/** Takes the pair that is furthest from the rhythm next in hand. */
function nextWorst(rhythm: Rhythm | null, by: number): void {
  const worst = rhythm?.worst ?? [];
  const { pair } = useFitBench.getState();
  const now = worst.findIndex((p) => p.left === pair?.left && p.right === pair.right);
  const next = worst[(now + by + worst.length) % Math.max(1, worst.length)];
  if (!next) return say('No pair stands out.');
  holdPair(next.left, next.right, next.off);
  useFitBench.setState({ text: 'pair', view: 'line' });
}

/** Puts what the line's tool asks for into the project. */
function answerLine({ hold, bearing, kern }: FitAnswer): void {
  const { doc, commit } = useProject.getState();
  if (hold) holdPair(hold.left, hold.right);
  if (doc && bearing)
    commit(setBearings(doc, bearing.id, { [bearing.side]: bearing.value }), bearing.continues);
  if (doc && kern) {
    const value = kerningBetween(doc)(kern.left, kern.right) + kern.by;
    commit(setKerning(doc, kern.left, kern.right, value), kern.continues);
  }
}

function Map({ rhythm, pair }: { rhythm: Rhythm; pair: PairOff | null }) {
  const at = [pair?.left, pair?.right].map((id) => rhythm.place.get(id ?? ''));
  const inHand = at[0] === undefined || at[1] === undefined ? null : ([at[0], at[1]] as const);
  return (
    <PairMap
      chars={rhythm.chars}
      groups={rhythm.fitted.kerning}
      off={rhythm.at}
      inHand={inHand}
      onPick={(i, j) => holdPair(rhythm.glyphIds[i] ?? '', rhythm.glyphIds[j] ?? '')}
    />
  );
}

/** A letter with the one behind it; null where that is none, or has no ink. */
const pairWith = (glyph: GlyphRow | null, next: GlyphRow | undefined): Pair | null =>
  glyph && next && next.contours.length > 0 ? { left: glyph.id, right: next.id } : null;

function takeLetter(id: string, take: (id: string) => void): void {
  useFitBench.setState({ tab: 'letter' });
  take(id);
}

/** One long line of text with the white between letters tinted by how far it is from the rhythm, or the map of all pairs. */
export function FitStage() {
  const doc = useDoc();
  const { glyph, take } = useGlyphInHand();
  const { text, view, pair: held, tint, emPx } = useFitBench();
  const rhythm = useRhythm();
  const pair = usePairInHand(rhythm);
  const letters = useSetLetters(glyph, pair);
  const walked = useRef<Place | null>(null);
  const line = letters.map((l) => l.glyph.id);
  const at = placeOf(line, glyph?.id, walked.current);
  const step = (by: number) => {
    const way = followsHand(text) ? drawnGlyphs(doc).map((g) => g.id) : line;
    walked.current = walk(way, glyph?.id, walked.current, by);
    const taken = doc.glyphs[walked.current?.id ?? ''];
    if (!taken) return;
    take(taken.id);
    say(spacedAloud(charOf(taken), taken.bearings));
  };
  const onWorst = useCallback((by: number) => nextWorst(rhythm, by), [rhythm]);
  const following = pairWith(glyph, letters[at + 1]?.glyph);
  useFitKeys({ pair, following, step, nextWorst: onWorst, holdPair });
  const onTake = (id: string, index: number) => {
    walked.current = { id, at: index };
    takeLetter(id, take);
  };

  if (!glyph)
    return <EmptyBench way={<ToGather />}>Here letters are spaced, once there are some.</EmptyBench>;
  const { lines, unitsPerEm } = projectOf(doc);
  return (
    <>
      <Bench actions={<FitActions hasPair={pair !== null} />}>
        {view === 'map' && rhythm ? (
          <Map rhythm={rhythm} pair={pair} />
        ) : (
          <ScrolledBench
            label="The text being fitted"
            size={emPx}
            least={LEAST_EM_PX}
            most={MOST_EM_PX}
            usual={USUAL_EM_PX}
            onSize={(px) => useFitBench.setState({ emPx: px })}
            ground="sheet"
          >
            <FitLine
              {...{ letters, lines, emPx, unitsPerEm, onTake }}
              guides={guidesOf(doc, glyph)}
              inHand={glyph.id}
              numberedAt={at}
              pair={held}
              off={tint && rhythm ? rhythm.between : null}
              onAnswer={answerLine}
            />
          </ScrolledBench>
        )}
      </Bench>
      <FitGauge glyph={glyph} pair={pair} rhythm={rhythm} onNext={onWorst} />
    </>
  );
}
