import { BearingFields } from '../../panels/BearingFields';
import { Box, Text } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { releaseSpacing } from '../../../core/document/commands/fitAll';
import { setAdvance, setBearings, setKerning } from '../../../core/document/commands/fitting';
import { kerningBetween } from '../../../core/document/kerning';
import { advanceOf, inkWidth } from '../../../core/document/metrics';
import { projectOf } from '../../../core/document/newProject';
import type { GlyphRow } from '../../../core/document/schema';
import { useGlyphInHand } from '../../panels/useGlyphInHand';
import { glyphByCodePoint } from '../../store/selectors';
import { fitAll } from '../../store/fittingAll';
import { useDoc, useProject } from '../../store/projectStore';
import { Bench, EmptyBench } from '../../ui/Bench';
import { Fact, Gauge, GaugePart } from '../../ui/Gauge';
import { InkButton } from '../../ui/InkButton';
import { NumberField } from '../../ui/NumberField';
import { FitAllButton } from './FitAllButton';
import { FitLine, type SetLetter } from './FitLine';

/** Glyphs of the running text with their places on one line, em units, kerning included. */
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

const SPACING_TEXT = {
  first: 'Not fitted yet: 50 u of white on each side.',
  fitted: 'Fitted by itself. What you change stays as you set it.',
  hand: 'Set by hand: fitting all leaves it alone.',
} as const;

/** One long line of text; drag a letter's edges to change its side bearings. */
export function FitStage() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { glyph, take } = useGlyphInHand();
  const { runningText, lines } = projectOf(doc);
  const [looser, setLooser] = useState(0);
  const letters = useMemo(() => {
    const have = glyphByCodePoint(doc);
    const glyphs = [...runningText].map((c) => have.get(c.codePointAt(0)!)).filter((g) => g !== undefined);
    return setText(glyphs, kerningBetween(doc));
  }, [doc, runningText]);
  const at = letters.findIndex((l) => l.glyph.id === glyph?.id);
  const next = letters[at + 1]?.glyph;
  const step = (by: number) => {
    const to = letters[Math.max(0, Math.min(letters.length - 1, at + by))];
    if (to) take(to.glyph.id);
  };
  useHotkeys('left', () => step(-1));
  useHotkeys('right', () => step(1));
  if (letters.length === 0 || !glyph) {
    return (
      <EmptyBench>
        None of the running line's characters has a glyph yet. Lift a sheet, or type other text below.
      </EmptyBench>
    );
  }
  const kerning = next ? kerningBetween(doc)(glyph.id, next.id) : 0;
  return (
    <>
      <Bench
        actions={
          <>
            <FitAllButton looser={looser} />
            <Text fontSize="sm" color="faded">
              Drag the uprights beside a letter to change its side bearings: it then stays as you set it.
            </Text>
          </>
        }
      >
        <Box
          flex="1"
          minH="0"
          overflow="auto"
          bg="sheet"
          tabIndex={0}
          role="region"
          aria-label="The text being fitted"
        >
          <FitLine
            letters={letters}
            lines={lines}
            inHand={glyph.id}
            onTake={take}
            onBearing={(id, side, value, continues) =>
              commit(setBearings(doc, id, { [side]: value }), continues)
            }
          />
        </Box>
      </Bench>
      <Gauge
        title={`${String.fromCodePoint(glyph.codePoints[0] ?? 0x20)} (${glyph.name})`}
        hint={SPACING_TEXT[glyph.spacing]}
      >
        {glyph.contours.length > 0 ? (
          <>
            <BearingFields glyph={glyph} />
            <Fact label="Width of the ink">{inkWidth(glyph).toFixed(0)} u</Fact>
          </>
        ) : (
          <NumberField
            label="Width"
            unit="u"
            min={0}
            value={advanceOf(glyph)}
            onChange={(v) => commit(setAdvance(doc, glyph.id, v))}
          />
        )}
        <Fact label="Advance width">
          <span data-testid="advance">{advanceOf(glyph).toFixed(0)} u</span>
        </Fact>
        {glyph.spacing === 'hand' && (
          <InkButton
            tip="The next fit may set its bearings again"
            onClick={() => commit(releaseSpacing(doc, glyph.id))}
          >
            Let it be fitted
          </InkButton>
        )}
        {next && next.contours.length > 0 && (
          <>
            <GaugePart title={`With the next letter, ${String.fromCodePoint(next.codePoints[0]!)}`} />
            <NumberField
              label="Kerning"
              unit="u"
              value={kerning}
              onChange={(v) => commit(setKerning(doc, glyph.id, next.id, Math.round(v)))}
            />
          </>
        )}
        <GaugePart title="The whole font" />
        <NumberField
          label="Looser by"
          unit="u"
          min={-120}
          max={300}
          value={looser}
          onChange={(v) => {
            setLooser(Math.round(v));
            void fitAll(Math.round(v));
          }}
        />
        <Fact label="Pairs of groups kerned">
          <span data-testid="group-pairs">{Object.values(doc.kerning).filter((k) => k.fitted).length}</span>
        </Fact>
        <GaugePart title="Word space" />
        <NumberField
          label="Width of the space"
          unit="u"
          min={0}
          value={advanceOf(doc.glyphs.space!)}
          onChange={(v) => commit(setAdvance(doc, 'space', v))}
        />
      </Gauge>
    </>
  );
}
