import { Box, chakra, type BoxProps } from '@chakra-ui/react';
import { useMemo } from 'react';
import { glyphByCodePoint } from '../store/selectors';
import { useLiveFont } from '../store/liveFont';
import { useProject } from '../store/projectStore';
import { characterAt } from './caret';
import { useWay } from './way';

interface Props extends BoxProps {
  readonly text: string;
  /** Called with the glyph of the letter that was clicked. */
  readonly onPick: (glyphId: string) => void;
}

/** Text in runs: set in the font, or single characters that it hasn't. Spaces of any kind count as set. */
function runsOf(text: string, has: (codePoint: number) => boolean): { text: string; missing: boolean }[] {
  const out: { text: string; missing: boolean }[] = [];
  for (const char of text) {
    const missing = char.trim() !== '' && !has(char.codePointAt(0)!);
    const last = out[out.length - 1];
    if (last && !missing && !last.missing) last.text += char;
    else out.push({ text: char, missing });
  }
  return out;
}

/**
 * Text in the very font as compiled a moment ago. A click takes the letter under it in hand; a character that the font hasn't
 * stands in a dashed frame, and a click leads to where it is made.
 */
export function LiveText({ text, onPick, ...rest }: Props) {
  const families = useLiveFont((s) => s.families);
  const have = useProject((s) => (s.doc ? glyphByCodePoint(s.doc) : null));
  const { make } = useWay();
  const runs = useMemo(() => runsOf(text, (cp) => have?.has(cp) ?? true), [text, have]);
  return (
    <Box
      cursor="pointer"
      whiteSpace="pre-wrap"
      overflowWrap="anywhere"
      {...rest}
      style={{ fontFamily: families ? `${families}, sans-serif` : undefined }}
      onClick={(e) => {
        const at = characterAt(e.currentTarget, e.clientX, e.clientY);
        const codePoint = at === null ? undefined : text.codePointAt(at);
        const glyph = codePoint === undefined ? undefined : have?.get(codePoint);
        if (glyph) onPick(glyph.id);
      }}
    >
      {runs.map((r, i) =>
        r.missing ? (
          <chakra.button
            key={i}
            type="button"
            display="inline"
            data-missing={r.text}
            title={`${r.text} is not in the font: click to make it`}
            aria-label={`${r.text} is not in the font: make it`}
            fontFamily="body"
            fontSize="0.72em"
            lineHeight="1"
            px="0.08em"
            mx="0.06em"
            color="snag"
            borderWidth="1px"
            borderStyle="dashed"
            borderColor="snag"
            onClick={(e) => {
              e.stopPropagation();
              make(r.text);
            }}
          >
            {r.text}
          </chakra.button>
        ) : (
          r.text
        ),
      )}
    </Box>
  );
}
