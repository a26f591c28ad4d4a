import { escapeXml } from '../../../readers/svg/xmlText';
import type { Rgb } from '../../../foundations/geometry/paint';

/**
 * What each part of a template is drawn in. They are told from artwork by these, whatever a drawing program does to names and
 * layers; nobody draws letters in them.
 */
export const TEMPLATE_INKS: Readonly<Record<'slot' | 'baseline' | 'line' | 'label', Rgb>> = {
  slot: [47, 180, 200],
  baseline: [200, 95, 180],
  line: [150, 190, 120],
  label: [120, 150, 190],
};

/** What a template is made for. */
export interface TemplateSettings {
  readonly characters: string;
  /** Frames in rows, or all in one long row. */
  readonly form: 'frames' | 'row';
  /** Px an em unit: 1 = full size, 0.1 = a tenth. */
  readonly scale: 1 | 0.1;
  /** Lines of the font, em units above the baseline. */
  readonly lines: {
    readonly xHeight: number;
    readonly capHeight: number;
    readonly ascender: number;
    readonly descender: number;
  };
  readonly unitsPerEm: number;
  /** Width of a character's slot, em units: its letter's advance width where it is drawn already. */
  readonly widthOf: (char: string) => number;
}

/** A slot is one em high; so much of it lies below the baseline, ems. */
export const BELOW_BASELINE = 0.25;
/** Air between slots, and about all of them, ems. */
const GAP = 0.15;
/** Slots of a row, where they stand in rows. */
const COLUMNS = 10;

const hex = (rgb: Rgb) => `#${rgb.map((v) => v.toString(16).padStart(2, '0')).join('')}`;
/** The id by which a slot says what it is for. */
const slotId = (char: string) => `slot-${char.codePointAt(0)!.toString(16).toUpperCase().padStart(4, '0')}`;

/** What a list's slots are for, in their order: each character once, blanks have none. */
export const charactersOf = (list: string): string[] => [...new Set(list)].filter((c) => c.trim() !== '');

/** A canvas to draw letters on elsewhere: a frame for each, the font's lines through them by name, and a layer to draw in. SVG, px. */
export function makeTemplate(settings: TemplateSettings): string {
  const { form, scale, lines, unitsPerEm } = settings;
  const chars = charactersOf(settings.characters);
  const em = unitsPerEm * scale;
  const perRow = form === 'row' ? chars.length : COLUMNS;
  const n = (v: number) => String(Number(v.toFixed(3)));
  const out: string[] = [];
  let widest = 0;
  for (let from = 0, row = 0; from < chars.length; from += perRow, row++) {
    const top = GAP * em + row * (1 + 2 * GAP) * em;
    const baseline = top + (1 - BELOW_BASELINE) * em;
    const slots: string[] = [];
    let x = GAP * em;
    for (const char of chars.slice(from, from + perRow)) {
      const width = Math.max(0.1 * em, settings.widthOf(char) * scale);
      slots.push(
        `<rect id="${slotId(char)}" x="${n(x)}" y="${n(top)}" width="${n(width)}" height="${n(em)}" stroke="${hex(TEMPLATE_INKS.slot)}"/>`,
        `<text x="${n(x + 0.02 * em)}" y="${n(top - 0.03 * em)}" font-size="${n(0.1 * em)}" fill="${hex(TEMPLATE_INKS.label)}" stroke="none">${escapeXml(char)}</text>`,
      );
      x += width + GAP * em;
    }
    widest = Math.max(widest, x);
    const level = (name: string, height: number, ink: 'line' | 'baseline') =>
      `<path id="${name}-${row + 1}" d="M0 ${n(baseline - height * scale)}H${n(x)}" stroke="${hex(TEMPLATE_INKS[ink])}"/>`;
    out.push(
      level('ascender', lines.ascender, 'line'),
      level('caps', lines.capHeight, 'line'),
      level('x-height', lines.xHeight, 'line'),
      level('descender', lines.descender, 'line'),
      level('baseline', 0, 'baseline'),
      ...slots,
    );
  }
  const rows = Math.ceil(chars.length / Math.max(1, perRow));
  const height = rows * (1 + 2 * GAP) * em;
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" width="${n(widest)}" height="${n(height)}" viewBox="0 0 ${n(widest)} ${n(height)}">` +
    `<g id="guides" fill="none" stroke-width="${n(0.004 * em)}" font-family="sans-serif">${out.join('')}</g>` +
    `<g id="letters"></g></svg>\n`
  );
}
