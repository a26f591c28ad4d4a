import { Box, Flex } from '@chakra-ui/react';
import useSWR from 'swr';
import type { Drawn, Tone } from '../../../core/lifting/practice/drawing';
import type { PracticePage } from '../../../core/lifting/practice/layout';

/** Points in a mm. */
const PT_PER_MM = 72 / 25.4;

interface Props {
  readonly pages: readonly PracticePage[];
  readonly title: string;
}

/** The pages of a practice sheet as they will be printed, following their fields. */
export function PracticePreview({ pages, title }: Props) {
  // What draws the page code is large; it is fetched when it is wanted.
  const { data: drawing } = useSWR(
    'practice drawing',
    () => import('../../../core/lifting/practice/drawing'),
    {
      revalidateOnFocus: false,
    },
  );
  if (!drawing) return null;
  const { practiceDrawing, TONES } = drawing;
  const colour = (tone: Tone) => `rgb(${TONES[tone].map((v) => Math.round(255 * v)).join()})`;
  return (
    <Flex
      flex="1"
      minH="0"
      overflowY="auto"
      bg="sunk"
      p="6"
      gap="6"
      wrap="wrap"
      justify="center"
      tabIndex={0}
      role="region"
      aria-label="Pages of the practice sheet"
    >
      {pages.map((page) => (
        <Box key={page.page} bg="white" boxShadow="sm" h="fit-content">
          <svg
            viewBox={`0 0 ${page.widthMm} ${page.heightMm}`}
            width={400}
            role="img"
            aria-label={`Page ${page.page} of ${page.pages}`}
          >
            {practiceDrawing(page, title).map((drawn, i) => (
              <Shown key={i} drawn={drawn} colour={colour} />
            ))}
          </svg>
        </Box>
      ))}
    </Flex>
  );
}

function Shown({ drawn, colour }: { readonly drawn: Drawn; readonly colour: (tone: Tone) => string }) {
  if (drawn.kind === 'line')
    return (
      <path
        d={`M${drawn.x0} ${drawn.y0}L${drawn.x1} ${drawn.y1}`}
        stroke={colour(drawn.tone)}
        strokeWidth={drawn.mm}
      />
    );
  if (drawn.kind === 'square')
    return <rect x={drawn.x} y={drawn.y} width={drawn.size} height={drawn.size} fill={colour(drawn.tone)} />;
  return (
    <text
      x={drawn.x}
      y={drawn.y}
      fill={colour('label')}
      style={{ fontSize: drawn.pt / PT_PER_MM, fontFamily: 'sans-serif' }}
    >
      {drawn.text}
    </text>
  );
}
