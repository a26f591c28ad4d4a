import { Box, chakra, Flex, IconButton, Input, NativeSelect, Text } from '@chakra-ui/react';
import { ChevronsDown, ChevronsUp } from 'lucide-react';
import { memo, useState } from 'react';
import { lackingIn } from '../../core/fonts/compile/textRuns';
import { changeProject } from '../../core/project/document/commands/font/project';
import { projectOf } from '../../core/project/document/newProject';
import type { Doc } from '../../core/project/document/schema';
import { useLiveFont } from '../store/liveFont';
import { useProject } from '../store/projectStore';
import { drawnGlyphs } from '../store/selectors';
import { NARROW, SCROLLED_ROW } from '../ui/narrow';
import { Tip } from '../ui/Tip';
import { FeatureSwitches } from './FeatureSwitches';
import { LiveText } from './LiveText';
import { LANGUAGE_SAMPLES } from '../text/languageSamples';
import { WeightSlider } from './WeightSlider';
import { useWay } from './way';

/** Characters of the running text that the font lacks, parted by spaces. */
const lackingOf = (doc: Doc): string => lackingIn(doc, projectOf(doc).runningText).join(' ');

function change(text: string, continues = true): void {
  const { doc, commit } = useProject.getState();
  if (doc) commit(changeProject(doc, { runningText: text }, 'Change the text'), continues);
}

/** The text itself, or one in another language. */
function TextFields({ text }: { text: string }) {
  const choose = (language: string) => {
    const sample = LANGUAGE_SAMPLES.find(([name]) => name === language);
    if (sample) change(sample[1], false);
  };
  return (
    <>
      <Input
        size="xs"
        maxW="26rem"
        aria-label="Text of the running line"
        borderColor="rule"
        value={text}
        onChange={(e) => change(e.target.value)}
      />
      <NativeSelect.Root size="xs" w="7.5rem" flexShrink={0}>
        <NativeSelect.Field
          aria-label="A text in another language"
          borderColor="rule"
          value={LANGUAGE_SAMPLES.find(([, t]) => t === text)?.[0] ?? ''}
          onChange={(e) => choose(e.target.value)}
        >
          <option value="">Own text</option>
          {LANGUAGE_SAMPLES.map(([name]) => (
            <option key={name}>{name}</option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
    </>
  );
}

/** Characters that the font lacks; a click makes one. */
function Lacking() {
  const lacking = useProject((s) => (s.doc ? lackingOf(s.doc) : ''));
  const { make } = useWay();
  const characters = lacking === '' ? [] : lacking.split(' ');
  return (
    <Text fontSize="xs" color={lacking !== '' ? 'snag' : 'faded'} flex="1" truncate>
      {lacking !== '' ? 'Not in the font: ' : 'Click a letter to take it in hand'}
      {characters.map((c, i) => (
        <chakra.button
          key={c}
          type="button"
          ml={i === 0 ? undefined : '1'}
          textDecoration="underline"
          title={`Make ${c}`}
          aria-label={`Make ${c}`}
          onClick={() => make(c)}
        >
          {c}
        </chakra.button>
      ))}
    </Text>
  );
}

function LiveFontFacts({ isEmpty }: { isEmpty: boolean }) {
  const { family, compileMs, bytes, failed } = useLiveFont((s) => s);
  return (
    <Text fontSize="xs" color={failed ? 'snag' : 'faded'} data-testid="live-font" data-family={family ?? ''}>
      {failed
        ? `The font could not be shown: ${failed}`
        : isEmpty
          ? ''
          : `live font ${(bytes / 1000).toFixed(1)} kB, made in ${compileMs.toFixed(0)} ms`}
    </Text>
  );
}

/** The text in the live font; plain and faint while there are no letters to set it in. */
function SetText({ text, tall, isEmpty }: { text: string; tall: boolean; isEmpty: boolean }) {
  const { take } = useWay();
  const look = {
    'data-testid': 'running-text',
    px: '4',
    pb: '2',
    h: tall ? '240px' : '72px',
    fontSize: tall ? '64px' : '40px',
    lineHeight: tall ? '1.2' : '64px',
    overflow: 'hidden',
    whiteSpace: tall ? 'pre-wrap' : 'nowrap',
    css: {
      '&:focus-visible': { outlineOffset: '-2px' },
      [NARROW.low]: {
        height: tall ? '90px' : '40px',
        marginRight: '44px',
        fontSize: '28px',
        lineHeight: '40px',
        overflowX: 'auto',
      },
    },
  } as const;
  if (isEmpty)
    return (
      <Box color="faded" {...look}>
        {text}
      </Box>
    );
  return <LiveText text={text} onPick={take} name="Letters of the running line" {...look} />;
}

/** The strip that always sets the artist's text in the live font. */
export const RunningLine = memo(function RunningLine() {
  const runningText = useProject((s) => (s.doc ? projectOf(s.doc).runningText : ''));
  const isEmpty = useProject((s) => s.doc === null || drawnGlyphs(s.doc).length === 0);
  const [tall, setTall] = useState(false);
  const heightTip = `Make the running line ${tall ? 'lower' : 'taller'}`;
  return (
    <Box
      as="footer"
      aria-label="Running line"
      id="running-line"
      tabIndex={-1}
      borderTopWidth="1px"
      borderColor="rule"
      bg="sheet"
      flexShrink={0}
      position="relative"
    >
      <Flex
        align="center"
        gap="3"
        ps="4"
        pt="2"
        me="12"
        css={{
          [NARROW.drawer]: { ...SCROLLED_ROW, paddingTop: '4px' },
          [NARROW.low]: { display: tall ? 'flex' : 'none' },
        }}
      >
        <TextFields text={runningText} />
        {isEmpty ? (
          <Text fontSize="xs" color="faded" flex="1" truncate>
            This text is set in your letters as soon as there are some
          </Text>
        ) : (
          <Lacking />
        )}
        <WeightSlider />
        <FeatureSwitches />
        <LiveFontFacts isEmpty={isEmpty} />
      </Flex>
      <Tip text={heightTip}>
        <IconButton
          position="absolute"
          right="4"
          top="2"
          size="2xs"
          variant="ghost"
          color="ink"
          bg="sheet"
          zIndex="1"
          aria-label={heightTip}
          onClick={() => setTall(!tall)}
        >
          {tall ? <ChevronsDown /> : <ChevronsUp />}
        </IconButton>
      </Tip>
      <SetText text={runningText} tall={tall} isEmpty={isEmpty} />
    </Box>
  );
});
