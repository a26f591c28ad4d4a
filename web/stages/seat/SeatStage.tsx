import { Box, Flex, NativeSelect, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { changeSeating, seatAll } from '../../../core/document/commands/lifting';
import { projectOf } from '../../../core/document/newProject';
import { contoursBox } from '../../../core/geometry/measure';
import { useGlyphInHand } from '../../panels/useGlyphInHand';
import { drawnGlyphs, sheetsInOrder } from '../../store/selectors';
import { useDoc, useProject } from '../../store/projectStore';
import { Bench, EmptyBench } from '../../ui/Bench';
import { Fact, Gauge, GaugePart } from '../../ui/Gauge';
import { InkButton } from '../../ui/InkButton';
import { NumberField } from '../../ui/NumberField';
import { Overlay } from './Overlay';
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
  const [order, setOrder] = useState<SkylineOrder>('alphabet');
  const glyphs = drawnGlyphs(doc);
  const { lines } = projectOf(doc);
  const seating = sheetsInOrder(doc)[0]?.seating;
  const box = glyph && contoursBox(glyph.contours);
  if (glyphs.length === 0) return <EmptyBench>No letter has an outline yet. Lift a sheet first.</EmptyBench>;
  const line = (key: keyof typeof lines, label: string) => (
    <NumberField
      label={label}
      unit="u"
      value={lines[key]}
      min={-1000}
      max={2000}
      onChange={(v) =>
        commit(
          changeSeating(doc, {
            lines: { [key]: v },
            ...(key === 'xHeight' ? { seating: { reference: 'caps-and-small' } } : {}),
          }),
        )
      }
    />
  );
  return (
    <>
      <Bench
        actions={
          <>
            <InkButton
              main
              tip="Put every letter on the lines again, by the reference letters"
              onClick={() => commit(seatAll(doc))}
            >
              Seat all
            </InkButton>
            <NativeSelect.Root size="xs" w="12rem">
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
            <Text fontSize="sm" color="faded" truncate>
              Drag a line to move it. Click a bar to take its letter in hand.
            </Text>
          </>
        }
      >
        <Flex direction="column" flex="1" minH="0">
          <Box flex="1.2" minH="0">
            <Skyline
              glyphs={glyphs}
              lines={lines}
              order={order}
              inHand={glyph?.id ?? null}
              onTake={take}
              onLine={(key, value, continues) =>
                commit(
                  changeSeating(doc, {
                    lines: { [key]: value },
                    ...(key === 'xHeight' ? { seating: { reference: 'caps-and-small' } } : {}),
                  }),
                  continues,
                )
              }
            />
          </Box>
          <Box flex="1" minH="0" borderTopWidth="1px" borderColor="rule">
            <Overlay glyphs={glyphs} lines={lines} inHand={glyph?.id ?? null} />
          </Box>
        </Flex>
      </Bench>
      <Gauge title="Lines" hint="Every letter is scaled and stood on them.">
        {line('capHeight', 'Cap height')}
        {line('xHeight', 'x-height')}
        {line('ascender', 'Ascender')}
        {line('descender', 'Descender')}
        {seating && (
          <>
            <GaugePart title="Scale" />
            <NativeSelect.Root size="xs">
              <NativeSelect.Field
                aria-label="How letters are scaled"
                borderColor="rule"
                value={seating.reference}
                onChange={(e) =>
                  commit(
                    changeSeating(doc, {
                      seating: { reference: e.target.value as typeof seating.reference },
                    }),
                  )
                }
              >
                <option value="one-factor">One factor for all: H reaches the caps line</option>
                <option value="caps-and-small">Capitals by H, small letters by x</option>
              </NativeSelect.Field>
              <NativeSelect.Indicator />
            </NativeSelect.Root>
          </>
        )}
        {glyph && box && (
          <>
            <GaugePart title={`In hand: ${glyph.name}`} />
            <Fact label="Top">{box.yMax.toFixed(1)} u</Fact>
            <Fact label="Bottom">{box.yMin.toFixed(1)} u</Fact>
            <Fact label="Width of the ink">{(box.xMax - box.xMin).toFixed(0)} u</Fact>
          </>
        )}
      </Gauge>
    </>
  );
}
