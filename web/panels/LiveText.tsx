import { Box, type BoxProps } from '@chakra-ui/react';
import { glyphByCodePoint } from '../store/selectors';
import { useLiveFont } from '../store/liveFont';
import { useProject } from '../store/projectStore';
import { characterAt } from './caret';

interface Props extends BoxProps {
  readonly text: string;
  /** Called with the glyph of the letter that was clicked. */
  readonly onPick: (glyphId: string) => void;
}

/** Text in the very font as compiled a moment ago. A click takes the letter under it in hand. */
export function LiveText({ text, onPick, ...rest }: Props) {
  const family = useLiveFont((s) => s.family);
  return (
    <Box
      cursor="pointer"
      whiteSpace="pre-wrap"
      overflowWrap="anywhere"
      {...rest}
      style={{ fontFamily: family ? `'${family}', sans-serif` : undefined }}
      onClick={(e) => {
        const at = characterAt(e.currentTarget, e.clientX, e.clientY);
        const codePoint = at === null ? undefined : text.codePointAt(at);
        const { doc } = useProject.getState();
        const glyph = codePoint === undefined || !doc ? undefined : glyphByCodePoint(doc).get(codePoint);
        if (glyph) onPick(glyph.id);
      }}
    >
      {text}
    </Box>
  );
}
