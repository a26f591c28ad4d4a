import { median, percentile } from '../../foundations/raster/histogram';
import { boxBottom } from '../../foundations/raster/picture';
import type { CharacterForm } from './expected';
import type { FoundLetter, FoundLetters } from './letters';
import { FORMS } from './parameters';

/** The same shares as CharacterForm, measured on a found letter against its row. */
export type MeasuredForm = CharacterForm;

/**
 * Baseline of each row in px at x = 0, along the page's slope: where most of the row's letters stand.
 * A row without tall letters keeps the middle-to-baseline distance of the others.
 */
function rowBaselines(found: FoundLetters): number[] {
  const { rows, slope, letters, letterHeight } = found;
  const standing = (b: { box: FoundLetter['box'] }) => boxBottom(b.box) - slope * (b.box.x + b.box.width / 2);
  const lines = rows.map((row, r) => {
    const bottoms = letters
      .filter((l) => l.row === r && l.box.height > letterHeight * FORMS.telling)
      .map(standing)
      .filter((y) => y > row.middleY);
    return bottoms.length === 0 ? NaN : modeOf(bottoms, letterHeight * FORMS.baseline);
  });
  const usual = median(lines.map((y, r) => y - rows[r]!.middleY).filter((v) => !Number.isNaN(v)));
  return lines.map((y, r) => (Number.isNaN(y) ? rows[r]!.middleY + (Number.isNaN(usual) ? 0 : usual) : y));
}

/** Mean of the densest cluster of values, `width` to each side: descenders and floaters stay out of it. */
function modeOf(values: readonly number[], width: number): number {
  let best: number[] = [];
  for (const v of values) {
    const near = values.filter((w) => Math.abs(w - v) <= width);
    if (near.length > best.length) best = near;
  }
  return best.reduce((a, b) => a + b, 0) / best.length;
}

/** Top, bottom, width and patches of each found letter as shares of the page's cap height. */
export function measureForms(found: FoundLetters): {
  forms: MeasuredForm[];
  /** The same for any letter on these rows. */
  formOf: (letter: FoundLetter) => MeasuredForm;
  capHeight: number;
  baselines: number[];
} {
  const baselines = rowBaselines(found);
  const above = found.letters.map(
    (l) => baselines[l.row]! + found.slope * (l.box.x + l.box.width / 2) - l.box.y,
  );
  const capHeight =
    percentile(
      above.filter((h) => h > found.letterHeight * FORMS.tall),
      FORMS.capital,
    ) || found.letterHeight;
  const formOf = (l: FoundLetter): MeasuredForm => {
    const base = baselines[l.row]! + found.slope * (l.box.x + l.box.width / 2);
    return {
      top: (base - l.box.y) / capHeight,
      bottom: (base - boxBottom(l.box)) / capHeight,
      width: l.box.width / capHeight,
      parts: l.parts.length,
    };
  };
  return { forms: found.letters.map(formOf), formOf, capHeight, baselines };
}
