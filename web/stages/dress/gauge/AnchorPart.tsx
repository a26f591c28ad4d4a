import { Flex, IconButton, Input } from '@chakra-ui/react';
import { X } from 'lucide-react';
import {
  ANCHOR_NAMES,
  putAnchor,
  removeAnchor,
  renameAnchor,
} from '../../../../core/project/document/commands/outline';
import { projectOf } from '../../../../core/project/document/newProject';
import { contoursBox } from '../../../../core/foundations/geometry/measure';
import { useDoc, useProject } from '../../../store/projectStore';
import { GaugePart } from '../../../ui/Gauge';
import { InkButton } from '../../../ui/InkButton';
import { NumberField } from '../../../ui/NumberField';
import { Tip } from '../../../ui/Tip';
import { useDressTarget } from '../useDressTarget';

/** Named places where marks and accents meet the letter; dragged on the bench, named and placed exactly here. */
export function AnchorPart() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { glyph, shift } = useDressTarget();
  const free = ANCHOR_NAMES.find((n) => !glyph.anchors.some((a) => a.name === n)) ?? 'mark';
  const add = () => {
    const box = contoursBox(glyph.contours);
    const x = box ? (box.xMin + box.xMax) / 2 : shift;
    const y = free.endsWith('bottom') ? (box?.yMin ?? 0) : (box?.yMax ?? projectOf(doc).lines.xHeight);
    commit(putAnchor(doc, glyph.id, { name: free, x, y }));
  };
  return (
    <>
      <GaugePart title="Anchors" />
      {glyph.anchors.map((a) => (
        <div key={a.name}>
          <Flex gap="1.5" mb="1">
            <Input
              size="xs"
              bg="sheet"
              borderColor="rule"
              aria-label={`Name of anchor ${a.name}`}
              defaultValue={a.name}
              onBlur={(e) => commit(renameAnchor(doc, glyph.id, a.name, e.target.value))}
              onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
            />
            <Tip text={`Take anchor ${a.name} away`}>
              <IconButton
                size="2xs"
                variant="ghost"
                color="ink"
                aria-label={`Take anchor ${a.name} away`}
                onClick={() => commit(removeAnchor(doc, glyph.id, a.name))}
              >
                <X />
              </IconButton>
            </Tip>
          </Flex>
          <NumberField
            label={`${a.name} x`}
            unit="u"
            value={a.x - shift}
            onChange={(x) => commit(putAnchor(doc, glyph.id, { ...a, x: x + shift }))}
          />
          <NumberField
            label={`${a.name} y`}
            unit="u"
            value={a.y}
            onChange={(y) => commit(putAnchor(doc, glyph.id, { ...a, y }))}
          />
        </div>
      ))}
      <InkButton tip="Place an anchor above the letter (or below it); drag it where it belongs" onClick={add}>
        Place anchor {free}
      </InkButton>
    </>
  );
}
