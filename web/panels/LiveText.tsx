import { Box, chakra, type BoxProps } from '@chakra-ui/react';
import { use, useMemo } from 'react';
import { inStyle } from '../../core/project/document/queries/styles';
import { textRuns, type TextRun } from '../../core/fonts/compile/textRuns';
import type { Doc } from '../../core/project/document/schema';
import { glyphByCodePoint } from '../store/selectors';
import { useProject } from '../store/projectStore';
import { characterAt } from './caret';
import { PageLookContext } from './pageLook';
import { useTextFont } from './useTextFont';
import { useWay } from './way';

interface Props extends BoxProps {
  readonly text: string;
  /** Called with the glyph of the letter that was clicked. */
  readonly onPick: (glyphId: string) => void;
}

/** The glyph at a place of the text: that of a typed name, or of the character. */
function glyphAt(doc: Doc, runs: readonly TextRun[], at: number): string | undefined {
  let from = 0;
  for (const run of runs) {
    if (at < from + run.text.length)
      return run.glyphId ?? glyphByCodePoint(doc).get(run.text.codePointAt(at - from)!)?.id;
    from += run.text.length;
  }
  return undefined;
}

/**
 * Text in the very font as compiled a moment ago. A click takes the letter under it in hand; a character that the font hasn't
 * stands in a dashed frame, and a click leads to where it is made.
 */
export function LiveText({ text, onPick, ...rest }: Props) {
  const font = useTextFont();
  const styleId = use(PageLookContext)?.styleId ?? null;
  const glyphs = useProject((s) => (styleId && s.whole ? inStyle(s.whole, styleId).glyphs : s.doc?.glyphs));
  const { make } = useWay();
  const runs = useMemo(() => (glyphs ? textRuns({ glyphs }, text) : []), [text, glyphs]);
  return (
    <Box
      cursor="pointer"
      whiteSpace="pre-wrap"
      overflowWrap="anywhere"
      {...rest}
      style={font}
      onClick={(e) => {
        const at = characterAt(e.currentTarget, e.clientX, e.clientY);
        if (styleId) useProject.getState().takeStyle(styleId);
        const { doc } = useProject.getState();
        const glyph = doc && at !== null ? glyphAt(doc, runs, at) : undefined;
        if (glyph) onPick(glyph);
      }}
    >
      {runs.map((r, i) =>
        r.kind === 'missing' ? (
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
