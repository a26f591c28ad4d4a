import { connectedParts } from '../find/parts';
import { inkMask } from '../../tracing/ink/inkField';
import { learnInk } from '../../tracing/ink/inkModel';
import { median } from '../../foundations/raster/histogram';
import { smallerPicture, type Picture } from '../../foundations/raster/picture';

/** Letters are told apart at this size already, px along the longer side. */
const LOOKED_AT_PX = 900;
/** Half way between paper and ink. */
const LEVEL = 0.5;
/** Parts smaller than this share of the largest one's height are dots, specks and accents. */
const LETTER_SHARE = 0.3;
/** One letter has at most so many large parts: the per ten thousand sign has five, a row of letters more. */
const MOST_PARTS = 6;
/** Parts as large as this share of the picture are letters of it, not texture. */
const LEAST_SHARE = 0.01;

/** Whether a picture holds many letters, whatever it is called. */
export function looksLikePage(picture: Picture): boolean {
  const step = Math.max(1, Math.floor(Math.max(picture.width, picture.height) / LOOKED_AT_PX));
  const small = smallerPicture(picture, step);
  const model = learnInk(small);
  if (!model.ok) return false;
  const heights = connectedParts(inkMask(small, model.value, LEVEL)).map((p) => p.box.height);
  const tall = heights.filter((h) => h > LEAST_SHARE * Math.max(small.width, small.height));
  if (tall.length <= MOST_PARTS) return false;
  // Rules and frames are larger than any letter: most parts have to be alike, not as large as the largest.
  const usual = median(tall);
  return tall.filter((h) => h > LETTER_SHARE * usual && h < usual / LETTER_SHARE).length > MOST_PARTS;
}
