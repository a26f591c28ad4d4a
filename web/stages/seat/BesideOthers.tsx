import '@fontsource/dekko/latin-400.css';
import '@fontsource/spectral/latin-400.css';
import { Box, Flex, Text } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import { scaleFont } from '../../../core/project/document/commands/lines/scaleFont';
import { topOf } from '../../../core/project/document/queries/standing';
import { projectOf } from '../../../core/project/document/newProject';
import type { Doc } from '../../../core/project/document/schema';
import { useDoc, useProject } from '../../store/projectStore';
import { useLiveFont } from '../../store/liveFont';
import { glyphByCodePoint } from '../../store/selectors';
import { InkButton } from '../../ui/InkButton';

/** Open-licensed fonts that ship with the app, by what they are. */
const OTHERS = [
  ['a text sans', "'Atkinson Hyperlegible'"],
  ['a text serif', "'Spectral'"],
  ['a handwriting', "'Dekko'"],
] as const;
const TEXT = 'High water by seven';

/** Heights of x and H, shares of the em. */
interface Heights {
  readonly x: number;
  readonly cap: number;
}

/** Heights of a font that the browser has loaded. */
function heightsIn(family: string): Heights {
  const g = document.createElement('canvas').getContext('2d')!;
  g.font = `1000px ${family}`;
  const top = (char: string) => g.measureText(char).actualBoundingBoxAscent / 1000;
  return { x: top('x'), cap: top('H') };
}

function ownHeights(doc: Doc): Heights {
  const { unitsPerEm, lines } = projectOf(doc);
  const have = glyphByCodePoint(doc);
  const top = (char: string, line: number) => (topOf(have.get(char.codePointAt(0)!)) ?? line) / unitsPerEm;
  return { x: top('x', lines.xHeight), cap: top('H', lines.capHeight) };
}

/** Text is mostly small letters: their height counts for more. */
const SMALL_COUNTS = 0.75;
const apparent = (h: Heights) => SMALL_COUNTS * h.x + (1 - SMALL_COUNTS) * h.cap;

/** Heights of the other fonts, once they are loaded. */
function useOthers(): readonly Heights[] | null {
  const [others, setOthers] = useState<readonly Heights[] | null>(null);
  useEffect(() => {
    let gone = false;
    void Promise.all(OTHERS.map(([, f]) => document.fonts.load(`20px ${f}`, 'xH'))).then(() => {
      if (!gone) setOthers(OTHERS.map(([, f]) => heightsIn(f)));
    });
    return () => void (gone = true);
  }, []);
  return others;
}

function Sample({ name, font, heights: h }: { name: string; font: string; heights: Heights | null }) {
  return (
    <Flex align="baseline" gap="4" h="25%" minH="0">
      <Text w="5.5rem" flexShrink={0} fontSize="xs" color="faded" textAlign="right">
        {name}
      </Text>
      <Box
        flex="1"
        minW="0"
        fontSize="28px"
        lineHeight="1.3"
        whiteSpace="nowrap"
        overflow="hidden"
        fontFamily={font}
      >
        {TEXT}
      </Box>
      <Text w="8.5rem" flexShrink={0} fontSize="xs" color="faded">
        {h ? `x ${Math.round(1000 * h.x)}, H ${Math.round(1000 * h.cap)} of 1000` : ''}
      </Text>
    </Flex>
  );
}

/** Fonts that differ by less look as big as each other, percent. */
const AS_BIG = 2;

/** How much bigger or smaller ours comes out, and the way to make it as big. */
function Verdict({ factor }: { factor: number }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const percent = Math.round(100 * (1 / factor - 1));
  const asBig = Math.abs(percent) < AS_BIG;
  return (
    <>
      <Text fontSize="sm" data-testid="apparent">
        {asBig
          ? 'At the same point size ours comes out as big as the others.'
          : `At the same point size ours comes out ${Math.abs(percent)} % ${percent > 0 ? 'bigger' : 'smaller'} than the others.`}
      </Text>
      <InkButton
        tip="Scale letters, lines, white and kerning of the whole font together; one step to undo"
        disabled={asBig}
        onClick={() => commit(scaleFont(doc, factor))}
      >
        Make ours as big
      </InkButton>
    </>
  );
}

/** The same text in ours and in other fonts at one size, with how much bigger or smaller ours comes out. */
export function BesideOthers() {
  const doc = useDoc();
  const family = useLiveFont((s) => s.families);
  const others = useOthers();
  const own = ownHeights(doc);
  const factor = others && others.reduce((s, h) => s + apparent(h), 0) / others.length / apparent(own);
  return (
    <Flex h="100%" px="6" py="2" gap="6" aria-label="Beside other fonts" role="region">
      <Flex direction="column" flex="1" minW="0" h="100%">
        <Sample name="ours" font={family || 'inherit'} heights={own} />
        {OTHERS.map(([name, font], i) => (
          <Sample key={name} name={name} font={font} heights={others?.[i] ?? null} />
        ))}
      </Flex>
      <Flex direction="column" w="10.5rem" gap="2" justify="center" flexShrink={0}>
        {factor !== null && <Verdict factor={factor} />}
      </Flex>
    </Flex>
  );
}
