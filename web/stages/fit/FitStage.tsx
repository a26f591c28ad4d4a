import { guidesOf } from '../../../core/project/document/queries/guides';
import { Box, NativeSelect } from '@chakra-ui/react';
import { useCallback, useMemo, useRef } from 'react';
import { setBearings } from '../../../core/project/document/commands/spacing/bearings';
import { setKerning } from '../../../core/project/document/commands/spacing/kerning';
import { kerningBetween } from '../../../core/project/document/queries/kerning';
import { advanceOf } from '../../../core/project/document/queries/metrics';
import { projectOf } from '../../../core/project/document/newProject';
import type { Doc, GlyphRow } from '../../../core/project/document/schema';
import { useGlyphInHand } from '../../panels/useGlyphInHand';
import { LEAST_EM_PX, MOST_EM_PX, USUAL_EM_PX, useFitBench, type FitText } from '../../store/fitBench';
import { fitAll, stopFitting, useFittingAll } from '../../store/fittingAll';
import { useDoc, useProject } from '../../store/projectStore';
import { drawnGlyphs, glyphByCodePoint } from '../../store/selectors';
import { betweenText, PANGRAM, pairText, wordsText } from '../../text/spacingStrings';
import { ScrolledBench } from '../../canvas/ScrolledBench';
import { useBenchKey } from '../../ui/benchKeys';
import { Bench, EmptyBench } from '../../ui/Bench';
import { InkButton } from '../../ui/InkButton';
import { FitLine, type SetLetter } from './FitLine';
import { FitGauge } from './gauge/FitGauge';
import { PairMap } from './PairMap';
import { followsHand, placeOf, walk, type Place } from './walk';
import { useRhythm, type PairOff } from './useRhythm';

const TEXTS: readonly [FitText, string][] = [
  ['running', 'The running line'],
  ['between', 'Between n and o, H and O'],
  ['words', 'Words with it'],
  ['pangram', 'A pangram'],
  ['pair', 'The pair in hand'],
];

/** Glyphs of a text with their places on one line, em units, kerning included. */
function setText(glyphs: readonly GlyphRow[], kern: (left: string, right: string) => number): SetLetter[] {
  let x = 0;
  return glyphs.map((glyph, i) => {
    const before = glyphs[i - 1];
    if (before) x += kern(before.id, glyph.id);
    const letter = { glyph, x, index: i };
    x += advanceOf(glyph);
    return letter;
  });
}

const charOf = (glyph: GlyphRow | undefined): string => String.fromCodePoint(glyph?.codePoints[0] ?? 0x20);

function textToSet(doc: Doc, text: FitText, glyph: GlyphRow | null, pair: PairOff | null): string {
  const char = charOf(glyph ?? undefined);
  if (text === 'between') return betweenText(char);
  if (text === 'words') return wordsText(char);
  if (text === 'pangram') return PANGRAM;
  if (text === 'pair' && pair) {
    const [left, right] = [...pair.chars];
    return pairText(left!, right!);
  }
  return projectOf(doc).runningText;
}

/** One long line of text with the white between letters tinted by how far it is from the rhythm, or the map of all pairs. */
export function FitStage() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { glyph, take } = useGlyphInHand();
  const running = useFittingAll((s) => s.running);
  const { text, view, pair: held, tint, emPx } = useFitBench();
  const rhythm = useRhythm();
  const { lines, unitsPerEm } = projectOf(doc);
  const pair = useMemo((): PairOff | null => {
    if (!held || !doc.glyphs[held.left] || !doc.glyphs[held.right]) return null;
    return {
      ...held,
      chars: charOf(doc.glyphs[held.left]) + charOf(doc.glyphs[held.right]),
      off: rhythm?.between(held.left, held.right) ?? 0,
    };
  }, [held, doc.glyphs, rhythm]);
  const letters = useMemo(() => {
    const have = glyphByCodePoint(doc);
    const glyphs = [...textToSet(doc, text, glyph, pair)]
      .map((c) => have.get(c.codePointAt(0)!))
      .filter((g) => g !== undefined);
    return setText(glyphs, kerningBetween(doc));
  }, [doc, text, glyph, pair]);
  const holdPair = useCallback((left: string, right: string) => {
    useFitBench.setState({ pair: { left, right }, tab: 'pairs' });
  }, []);
  const walked = useRef<Place | null>(null);
  const line = letters.map((l) => l.glyph.id);
  const at = placeOf(line, glyph?.id, walked.current);
  const step = (by: number) => {
    const way = followsHand(text) ? drawnGlyphs(doc).map((g) => g.id) : line;
    const to = walk(way, glyph?.id, walked.current, by);
    walked.current = to;
    if (to) take(to.id);
  };
  const nextWorst = (by: number) => {
    const worst = rhythm?.worst ?? [];
    const now = worst.findIndex((p) => p.left === held?.left && p.right === held.right);
    const next = worst[(now + by + worst.length) % Math.max(1, worst.length)];
    if (!next) return;
    useFitBench.setState({ pair: next, tab: 'pairs', text: 'pair', view: 'line' });
  };
  useBenchKey('left', () => step(-1));
  useBenchKey('right', () => step(1));
  useBenchKey('j', () => nextWorst(1));
  useBenchKey('shift+j', () => nextWorst(-1));
  const next = letters[at + 1]?.glyph;
  useBenchKey('p', () => glyph && next && next.contours.length > 0 && holdPair(glyph.id, next.id));
  useBenchKey('m', () => useFitBench.setState({ view: view === 'map' ? 'line' : 'map' }));
  useBenchKey('escape', () => useFitBench.setState({ pair: null }));
  const kernBy = (by: number) => {
    if (pair) commit(setKerning(doc, pair.left, pair.right, kerningBetween(doc)(pair.left, pair.right) + by));
  };
  useBenchKey('alt+left', (e) => (e.preventDefault(), kernBy(-1)));
  useBenchKey('alt+right', (e) => (e.preventDefault(), kernBy(1)));
  useBenchKey('alt+shift+left', (e) => (e.preventDefault(), kernBy(-10)));
  useBenchKey('alt+shift+right', (e) => (e.preventDefault(), kernBy(10)));

  if (!glyph) return <EmptyBench>No letter has an outline yet. Lift a sheet first.</EmptyBench>;
  const groups = rhythm?.fitted.kerning;
  const inMap =
    pair && rhythm ? ([rhythm.place.get(pair.left), rhythm.place.get(pair.right)] as const) : null;
  return (
    <>
      <Bench
        actions={
          <>
            <InkButton
              main
              tip="Bearings, kerning and word space from the shapes; what was set by hand stays and the rest follows its rhythm"
              disabled={running}
              onClick={() => void fitAll()}
            >
              {running ? 'Fitting ...' : 'Fit all'}
            </InkButton>
            {running && (
              <InkButton tip="Leave everything as it is" onClick={stopFitting}>
                Stop
              </InkButton>
            )}
            <InkButton
              tip="Kerning alone, by groups, from what the bearings leave; pairs set by hand stay"
              disabled={running}
              onClick={() => void fitAll('pairs')}
            >
              Fit pairs
            </InkButton>
            <NativeSelect.Root size="xs" w="12.5rem" flexShrink={0}>
              <NativeSelect.Field
                aria-label="Text on the line"
                borderColor="rule"
                value={text}
                onChange={(e) => useFitBench.setState({ text: e.target.value as FitText, view: 'line' })}
              >
                {TEXTS.map(([value, name]) => (
                  <option key={value} value={value} disabled={value === 'pair' && !pair}>
                    {name}
                  </option>
                ))}
              </NativeSelect.Field>
              <NativeSelect.Indicator />
            </NativeSelect.Root>
            <Box flex="1" />
            <InkButton
              tip="Tint the white between letters by how far it is from the rhythm"
              aria-pressed={tint}
              onClick={() => useFitBench.setState({ tint: !tint })}
            >
              Tint
            </InkButton>
            <InkButton
              tip="Groups of letters against groups: which pairs are tight, which loose (M)"
              aria-pressed={view === 'map'}
              onClick={() => useFitBench.setState({ view: view === 'map' ? 'line' : 'map' })}
            >
              Pair map
            </InkButton>
          </>
        }
      >
        {view === 'map' && rhythm && groups ? (
          <PairMap
            chars={rhythm.chars}
            groups={groups}
            off={rhythm.at}
            inHand={inMap && inMap[0] !== undefined && inMap[1] !== undefined ? [inMap[0], inMap[1]] : null}
            onPick={(i, j) => holdPair(rhythm.glyphIds[i]!, rhythm.glyphIds[j]!)}
          />
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
              letters={letters}
              lines={lines}
              guides={guidesOf(doc, glyph)}
              inHand={glyph.id}
              numberedAt={at}
              pair={held}
              off={tint && rhythm ? rhythm.between : null}
              emPx={emPx}
              unitsPerEm={unitsPerEm}
              onTake={(id, index) => {
                useFitBench.setState({ tab: 'letter' });
                walked.current = { id, at: index };
                take(id);
              }}
              onPair={holdPair}
              onBearing={(id, side, value, continues) =>
                commit(setBearings(doc, id, { [side]: value }), continues)
              }
              onWhite={(left, right, by, continues) => {
                const now = useProject.getState().doc;
                if (now)
                  commit(setKerning(now, left, right, kerningBetween(now)(left, right) + by), continues);
              }}
            />
          </ScrolledBench>
        )}
      </Bench>
      <FitGauge glyph={glyph} pair={pair} rhythm={rhythm} onNext={nextWorst} />
    </>
  );
}
