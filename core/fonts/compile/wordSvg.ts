import type { Doc } from '../../project/document/schema';
import { svgGroups } from '../../readers/svg/pathData';
import { setWord, unitedWord } from './setWord';

/** Words as an SVG picture, and the characters that the font hasn't; null when nothing of them has ink. */
export interface WordSvg {
  readonly svg: string | null;
  readonly lacking: readonly string[];
  /** Of the picture, em units. */
  readonly height: number;
}

/** Words set in a project's font as one drawing: letters united into one outline, or each a group of its own. User unit: em unit. */
export function wordSvg(doc: Doc, text: string, how: 'united' | 'parted'): WordSvg {
  const set = setWord(doc, text);
  const { letters, box, lacking } = how === 'united' ? unitedWord(set) : set;
  if (!box) return { svg: null, lacking, height: 0 };
  const [x, y] = [Math.floor(box.xMin), Math.floor(box.yMin)];
  const view = { x, y, width: Math.ceil(box.xMax) - x, height: Math.ceil(box.yMax) - y };
  return { svg: svgGroups(letters, view), lacking, height: view.height };
}
