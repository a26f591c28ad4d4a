import { Box, chakra, Flex, Text } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import type { GlyphRow } from '../../../../core/project/document/schema';
import { scaling } from '../../../../core/foundations/geometry/affine';
import { transformContours, type Contour } from '../../../../core/foundations/geometry/contour';
import { contoursBox } from '../../../../core/foundations/geometry/measure';
import { counted } from '../../../../core/foundations/problems/counted';
import { pathData } from '../../../../core/readers/svg/pathData';
import { useDoc } from '../../../store/projectStore';
import {
  keepStems,
  lettersToStem,
  stemMany,
  useStemming,
  type ManyStems as Found,
  type StemmedLetter,
} from '../../../store/stemming';
import { Fact } from '../../../ui/Gauge';
import { InkButton } from '../../../ui/InkButton';
import { HowFar, OnlyLetters } from '../../../panels/ManyParts';

/** The stems of many letters brought to the standard at once, shown before they are changed. */
export function ManyStems({ standard }: { readonly standard: number | null }) {
  const doc = useDoc();
  const { done, total, stop, found } = useStemming();
  const [only, setOnly] = useState('');
  const letters = lettersToStem(doc, only).length;
  return (
    <>
      <OnlyLetters
        label="Stems of these letters"
        value={only}
        onChange={(next) => {
          setOnly(next);
          useStemming.setState({ found: null });
        }}
      />
      <InkButton
        tip="Grow or shrink them until their stems have the standard's width; shown first, and one step to undo"
        disabled={standard === null || stop !== null || letters === 0}
        onClick={() => void stemMany(only)}
      >
        {standard === null ? 'Set a standard first' : `Bring ${counted(letters, 'letter')} to ${standard} u`}
      </InkButton>
      <HowFar done={done} total={total} stop={stop} />
      {found && <StemsFound found={found} />}
    </>
  );
}

/** What would change: each letter with what comes to it or goes from it in colour. */
function StemsFound({ found }: { readonly found: Found }) {
  const doc = useDoc();
  return (
    <Box borderWidth="1px" borderColor="hand" borderRadius="sm" p="2" data-testid="many-stems">
      <Fact label="Letters changed">
        {found.letters.size} of {found.asked}
      </Fact>
      <Flex wrap="wrap" gap="1" maxH="14rem" overflowY="auto" tabIndex={0} aria-label="Before and after">
        {[...found.letters].map(([id, letter]) => {
          const glyph = doc.glyphs[id];
          return glyph && <BeforeAfter key={id} glyph={glyph} letter={letter} />;
        })}
      </Flex>
      <Text fontSize="xs" color="faded" mt="1">
        <chakra.span color="hand">Green</chakra.span> comes to a letter,{' '}
        <chakra.span color="snag">red</chakra.span> goes.
      </Text>
      <Flex gap="2" mt="2">
        <InkButton tip="Change these letters" main disabled={found.letters.size === 0} onClick={keepStems}>
          Keep them
        </InkButton>
        <InkButton tip="Leave all letters as they are" onClick={() => useStemming.setState({ found: null })}>
          Leave them
        </InkButton>
      </Flex>
    </Box>
  );
}

const upright = (contours: readonly Contour[]): string =>
  pathData(transformContours(contours, scaling(1, -1)), 0);

function BeforeAfter({ glyph, letter }: { readonly glyph: GlyphRow; readonly letter: StemmedLetter }) {
  const { before, contours, from, to } = letter;
  const drawn = useMemo(() => {
    const box = contoursBox([...before, ...contours]);
    return box && { box, before: upright(before), after: upright(contours) };
  }, [before, contours]);
  if (!drawn) return null;
  const { box } = drawn;
  const [width, height] = [box.xMax - box.xMin + 60, box.yMax - box.yMin + 60];
  const widths = `${from.toFixed(0)} to ${to.toFixed(0)} u`;
  return (
    <Box textAlign="center" title={`${glyph.name}: ${widths}`}>
      <svg
        viewBox={`${box.xMin - 30} ${-box.yMax - 30} ${width} ${height}`}
        width={64}
        height={64}
        role="img"
        aria-label={`${glyph.name}, ${widths}`}
      >
        <path
          d={to > from ? drawn.after : drawn.before}
          fill={`var(--chakra-colors-${to > from ? 'hand' : 'snag'})`}
        />
        <path d={to > from ? drawn.before : drawn.after} fill="var(--chakra-colors-ink)" />
      </svg>
      <Text fontSize="10px" color="faded">
        {from.toFixed(0)} → {to.toFixed(0)}
      </Text>
    </Box>
  );
}
