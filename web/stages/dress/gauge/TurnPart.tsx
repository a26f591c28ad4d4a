import { SimpleGrid } from '@chakra-ui/react';
import { useState } from 'react';
import { chosenOrAll, lineUp, placePoints, spread } from '../../../../core/project/document/commands/outline';
import type { ProjectDiff } from '../../../../core/project/document/changes/diff';
import { countNodes } from '../../../../core/foundations/geometry/contour';
import { MOST_SLANT_DEG, type Turning } from '../../../../core/foundations/geometry/turning';
import type { Vec } from '../../../../core/foundations/geometry/vec';
import { useDressBench, type About } from '../../../store/dressBench';
import { useDoc, useProject } from '../../../store/projectStore';
import { turnChosen } from '../../../store/turning';
import { frameOf } from '../../../tools/dress/turnTool';
import { CheckField } from '../../../ui/CheckField';
import { GaugePart } from '../../../ui/Gauge';
import { InkButton } from '../../../ui/InkButton';
import { NumberField } from '../../../ui/NumberField';
import { SelectField } from '../../../ui/SelectField';
import { useDressTarget } from '../useDressTarget';

const ABOUT: readonly (readonly [About, string])[] = [
  ['middle', 'its middle'],
  ['foot', 'its middle on the baseline'],
  ['origin', 'where the letter begins, on the baseline'],
  ['last', 'the point chosen last'],
];

/** What is chosen turned, slanted, made larger or smaller, flipped, lined up and spread, by numbers. */
export function TurnPart() {
  const { contours } = useDressTarget();
  if (contours.length === 0) return null;
  return (
    <>
      <GaugePart title="Turn and stretch" />
      <TurnFields />
      <LineUp />
    </>
  );
}

/** The place that stays, in the drawing's own space. */
function useAbout(): Vec {
  const { contours, shift } = useDressTarget();
  const { about, selection } = useDressBench();
  const box = frameOf(contours, chosenOrAll(contours, selection));
  const last = [...selection].reverse().find((p) => p.part === 'node');
  const node = last && contours[last.contour]?.nodes[last.node];
  const x = box ? (box.xMin + box.xMax) / 2 : 0;
  if (about === 'origin') return { x: shift, y: 0 };
  if (about === 'foot') return { x, y: 0 };
  if (about === 'last' && node) return { x: node.x, y: node.y };
  return { x, y: box ? (box.yMin + box.yMax) / 2 : 0 };
}

interface TurnProps {
  readonly turn: (turning: Turning, keepStems?: boolean) => void;
}

function TurnFields() {
  const { target, contours } = useDressTarget();
  const { about, selection, turned, stemsKept } = useDressBench();
  const place = useAbout();
  const whole = target.of === 'outline' && chosenOrAll(contours, selection).length === countNodes(contours);
  const turn: TurnProps['turn'] = (turning, keepStems = false) =>
    void turnChosen(target, selection, turning, place, keepStems);
  return (
    <>
      <SelectField
        label={selection.length === 0 ? 'All of it, about' : 'What is chosen, about'}
        value={about}
        options={ABOUT}
        onChange={(next) => useDressBench.setState({ about: next })}
      />
      <AngleFields turn={turn} />
      <SizeFields turn={turn} mayKeepStems={whole} />
      <InkButton
        tip="What was done last, once more"
        disabled={!turned}
        onClick={() => turned && turn(turned, stemsKept && whole)}
      >
        Once more
      </InkButton>
    </>
  );
}

/** Turned, slanted and flipped. */
function AngleFields({ turn }: TurnProps) {
  const [deg, setDeg] = useState(10);
  const steep = deg > MOST_SLANT_DEG;
  const buttons: readonly (readonly [string, string, Turning, boolean])[] = [
    ['Turn left', `Turn to the left by ${deg}°`, { kind: 'turn', deg }, false],
    ['Turn right', `Turn to the right by ${deg}°`, { kind: 'turn', deg: -deg }, false],
    ['Slant', `Let uprights lean to the right by ${deg}°`, { kind: 'slant', deg }, steep],
    ['Slant back', `Let uprights lean to the left by ${deg}°`, { kind: 'slant', deg: -deg }, steep],
    ['Flip sideways', 'Left becomes right', { kind: 'flip', way: 'sideways' }, false],
    ['Flip over', 'Top becomes foot', { kind: 'flip', way: 'upside-down' }, false],
  ];
  return (
    <>
      <NumberField label="Angle" unit="°" digits={1} value={deg} min={0.1} max={180} onChange={setDeg} />
      <SimpleGrid columns={2} gap="1.5">
        {buttons.map(([text, tip, turning, disabled]) => (
          <InkButton key={text} tip={tip} disabled={disabled} onClick={() => turn(turning)}>
            {text}
          </InkButton>
        ))}
      </SimpleGrid>
    </>
  );
}

/** Made larger or smaller; all of an outline also with its stems as wide as they are. */
function SizeFields({ turn, mayKeepStems }: TurnProps & { readonly mayKeepStems: boolean }) {
  const [size, setSize] = useState({ across: 100, up: 100 });
  const [keepStems, setKeepStems] = useState(false);
  const { across, up } = size;
  return (
    <>
      <NumberField
        label="Across by"
        unit="%"
        digits={1}
        value={across}
        min={2}
        max={1000}
        onChange={(v) => setSize({ across: v, up })}
      />
      <NumberField
        label="Upwards by"
        unit="%"
        digits={1}
        value={up}
        min={2}
        max={1000}
        onChange={(v) => setSize({ across, up: v })}
      />
      <CheckField
        label="Keep its stems as wide as they are"
        checked={keepStems && mayKeepStems}
        disabled={!mayKeepStems}
        onChange={setKeepStems}
      />
      <InkButton
        tip={`${across} % across, ${up} % upwards`}
        disabled={across === 100 && up === 100}
        onClick={() => turn({ kind: 'size', across: across / 100, up: up / 100 }, keepStems && mayKeepStems)}
      >
        Resize
      </InkButton>
    </>
  );
}

const LINES = [
  ['x', 'least', 'Left', 'Bring left ends to the leftmost'],
  ['x', 'middle', 'Middle', 'Bring middles to one upright'],
  ['x', 'most', 'Right', 'Bring right ends to the rightmost'],
  ['y', 'most', 'Top', 'Bring tops to the highest'],
  ['y', 'middle', 'Half way', 'Bring middles to one level'],
  ['y', 'least', 'Foot', 'Bring feet to the lowest'],
] as const;

function LineUp() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { target, contours, placed, shift } = useDressTarget();
  const selection = useDressBench((s) => s.selection);
  const nodes = selection.filter((p) => p.part === 'node');
  const points = chosenOrAll(contours, selection);
  const make = (diff: ProjectDiff | null) => commit(diff);
  if (nodes.length < 2 && contours.length < 2) return null;
  const first = nodes[0] && placed[nodes[0].contour]?.nodes[nodes[0].node];
  return (
    <>
      <GaugePart title="Line up and spread" />
      {nodes.length > 1 &&
        first &&
        (['x', 'y'] as const).map((axis) => (
          <NumberField
            key={axis}
            label={`${axis} of all of them`}
            unit="u"
            digits={1}
            value={first[axis]}
            onChange={(v) => make(placePoints(doc, target, nodes, axis, axis === 'x' ? v + shift : v))}
          />
        ))}
      <SimpleGrid columns={3} gap="1.5">
        {LINES.map(([axis, end, text, tip]) => (
          <InkButton key={text} tip={tip} onClick={() => make(lineUp(doc, target, points, axis, end))}>
            {text}
          </InkButton>
        ))}
      </SimpleGrid>
      <SimpleGrid columns={2} gap="1.5">
        <InkButton
          tip="As much room between each and its next, from left to right"
          onClick={() => make(spread(doc, target, points, 'x'))}
        >
          Spread across
        </InkButton>
        <InkButton
          tip="As much room between each and its next, from foot to top"
          onClick={() => make(spread(doc, target, points, 'y'))}
        >
          Spread upwards
        </InkButton>
      </SimpleGrid>
    </>
  );
}
