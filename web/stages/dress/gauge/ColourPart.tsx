import { Box, Flex, IconButton } from '@chakra-ui/react';
import { ArrowDown, ArrowUp, X } from 'lucide-react';
import {
  addLayer,
  moveLayer,
  paintLayer,
  removeLayer,
} from '../../../../core/project/document/commands/outline';
import { fillOf } from '../../../../core/foundations/geometry/fill';
import { meanColour, type Rgb } from '../../../../core/foundations/geometry/paint';
import { paintText } from '../../../canvas/fillLayers';
import { dressBench, useDressBench } from '../../../store/dressBench';
import { useDoc, useProject } from '../../../store/projectStore';
import { ColourField } from '../../../ui/ColourField';
import { GaugePart } from '../../../ui/Gauge';
import { FillPart } from '../../../ui/FillPart';
import { InkButton } from '../../../ui/InkButton';
import { Tip } from '../../../ui/Tip';
import { useDressTarget } from '../useDressTarget';

/** A first colour to put on top: that of the mill's shutters. */
const FIRST: Rgb = [178, 74, 44];

const MOVES = [
  [1, 'Up', ArrowUp],
  [-1, 'Down', ArrowDown],
] as const;

/** One colour: changed, worked on, moved among the others, taken away. */
function LayerRow({ at }: { at: number }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { glyph, target } = useDressTarget();
  const layer = glyph.layers[at];
  if (!layer) return null;
  const top = glyph.layers.length - 1;
  const isLowest = at === 0;
  const stays = { '1': isLowest || at === top, '-1': at <= 1 };
  const remove = () => {
    commit(removeLayer(doc, glyph.id, at));
    dressBench.workOn('outline');
  };
  const small = { size: '2xs', variant: 'ghost', color: 'ink' } as const;
  return (
    <Flex align="center" gap="1">
      <ColourField
        bare
        label={`Colour ${at + 1}: ${paintText(layer.paint)}`}
        value={meanColour(layer.paint)}
        onChange={(rgb, continues) => commit(paintLayer(doc, glyph.id, at, { kind: 'flat', rgb }), continues)}
      />
      <InkButton
        tip={isLowest ? 'Work on the outline, the lowest colour' : 'Work on this colour’s contours'}
        flex="1"
        aria-pressed={target.of === at || (isLowest && target.of === 'outline')}
        onClick={() => dressBench.workOn(isLowest ? 'outline' : at)}
      >
        {isLowest ? 'Outline' : `Colour ${at + 1}`}
      </InkButton>
      {MOVES.map(([by, name, Arrow]) => (
        <Tip key={by} text={name}>
          <IconButton
            {...small}
            aria-label={`Colour ${at + 1} ${name.toLowerCase()}`}
            disabled={stays[`${by}`]}
            onClick={() => commit(moveLayer(doc, glyph.id, at, by))}
          >
            <Arrow />
          </IconButton>
        </Tip>
      ))}
      <Tip text="Take this colour away">
        <IconButton
          {...small}
          aria-label={`Take colour ${at + 1} away`}
          disabled={isLowest && top > 0}
          onClick={remove}
        >
          <X />
        </IconButton>
      </Tip>
    </Flex>
  );
}

/** What the layer in hand is filled with. */
function LayerFill() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { glyph, target } = useDressTarget();
  const at = typeof target.of === 'number' ? target.of : 0;
  const layer = glyph.layers[at];
  if (!layer || target.of === 'skeleton') return null;
  return (
    <Box role="group" aria-label={at === 0 ? 'Fill of the outline' : `Fill of colour ${at + 1}`} w="100%">
      <FillPart
        fill={fillOf(layer.paint)}
        wayless={layer.paint.kind === 'radial'}
        onChange={(fill, continues) => commit(paintLayer(doc, glyph.id, at, fill), continues)}
      />
    </Box>
  );
}

/** Colour layers: what lies on top is listed first. */
export function ColourPart() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { glyph, contours } = useDressTarget();
  const selection = useDressBench((s) => s.selection);
  const chosen = [...new Set(selection.map((p) => p.contour))].flatMap((i) => contours[i] ?? []);
  return (
    <>
      <GaugePart title="Colours" />
      {[...glyph.layers.keys()].reverse().map((at) => (
        <LayerRow key={at} at={at} />
      ))}
      <LayerFill />
      <InkButton
        tip="Put the chosen contours on top in a colour of their own"
        disabled={chosen.length === 0}
        onClick={() => commit(addLayer(doc, glyph.id, chosen, FIRST))}
      >
        Colour the chosen contours
      </InkButton>
    </>
  );
}
