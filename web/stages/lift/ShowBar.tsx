import { InkButton } from '../../ui/InkButton';

/** What is drawn over each other on the sheet. */
export interface Shown {
  readonly picture: boolean;
  readonly ink: boolean;
  readonly outline: boolean;
  /** Colour layers of pieces traced in colour. */
  readonly colours: boolean;
  readonly points: boolean;
  readonly deviation: boolean;
  /** The picture alone on the left of the bench, the traced letters alone on the right. */
  readonly halves: boolean;
}

export const FIRST_SHOWN: Shown = {
  picture: true,
  ink: false,
  outline: true,
  colours: true,
  points: false,
  deviation: false,
  halves: false,
};

const LAYERS: readonly (readonly [keyof Shown, string, string])[] = [
  ['picture', 'Picture', 'The picture as it came in'],
  ['ink', 'Ink', 'The ink as the tracer sees it: paper, shadow and yellowing taken out'],
  ['outline', 'Outline', 'The traced outlines'],
  ['colours', 'Colours', 'The colours of pieces that were traced in colour'],
  ['points', 'Points', 'The points of the piece in hand'],
  ['deviation', 'Deviation', 'How far the outline of the piece in hand lies from its ink, in colour'],
  ['halves', 'Half and half', 'Before on the left, after on the right'],
];

/** Switches for the layers of the sheet. */
interface Props {
  readonly shown: Shown;
  readonly onShown: (shown: Shown) => void;
  /** Whether any piece has colours to show. */
  readonly coloured: boolean;
}

export function ShowBar({ shown, onShown, coloured }: Props) {
  return (
    <>
      {LAYERS.filter(([layer]) => layer !== 'colours' || coloured).map(([layer, text, tip]) => (
        <InkButton
          key={layer}
          tip={tip}
          px="2"
          aria-pressed={shown[layer]}
          onClick={() => onShown({ ...shown, [layer]: !shown[layer] })}
        >
          {text}
        </InkButton>
      ))}
    </>
  );
}
