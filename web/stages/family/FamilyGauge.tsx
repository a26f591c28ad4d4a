import { Flex, Progress, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { changeStyle } from '../../../core/project/document/commands/family/styles';
import { isFreeName } from '../../../core/project/document/commands/family/addStyle';
import { projectOf } from '../../../core/project/document/newProject';
import { proposedStyles, type ProposedStyle } from '../../../core/project/document/queries/family';
import type { StyleRow } from '../../../core/project/document/schema';
import { beginStyle, dropStyle, makeStyle, useStyling } from '../../store/family';
import { useDoc, useProject, useWhole } from '../../store/projectStore';
import { CheckField } from '../../ui/CheckField';
import { Gauge, GaugePart } from '../../ui/Gauge';
import { InkButton } from '../../ui/InkButton';
import { NumberField } from '../../ui/NumberField';
import { TextField } from '../../ui/TextField';

/** Heaviest and lightest of a weight class: OpenType, OS/2, usWeightClass. */
const WEIGHT = { min: 1, max: 1000, step: 100 };
/** Strokes may grow or shrink by so much, em units, and letters lean by so much, degrees. */
const STROKES = { min: -200, max: 300, step: 2 };
const SLANT = { min: -30, max: 30, step: 1 };

function InHand({ style }: { readonly style: StyleRow }) {
  const family = useWhole();
  const commit = useProject((s) => s.commit);
  const change = (to: Parameters<typeof changeStyle>[2]) => commit(changeStyle(family, style.id, to));
  const many = Object.keys(family.styles).length > 1;
  return (
    <>
      <TextField
        key={style.id}
        label="Name"
        value={style.name}
        fault={(name) => (isFreeName(family, name, style.id) ? null : 'Another style is called so')}
        onChange={(name) => change({ name })}
      />
      <NumberField
        label="Weight"
        unit=""
        {...WEIGHT}
        value={style.weightClass}
        onChange={(v) => change({ weightClass: Math.round(v) })}
      />
      <CheckField label="Italic" checked={style.italic} onChange={(italic) => change({ italic })} />
      <InkButton
        tip={
          many
            ? 'Take this style away with its letters, spacing and sheets; Undo brings it back'
            : 'A project keeps its last style'
        }
        disabled={!many}
        onClick={() => dropStyle(style.id)}
      >
        Remove {style.name}
      </InkButton>
    </>
  );
}

const FIRST: ProposedStyle = { name: '', weightClass: 400, heavier: 0, slantDeg: 0, empty: false };

/** A further style: proposed by name, changed as one likes, made of the style in hand or begun empty. */
function Further({ from }: { readonly from: StyleRow }) {
  const doc = useDoc();
  const family = useWhole();
  const { total } = useStyling();
  const [wish, setWish] = useState<ProposedStyle>(FIRST);
  const set = (change: Partial<ProposedStyle>) => setWish({ ...wish, ...change });
  const may = isFreeName(family, wish.name) && total === 0;
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
      <TextField
        live
        label="Name of the new style"
        value={wish.name}
        fault={(name) => (name.trim() === '' || isFreeName(family, name) ? null : 'A style is called so')}
        onChange={(name) => set({ name })}
      />
      <NumberField
        label="Its weight"
        unit=""
        {...WEIGHT}
        value={wish.weightClass}
        onChange={(v) => set({ weightClass: Math.round(v) })}
      />
      <CheckField
        label="Empty, for drawings of its own"
        checked={wish.empty}
        onChange={(empty) => set({ empty })}
      />
      <NumberField
        label="Strokes thicker by"
        unit="u"
        {...STROKES}
        disabled={wish.empty}
        value={wish.heavier}
        onChange={(heavier) => set({ heavier })}
      />
      <NumberField
        label="Leaning by"
        unit="°"
        {...SLANT}
        disabled={wish.empty}
        value={wish.slantDeg}
        onChange={(slantDeg) => set({ slantDeg })}
      />
      <InkButton
        main
        tip={wish.empty ? 'Begin the style without letters' : `Draw all letters of ${from.name} so`}
        disabled={!may}
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

/** The style in hand, and what a further one would be made of. */
export function FamilyGauge() {
  const doc = useDoc();
  const style = doc.styles[projectOf(doc).styleId];
  if (!style) return null;
  return (
    <Gauge
      title={style.name}
      hint="The style in hand. Every bench works on it, and so does the running line."
    >
      <InHand style={style} />
      <GaugePart title="A further style" />
      <Further from={style} />
    </Gauge>
  );
}
