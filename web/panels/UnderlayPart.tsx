import { Text } from '@chakra-ui/react';
import atkinson from '@fontsource/atkinson-hyperlegible/files/atkinson-hyperlegible-latin-400-normal.woff2?url';
import dekko from '@fontsource/dekko/files/dekko-latin-400-normal.woff2?url';
import spectral from '@fontsource/spectral/files/spectral-latin-400-normal.woff2?url';
import { besideUnderlay, styleBeneath, type Beside } from '../../core/fonts/open/underlay';
import { projectOf } from '../../core/project/document/newProject';
import { stylesInOrder } from '../../core/project/document/queries/styles';
import type { GlyphRow } from '../../core/project/document/schema';
import { useDoc, useWhole } from '../store/projectStore';
import { changeUnderlay, layBeneath, layStyleBeneath, useUnderlay } from '../store/underlay';
import { FileButton } from '../ui/FileButton';
import { Fact, GaugePart } from '../ui/Gauge';
import { NumberField } from '../ui/NumberField';
import { SelectField } from '../ui/SelectField';

/** Open-licensed fonts that ship with the app, by what they are. */
const SHIPPED = { sans: ['A text sans', atkinson], serif: ['A text serif', spectral], hand: ['A handwriting', dekko] } as const; // prettier-ignore
type Shipped = keyof typeof SHIPPED;

const isShipped = (value: string): value is Shipped => value in SHIPPED;

async function layShipped(which: Shipped): Promise<void> {
  const [text, address] = SHIPPED[which];
  const response = await fetch(address);
  await layBeneath(await response.blob(), text);
}

const WORDS: Readonly<Record<Beside['of'], string>> = {
  'x-height': 'x-height',
  'cap height': 'Cap height',
  stem: 'Stem',
  width: 'Width',
  left: 'White at the left',
  right: 'White at the right',
};

const units = (v: number | null): string => (v === null ? '-' : `${Math.round(v)}`);

/** Measures of the letter in hand beside those of the letter behind it. */
function Numbers({ glyph }: { readonly glyph: GlyphRow }) {
  const doc = useDoc();
  const underlay = useUnderlay();
  if (!underlay) return null;
  return besideUnderlay(doc, glyph, underlay.font, underlay.scale).map(({ of, own, theirs }) => (
    <Fact key={of} label={WORDS[of]}>
      <span data-testid={`beside-${of}`}>
        {units(own)} / {units(theirs)} u
      </span>
    </Fact>
  ));
}

/** How the font that lies beneath is shown. */
function Settings() {
  const { underlay } = projectOf(useDoc());
  if (!underlay) return null;
  return (
    <>
      <SelectField
        label="Its size"
        value={underlay.size}
        options={[
          ['x-height', 'The same x-height'],
          ['em', 'The same em'],
        ]}
        onChange={(size) => changeUnderlay({ size })}
      />
      <NumberField
        label="Strength"
        unit="%"
        min={0}
        max={100}
        step={5}
        value={underlay.strength * 100}
        onChange={(v) => changeUnderlay({ strength: v / 100 }, true)}
      />
      <Text fontSize="xs" color="faded">
        Hold V to see it clearly. Numbers: yours / beneath.
      </Text>
    </>
  );
}

/** Another font, or another style of the family, faintly behind one's own letters, and its numbers beside theirs. */
export function UnderlayPart({ glyph }: { readonly glyph: GlyphRow | null }) {
  const { underlay: choice, styleId: inHand } = projectOf(useDoc());
  const underlay = useUnderlay();
  const whole = useWhole();
  const others = stylesInOrder(whole).filter((s) => s.id !== inHand);
  const name = choice?.name ?? '';
  const options: readonly (readonly [string, string])[] = [
    ['', 'None'],
    ...others.map((s) => [s.id, `${s.name} of this family`] as const),
    ...(choice?.fileId ? [[choice.fileId, name] as const] : []),
    ...Object.entries(SHIPPED).map(([key, [text]]) => [key, text] as const),
  ];
  return (
    <>
      <GaugePart title="A font beneath" />
      <SelectField
        label="Which"
        value={styleBeneath(whole, inHand) ?? choice?.fileId ?? ''}
        options={options}
        onChange={(value) => {
          const style = others.find((s) => s.id === value);
          if (style) layStyleBeneath(style);
          else if (isShipped(value)) void layShipped(value);
          else if (value === '') changeUnderlay(null);
        }}
      />
      <FileButton
        text="A font from a file"
        tip="Any OTF, TTF, WOFF or WOFF2; it stays in this browser"
        label="Font to lay beneath"
        accept=".otf,.ttf,.woff,.woff2"
        onFile={(file) => void layBeneath(file, file.name)}
      />
      {underlay && <Settings />}
      {choice?.fileId && underlay === null && (
        <Text fontSize="xs" color="snag">
          The file of {name} isn’t in this browser. Choose it again.
        </Text>
      )}
      {glyph && <Numbers glyph={glyph} />}
    </>
  );
}
