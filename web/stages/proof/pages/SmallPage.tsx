import { Box, Flex, Text } from '@chakra-ui/react';
import { useEffect, useRef } from 'react';
import { useTextFont } from '../../../panels/useTextFont';
import { useLiveFont } from '../../../store/liveFont';

/** Sizes at which screens show text, px. */
const SIZES = [9, 10, 11, 12, 13, 14, 16, 18];
const LINE = 'High water 7:04; barley 3 kg, eels.';
/** How much larger pixels are shown, so that each is seen. */
const LARGER = 3;
const [WIDTH, ROOM] = [236, 8];
/** From this share of ink on a pixel is black where nothing is smoothed. */
const HALF = 128;

/** Draws a line of text as a screen would: smoothed by greys, or each pixel black or none. */
function draw(canvas: HTMLCanvasElement, family: string, px: number, smooth: boolean): void {
  const context = canvas.getContext('2d');
  if (!context) return;
  context.clearRect(0, 0, canvas.width, canvas.height);
  context.font = `${px}px ${family}`;
  context.textBaseline = 'alphabetic';
  context.fillStyle = getComputedStyle(canvas).color;
  context.fillText(LINE, 2, Math.round(px * 1.1) + ROOM / 2);
  if (smooth) return;
  const image = context.getImageData(0, 0, canvas.width, canvas.height);
  for (let i = 3; i < image.data.length; i += 4) image.data[i] = (image.data[i] ?? 0) >= HALF ? 255 : 0;
  context.putImageData(image, 0, 0);
}

function Line({ px, smooth }: { readonly px: number; readonly smooth: boolean }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { fontFamily = 'sans-serif' } = useTextFont();
  const families = useLiveFont((s) => s.families);
  useEffect(() => {
    if (canvas.current) draw(canvas.current, fontFamily, px, smooth);
  }, [px, smooth, fontFamily, families]);
  const height = Math.round(px * 1.6) + ROOM;
  return (
    <canvas
      ref={canvas}
      width={WIDTH}
      height={height}
      role="img"
      aria-label={`${px} px, ${smooth ? 'smoothed by greys' : 'without smoothing'}`}
      style={{ width: WIDTH * LARGER, height: height * LARGER, imageRendering: 'pixelated' }}
    />
  );
}

/** Small sizes as screens draw them, three times as large: smoothed by greys, and without smoothing. */
export function SmallPage() {
  return [true, false].map((smooth) => (
    <Box key={String(smooth)} mb="6">
      <Text fontSize="sm" mb="2" opacity="0.65">
        {smooth ? 'Smoothed by greys' : 'Without smoothing'}, {LARGER} times as large
      </Text>
      {SIZES.map((px) => (
        <Flex key={px} align="center" overflow="hidden">
          <Text fontSize="xs" opacity="0.6" w="2.6rem" flexShrink={0}>
            {px} px
          </Text>
          <Line px={px} smooth={smooth} />
        </Flex>
      ))}
    </Box>
  ));
}
