import { Flex, Progress, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { isFreeName } from '../../../core/project/document/commands/family/addStyle';
import { proposedStyles, type ProposedStyle } from '../../../core/project/document/queries/weights';
import { usualThinning } from '../../../core/project/document/commands/family/restyledGlyph';
import type { StyleRow } from '../../../core/project/document/schema';
import { beginStyle, makeStyle, useStyling } from '../../store/family';
import { useDoc, useWhole } from '../../store/projectStore';
import { tellingLetters } from '../../store/thinning';
import { CheckField } from '../../ui/CheckField';
import { InkButton } from '../../ui/InkButton';
import { NumberField } from '../../ui/NumberField';
import { TextField } from '../../ui/TextField';
import { ThinningPicture } from './ThinningPicture';

/** Heaviest and lightest of a weight class: OpenType, OS/2, usWeightClass. */
export const WEIGHT = { min: 1, max: 1000, step: 100 };
/** Strokes may grow or shrink by so much, em units, and letters lean by so much, degrees. */
const STROKES = { min: -200, max: 300, step: 2 };
const SLANT = { min: -30, max: 30, step: 1 };
/** By how many per cent of its width a pen may be thinner where strokes meet. */
const THINNING = { min: 0, max: 60, step: 5 };
/** Edges of hollow letters, em units; 0 = filled. */
const EDGE = { min: 0, max: 200, step: 1 };

const FIRST: ProposedStyle = {
  name: '',
  weightClass: 400,
  heavier: 0,
  slantDeg: 0,
  thinned: null,
  edge: null,
  empty: false,
};

interface WishProps {
  readonly wish: ProposedStyle;
  readonly onChange: (change: Partial<ProposedStyle>) => void;
}

/** What the new style is called and how its letters differ. */
function Wish({ wish, onChange }: WishProps) {
  const family = useWhole();
  return (
    <>
      <TextField
        live
        label="Name of the new style"
        value={wish.name}
        fault={(name) => (name.trim() === '' || isFreeName(family, name) ? null : 'A style is called so')}
        onChange={(name) => onChange({ name })}
      />
      <NumberField
        label="Its weight"
        unit=""
        {...WEIGHT}
        value={wish.weightClass}
        onChange={(v) => onChange({ weightClass: Math.round(v) })}
      />
      <CheckField
        label="Empty, for drawings of its own"
        checked={wish.empty}
        onChange={(empty) => onChange({ empty })}
      />
      <NumberField
        label="Strokes thicker by"
        unit="u"
        {...STROKES}
        disabled={wish.empty}
        value={wish.heavier}
        onChange={(heavier) => onChange({ heavier })}
      />
      <Thinner wish={wish} onChange={onChange} />
      <NumberField
        label="Leaning by"
        unit="°"
        {...SLANT}
        disabled={wish.empty}
        value={wish.slantDeg}
        onChange={(slantDeg) => onChange({ slantDeg })}
      />
      <NumberField
        label="Hollow, its edge"
        unit="u"
        {...EDGE}
        disabled={wish.empty}
        value={wish.edge ?? 0}
        onChange={(edge) => onChange({ edge: edge === 0 ? null : edge })}
      />
    </>
  );
}

/** How much thinner the pen of a heavier style is where strokes meet, and a picture of it; letters of outlines have no pen. */
function Thinner({ wish, onChange }: WishProps) {
  const letter = tellingLetters(useDoc())[0];
  if (!letter?.skeleton || wish.empty || wish.heavier <= 0) return null;
  const share = wish.thinned ?? usualThinning(letter.skeleton.pen, wish.heavier);
  return (
    <>
      <NumberField
        label="Thinner where strokes meet"
        unit="%"
        {...THINNING}
        value={Math.round(100 * share)}
        onChange={(v) => onChange({ thinned: v / 100 })}
      />
      <ThinningPicture wish={wish} />
    </>
  );
}

/** A further style: proposed by name, changed as one likes, made of the style in hand or begun empty. */
export function FurtherStyle({ from }: { readonly from: StyleRow }) {
  const doc = useDoc();
  const family = useWhole();
  const { total } = useStyling();
  const [wish, setWish] = useState<ProposedStyle>(FIRST);
  const make = () => {
    const { empty, ...made } = wish;
    setWish(FIRST);
    if (empty) beginStyle({ ...made, italic: false });
    else void makeStyle(made);
  };
  return (
    <>
      <Flex gap="1.5" wrap="wrap">
        {proposedStyles(doc, family).map((p) => (
          <InkButton
            key={p.name}
            aria-pressed={p.name === wish.name}
            tip={p.empty ? 'A style for drawings of its own' : `Made of ${from.name}`}
            onClick={() => setWish(p)}
          >
            {p.name}
          </InkButton>
        ))}
      </Flex>
      <Wish wish={wish} onChange={(change) => setWish({ ...wish, ...change })} />
      <InkButton
        main
        tip={wish.empty ? 'Begin the style without letters' : `Draw all letters of ${from.name} so`}
        disabled={!isFreeName(family, wish.name) || total > 0}
        onClick={make}
      >
        {wish.empty ? 'Begin it' : `Make it of ${from.name}`}
      </InkButton>
      <Drawing />
    </>
  );
}

/** How far the letters of a style are that is being made. */
function Drawing() {
  const { done, total, stop } = useStyling();
  if (total === 0) return null;
  return (
    <Flex align="center" gap="3">
      <Progress.Root value={(100 * done) / total} size="xs" flex="1" aria-label="Drawing the style">
        <Progress.Track>
          <Progress.Range bg="hand" />
        </Progress.Track>
      </Progress.Root>
      <Text fontSize="xs" color="faded">
        {done} of {total}
      </Text>
      {stop && (
        <InkButton tip="Make no such style" onClick={stop}>
          Stop
        </InkButton>
      )}
    </Flex>
  );
}
