import { Flex, IconButton } from '@chakra-ui/react';
import { ArrowDown, ArrowUp, X } from 'lucide-react';
import {
  addLayer,
  moveLayer,
  recolourLayer,
  removeLayer,
} from '../../../../core/project/document/commands/outline';
import { meanColour, type Rgb } from '../../../../core/foundations/geometry/paint';
import { paintText } from '../../../canvas/fillLayers';
import { dressBench, useDressBench } from '../../../store/dressBench';
import { useDoc, useProject } from '../../../store/projectStore';
import { GaugePart } from '../../../ui/Gauge';
import { InkButton } from '../../../ui/InkButton';
import { Tip } from '../../../ui/Tip';
import { useDressTarget } from '../useDressTarget';

const hex = (rgb: Rgb) => `#${rgb.map((v) => Math.round(v).toString(16).padStart(2, '0')).join('')}`;
const rgbOf = (text: string): Rgb =>
  [1, 3, 5].map((i) => parseInt(text.slice(i, i + 2), 16)) as unknown as Rgb;
/** A first colour to put on top: that of the mill's shutters. */
const FIRST: Rgb = [178, 74, 44];

/** Colour layers: what lies on top is listed first. */
export function ColourPart() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { glyph, contours, target } = useDressTarget();
  const selection = useDressBench((s) => s.selection);
  const chosen = [...new Set(selection.map((p) => p.contour))].flatMap((i) => contours[i] ?? []);
  const top = glyph.layers.length - 1;
  return (
    <>
      <GaugePart title="Colours" />
      {[...glyph.layers.entries()].reverse().map(([i, layer]) => (
        <Flex key={i} align="center" gap="1">
          <input
            type="color"
            aria-label={`Colour ${i + 1}: ${paintText(layer.paint)}`}
            value={hex(meanColour(layer.paint))}
            style={{ width: 28, height: 24, border: 'none', background: 'none' }}
            onChange={(e) => commit(recolourLayer(doc, glyph.id, i, rgbOf(e.target.value)), true)}
          />
          <InkButton
            tip={i === 0 ? 'Work on the outline, the lowest colour' : 'Work on this colour’s contours'}
            flex="1"
            aria-pressed={target.of === i || (i === 0 && target.of === 'outline')}
            onClick={() => dressBench.workOn(i === 0 ? 'outline' : i)}
          >
            {i === 0 ? 'Outline' : `Colour ${i + 1}`}
          </InkButton>
          {([1, -1] as const).map((by) => (
            <Tip key={by} text={by === 1 ? 'Up' : 'Down'}>
              <IconButton
                size="2xs"
                variant="ghost"
                color="ink"
                aria-label={`Colour ${i + 1} ${by === 1 ? 'up' : 'down'}`}
                disabled={i === 0 || (by === 1 ? i === top : i === 1)}
                onClick={() => commit(moveLayer(doc, glyph.id, i, by))}
              >
                {by === 1 ? <ArrowUp /> : <ArrowDown />}
              </IconButton>
            </Tip>
          ))}
          <Tip text="Take this colour away">
            <IconButton
              size="2xs"
              variant="ghost"
              color="ink"
              aria-label={`Take colour ${i + 1} away`}
              disabled={i === 0 && top > 0}
              onClick={() => {
                commit(removeLayer(doc, glyph.id, i));
                dressBench.workOn('outline');
              }}
            >
              <X />
            </IconButton>
          </Tip>
        </Flex>
      ))}
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
