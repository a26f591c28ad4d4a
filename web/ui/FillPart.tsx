import { Box, Flex, IconButton } from '@chakra-ui/react';
import { X } from 'lucide-react';
import type { Fill } from '../../core/foundations/geometry/fill';
import { colourAlong, colourKey, rgbBy, type Rgb, type Stop } from '../../core/foundations/geometry/paint';
import { CheckField } from './CheckField';
import { ColourField } from './ColourField';
import { InkButton } from './InkButton';
import { NumberField } from './NumberField';

type Gradient = Extract<Fill, { kind: 'gradient' }>;

/** What a gradient ends in at first: the sky over the mill at low tide. */
const SECOND: Rgb = [214, 138, 62];
/** More stops are hard to tell apart, and to read. */
const MOST_STOPS = 8;

interface Props {
  readonly fill: Fill;
  /** A gradient that runs outwards from a centre has no way. */
  readonly wayless?: boolean;
  /** `continues`: with the change before, as one step. */
  readonly onChange: (fill: Fill, continues?: boolean) => void;
}

const sorted = (stops: readonly Stop[]): Stop[] => [...stops].sort((a, b) => a.at - b.at);

const wholeRgb = (rgb: Rgb): Rgb => rgbBy((c) => Math.round(rgb[c]));

/** The stop put in where two neighbours are furthest apart, in the colour that is there. */
function withOneMore(stops: readonly Stop[]): Stop[] {
  const all = sorted(stops);
  const gaps = all
    .slice(1)
    .map((s, i) => ({ at: (s.at + (all[i]?.at ?? 0)) / 2, gap: s.at - (all[i]?.at ?? 0) }));
  const widest = gaps.reduce((a, b) => (b.gap > a.gap ? b : a), { at: 0.5, gap: 0 });
  return sorted([...all, { at: widest.at, rgb: wholeRgb(colourAlong(all, widest.at)) }]);
}

/** The gradient as it goes through a letter, from its beginning at the left. */
const strip = (stops: readonly Stop[]) =>
  `linear-gradient(90deg, ${sorted(stops)
    .map((s) => `${colourKey(s.rgb)} ${s.at * 100}%`)
    .join(', ')})`;

interface StopProps {
  readonly stop: Stop;
  readonly name: string;
  /** It can't be taken away: a gradient has two. */
  readonly fixed: boolean;
  readonly onChange: (stop: Stop | null, continues?: boolean) => void;
}

/** One colour of a gradient and its place on the way. */
function StopRow({ stop, name, fixed, onChange }: StopProps) {
  return (
    <Flex align="center" gap="1">
      <ColourField
        bare
        label={`Colour of ${name}`}
        value={stop.rgb}
        onChange={(rgb, continues) => onChange({ ...stop, rgb }, continues)}
      />
      <NumberField
        inColumn
        label={`Place of ${name}`}
        unit="%"
        min={0}
        max={100}
        value={stop.at * 100}
        onChange={(at) => onChange({ ...stop, at: at / 100 })}
      />
      <IconButton
        size="2xs"
        variant="ghost"
        color="ink"
        aria-label={`Take ${name} away`}
        disabled={fixed}
        onClick={() => onChange(null)}
      >
        <X />
      </IconButton>
    </Flex>
  );
}

interface GradientProps extends Omit<Props, 'fill'> {
  readonly fill: Gradient;
}

function GradientFields({ fill, wayless = false, onChange }: GradientProps) {
  const put = (stops: readonly Stop[], continues = false) => onChange({ ...fill, stops }, continues);
  return (
    <>
      <Box h="14px" borderWidth="1px" borderColor="rule" style={{ background: strip(fill.stops) }} />
      {fill.stops.map((s, i) => (
        <StopRow
          key={i}
          stop={s}
          name={`stop ${i + 1}`}
          fixed={fill.stops.length < 3}
          onChange={(to, continues) =>
            put(
              fill.stops.flatMap((t, k) => (k !== i ? [t] : to ? [to] : [])),
              continues,
            )
          }
        />
      ))}
      <InkButton
        tip="Another colour on the way"
        disabled={fill.stops.length >= MOST_STOPS}
        onClick={() => put(withOneMore(fill.stops))}
      >
        Add a stop
      </InkButton>
      {!wayless && (
        <NumberField
          label="Its way (90° = upwards)"
          unit="°"
          min={-180}
          max={180}
          step={5}
          value={fill.deg}
          onChange={(deg) => onChange({ ...fill, deg })}
        />
      )}
    </>
  );
}

/** One colour, or a gradient by its stops. */
export function FillPart({ fill, wayless, onChange }: Props) {
  const [first] = fill.kind === 'flat' ? [fill.rgb] : fill.stops.map((s) => s.rgb);
  const rgb = first ?? SECOND;
  const gradient: Gradient = {
    kind: 'gradient',
    deg: 90,
    stops: [
      { at: 0, rgb },
      { at: 1, rgb: SECOND },
    ],
  };
  return (
    <>
      <CheckField
        label="A gradient"
        checked={fill.kind === 'gradient'}
        onChange={(on) => onChange(on ? gradient : { kind: 'flat', rgb })}
      />
      {fill.kind === 'flat' ? (
        <ColourField
          label="Colour"
          value={fill.rgb}
          onChange={(to, continues) => onChange({ kind: 'flat', rgb: to }, continues)}
        />
      ) : (
        <GradientFields fill={fill} wayless={wayless} onChange={onChange} />
      )}
    </>
  );
}
