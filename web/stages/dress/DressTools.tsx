import { Flex } from '@chakra-ui/react';
import { LassoSelect, MousePointer2, PenTool, RotateCw, Ruler, Scissors, Slash } from 'lucide-react';
import type { ReactNode } from 'react';
import { dressBench, useDressBench } from '../../store/dressBench';
import type { Tool } from '../../tools/dress/scene';
import { InkButton } from '../../ui/InkButton';
import { NewLetter } from './NewLetter';
import { useStep } from './useDressKeys';

const TOOLS: readonly (readonly [Tool, string, string, ReactNode])[] = [
  ['select', 'Select', 'Choose, move and bend (S)', <MousePointer2 key="s" size={15} />],
  [
    'turn',
    'Turn',
    'Turn, slant, stretch and move what is chosen by a frame with grips (O)',
    <RotateCw key="o" size={15} />,
  ],
  [
    'draw',
    'Draw',
    'Draw new contours, or put points into those there are (D)',
    <PenTool key="d" size={15} />,
  ],
  ['cut', 'Cut', 'Cut the letter by drawing a line across it (C)', <Scissors key="c" size={15} />],
  [
    'measure',
    'Measure',
    'Measure thickness: press at an edge, or draw a line across (M)',
    <Ruler key="m" size={15} />,
  ],
  [
    'guide',
    'Guide',
    'Lay a line to draw by: press, and pull to turn it; by its foot it moves (G)',
    <Slash key="g" size={15} />,
  ],
];

/** Tools of the outline bench, and steps from letter to letter. */
export function DressTools() {
  const { tool, lasso, seeing } = useDressBench();
  const step = useStep();
  return (
    <Flex align="center" gap="2" w="100%" flexWrap="wrap" rowGap="1.5">
      {TOOLS.map(([name, text, tip, icon]) => (
        <InkButton
          key={name}
          tip={tip}
          aria-pressed={tool === name}
          px="2"
          onClick={() => dressBench.takeTool(name)}
        >
          {icon}
          {text}
        </InkButton>
      ))}
      <InkButton
        tip="Choose points by drawing a loop round them instead of a frame (W, or hold Alt)"
        aria-pressed={lasso}
        px="2"
        onClick={() => useDressBench.setState({ lasso: !lasso })}
      >
        <LassoSelect size={15} />
        Loop
      </InkButton>
      <Flex gap="2" ml="auto">
        <InkButton tip="The letter before (Page Up)" onClick={() => step(-1)}>
          Before
        </InkButton>
        <NewLetter />
        <InkButton tip="The letter after (Page Down)" onClick={() => step(1)}>
          After
        </InkButton>
      </Flex>
      <InkButton
        tip="Filled as it will print, or outline with its points (F)"
        aria-pressed={seeing.filled}
        onClick={() => dressBench.see({ filled: !seeing.filled })}
      >
        {seeing.filled ? 'Outline' : 'Filled'}
      </InkButton>
    </Flex>
  );
}
