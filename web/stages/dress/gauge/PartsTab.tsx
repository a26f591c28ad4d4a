import { AnchorPart } from './AnchorPart';
import { ColourPart } from './ColourPart';
import { CombinePart } from './CombinePart';
import { PicturePart } from './PicturePart';
import { SharedPart } from './SharedPart';
import { SkeletonPart } from './SkeletonPart';
import { StemPart } from './StemPart';

export function PartsTab() {
  return (
    <>
      <CombinePart />
      <StemPart />
      <SharedPart />
      <SkeletonPart />
      <AnchorPart />
      <ColourPart />
      <PicturePart />
    </>
  );
}
