import { Text } from '@chakra-ui/react';
import { useCallback, useMemo, useState } from 'react';
import {
  findingGrey,
  greyEdges,
  pixelOf,
  putOnPixels,
} from '../../../../core/project/document/commands/icons/evenness';
import { iconsByName } from '../../../../core/project/document/commands/icons/iconNames';
import type { GlyphRow } from '../../../../core/project/document/schema';
import { useGlyphInHand } from '../../../panels/useGlyphInHand';
import { useDoc, useProject } from '../../../store/projectStore';
import { useSteps } from '../../../store/useSteps';
import { GaugePart } from '../../../ui/Gauge';
import { InkButton } from '../../../ui/InkButton';
import { NumberField } from '../../../ui/NumberField';
import { AsPixels } from './AsPixels';

/** Design size before somebody says it, px. */
const FIRST_DESIGN_PX = 24;
const NONE: readonly GlyphRow[] = [];

/** Which edges come out grey at a design size, and icons put on its pixels. */
export function PixelsPart() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const [designPx, setDesignPx] = useState(FIRST_DESIGN_PX);
  const { glyph } = useGlyphInHand();
  const px = pixelOf(doc, designPx);
  const icons = useMemo(() => iconsByName(doc), [doc]);
  const finding = useCallback(() => findingGrey(icons, px), [icons, px]);
  const grey = useSteps(finding) ?? NONE;
  const shown = glyph && glyph.contours.length > 0 ? glyph : (grey[0] ?? icons[0]);
  if (!shown) return null;
  return (
    <>
      <GaugePart title="In pixels" />
      <NumberField
        label="An em is drawn at"
        unit="px"
        min={8}
        max={256}
        value={designPx}
        onChange={(v) => setDesignPx(Math.round(v))}
      />
      <AsPixels glyph={shown} px={px} />
      <Text fontSize="xs" color="faded">
        {shown.name}. Red: edges that fall between pixels and come out grey.
      </Text>
      <InkButton
        tip="Its edges go to the next lines between pixels, all else along with them; one step to undo"
        disabled={greyEdges(shown, px).length === 0}
        onClick={() => commit(putOnPixels(doc, [shown.id], designPx))}
      >
        Put {shown.name} on pixels
      </InkButton>
      {grey.length > 1 && (
        <InkButton
          tip="One step to undo"
          onClick={() =>
            commit(
              putOnPixels(
                doc,
                grey.map((g) => g.id),
                designPx,
              ),
            )
          }
        >
          Put all {grey.length} with grey edges on pixels
        </InkButton>
      )}
    </>
  );
}
