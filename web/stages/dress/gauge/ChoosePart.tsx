import { SimpleGrid } from '@chakra-ui/react';
import { allNodes, type PointRef } from '../../../../core/project/document/commands/outline';
import type { Contour, NodeKind } from '../../../../core/foundations/geometry/contour';
import { dressBench, useDressBench } from '../../../store/dressBench';
import { InkButton } from '../../../ui/InkButton';
import { useDressTarget } from '../useDressTarget';

const kindOf = (cs: readonly Contour[], p: PointRef): NodeKind => cs[p.contour]!.nodes[p.node]!.kind;

/** Points chosen by what they are: all but those chosen, by kind, whole contours. */
export function ChoosePart() {
  const { contours } = useDressTarget();
  const selection = useDressBench((s) => s.selection);
  const all = allNodes(contours);
  const chosen = new Set(selection.filter((p) => p.part === 'node').map((p) => `${p.contour} ${p.node}`));
  const touched = new Set(selection.map((p) => p.contour));
  const none = all.length === 0;
  return (
    <SimpleGrid columns={2} gap="1.5">
      <InkButton
        tip="Choose all points that are not chosen, and no longer those that are"
        disabled={none}
        onClick={() => dressBench.select(all.filter((p) => !chosen.has(`${p.contour} ${p.node}`)))}
      >
        All others
      </InkButton>
      <InkButton
        tip="Choose all of the contours that have a chosen point (or press twice on a contour)"
        disabled={touched.size === 0}
        onClick={() => dressBench.select(all.filter((p) => touched.has(p.contour)))}
      >
        Whole contours
      </InkButton>
      <InkButton
        tip="Choose all corners"
        disabled={none}
        onClick={() => dressBench.select(all.filter((p) => kindOf(contours, p) === 'corner'))}
      >
        All corners
      </InkButton>
      <InkButton
        tip="Choose all points that a curve runs through"
        disabled={none}
        onClick={() => dressBench.select(all.filter((p) => kindOf(contours, p) !== 'corner'))}
      >
        All on curves
      </InkButton>
    </SimpleGrid>
  );
}
