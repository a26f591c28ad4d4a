import { guidesOf } from '../../../../core/project/document/queries/guides';
import { GuideList } from '../../../panels/GuideList';
import { useDressBench } from '../../../store/dressBench';
import { useDoc } from '../../../store/projectStore';
import { GaugePart } from '../../../ui/Gauge';
import { useDressTarget } from '../useDressTarget';

/** Lines of the artist's own that this letter is drawn by. */
export function GuidePart() {
  const doc = useDoc();
  const { glyph } = useDressTarget();
  const inHand = useDressBench((s) => s.guide?.id ?? null);
  return (
    <>
      <GaugePart title="Lines of your own" />
      <GuideList guides={guidesOf(doc, glyph)} glyph={glyph} inHand={inHand} />
    </>
  );
}
