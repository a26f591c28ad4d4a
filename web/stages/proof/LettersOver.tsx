import { Box } from '@chakra-ui/react';
import { useEffect, useRef, useState } from 'react';
import { useFontOf, type FontSource } from '../../store/otherFonts';
import { useProofBench } from '../../store/proofBench';
import { useLiveFont } from '../../store/liveFont';
import { useDoc } from '../../store/projectStore';
import { placesOfLetters, type PlacedLetter } from './placesOfLetters';

interface Props {
  readonly font: FontSource;
  readonly name: string;
  readonly kind: string;
}

/** Each letter of the page in another font, tinted, where the page's own letter begins: what differs is seen at once. */
export function LettersOver({ font, name, kind }: Props) {
  const family = useFontOf(font);
  const doc = useDoc();
  const closer = useProofBench((s) => s.closer);
  const live = useLiveFont((s) => s.families);
  const over = useRef<HTMLDivElement>(null);
  const [letters, setLetters] = useState<readonly PlacedLetter[]>([]);
  useEffect(() => {
    const page = over.current?.parentElement;
    if (!family || !page) return setLetters([]);
    // After the page is laid out in its own font.
    const frame = requestAnimationFrame(() => setLetters(placesOfLetters(page, family, closer)));
    return () => cancelAnimationFrame(frame);
  }, [doc, kind, closer, live, family]);
  return (
    <Box
      ref={over}
      position="absolute"
      inset="0"
      pointerEvents="none"
      role="img"
      aria-label={`Letters of ${name} over the page`}
      color="hand"
      opacity="0.55"
      data-testid="letters-over"
    >
      {letters.map(({ char, x, y, size }, i) => (
        <span
          key={i}
          style={{
            position: 'absolute',
            left: x,
            top: y,
            fontFamily: `'${family ?? ''}'`,
            fontSize: size,
            lineHeight: 'normal',
            whiteSpace: 'pre',
          }}
        >
          {char}
        </span>
      ))}
    </Box>
  );
}
