import { Box, chakra, type BoxProps } from '@chakra-ui/react';
import { use, useMemo, useState, type KeyboardEvent } from 'react';
import { inStyle } from '../../core/project/document/queries/styles';
import { textRuns, type TextRun } from '../../core/fonts/compile/textRuns';
import type { Doc } from '../../core/project/document/schema';
import { glyphByCodePoint } from '../store/selectors';
import { useProject } from '../store/projectStore';
import { charAloud } from '../text/aloud';
import { say } from '../ui/aloud';
import { boxOfCharacter, characterAt } from './caret';
import { letterBeside } from './letterCaret';
import { PageLookContext } from './pageLook';
import { useTextFont } from './useTextFont';
import { useWay } from './way';

interface Props extends BoxProps {
  readonly text: string;
  /** Called with the glyph of the letter that was clicked. */
  readonly onPick: (glyphId: string) => void;
  /** What the text is called where letters of it are gone through by keys. */
  readonly name?: string;
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

/** Going through the letters of a text by keys: one stop of Tab, arrows from letter to letter, Enter takes one in hand. */
function useLetterKeys(text: string, pick: (at: number) => void) {
  const [at, setAt] = useState<{ readonly index: number; readonly box: DOMRect } | null>(null);
  const isSingle = [...text.trim()].length === 1;
  const go = (element: HTMLElement, index: number | null) => {
    const box = index === null ? null : boxOfCharacter(element, index);
    if (index === null || !box) return;
    setAt({ index, box });
    say(charAloud(String.fromCodePoint(text.codePointAt(index) ?? 0)));
  };
  const keys = {
    tabIndex: 0,
    onBlur: () => setAt(null),
    onKeyDown(e: KeyboardEvent<HTMLElement>) {
      if (e.target !== e.currentTarget || e.altKey || e.ctrlKey || e.metaKey || e.shiftKey) return;
      // A single letter is in hand already: arrows lead on to what is beside it.
      const here = at?.index ?? (isSingle ? letterBeside(text, null, 'Home') : null);
      const next = letterBeside(text, here, e.key);
      const isTake = e.key === 'Enter' && here !== null;
      if (!isTake && (next === null || isSingle)) return;
      e.preventDefault();
      // The bench has arrows of its own.
      e.stopPropagation();
      if (isTake) pick(here);
      else go(e.currentTarget, next);
    },
  };
  const mark = at && (
    <Box
      data-testid="letter-caret"
      position="absolute"
      left={`${at.box.x}px`}
      top={`${at.box.y}px`}
      w={`${at.box.width}px`}
      h={`${at.box.height}px`}
      borderWidth="2px"
      borderColor="hand"
      pointerEvents="none"
    />
  );
  return { keys, mark };
}

/** A character that the font hasn't, in a frame that leads to where it is made. */
function MissingLetter({ text, onMake }: { text: string; onMake: (text: string) => void }) {
  return (
    <chakra.button
      type="button"
      tabIndex={-1}
      display="inline"
      data-missing={text}
      title={`${text} is not in the font: click to make it`}
      aria-label={`${text} is not in the font: make it`}
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
        onMake(text);
      }}
    >
      {text}
    </chakra.button>
  );
}

/**
 * Text in the very font as compiled a moment ago. A click takes the letter under it in hand, as arrows and Enter do; a character that the
 * font hasn't stands in a dashed frame, and a click leads to where it is made.
 */
export function LiveText({ text, onPick, name = 'Letters of the text', ...rest }: Props) {
  const font = useTextFont();
  const styleId = use(PageLookContext)?.styleId ?? null;
  const glyphs = useProject((s) => (styleId && s.whole ? inStyle(s.whole, styleId).glyphs : s.doc?.glyphs));
  const { make } = useWay();
  const runs = useMemo(() => (glyphs ? textRuns({ glyphs }, text) : []), [text, glyphs]);
  const pick = (at: number | null) => {
    if (styleId) useProject.getState().takeStyle(styleId);
    const { doc } = useProject.getState();
    const glyph = doc && at !== null ? glyphAt(doc, runs, at) : undefined;
    if (glyph) onPick(glyph);
    return glyph !== undefined;
  };
  const takeByKey = (at: number) => {
    if (!pick(at)) make(String.fromCodePoint(text.codePointAt(at) ?? 0));
  };
  const { keys, mark } = useLetterKeys(text, takeByKey);
  return (
    <Box
      role="group"
      aria-label={name}
      position="relative"
      css={{ '&:focus-visible': { outlineOffset: '-2px' } }}
      {...keys}
      cursor="pointer"
      whiteSpace="pre-wrap"
      overflowWrap="anywhere"
      {...rest}
      style={font}
      onClick={(e) => pick(characterAt(e.currentTarget, e.clientX, e.clientY))}
    >
      {runs.map((r, i) =>
        r.kind === 'missing' ? <MissingLetter key={i} text={r.text} onMake={make} /> : r.text,
      )}
      {mark}
    </Box>
  );
}
