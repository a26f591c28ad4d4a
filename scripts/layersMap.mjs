// The map of the code as a drawing (SVG), from scripts/layers.cjs: storeys of core from the bottom up, layers of web beside them, and what stands around.
import { BESIDE, CORE, WEB } from './layers.cjs';

/** px of the drawing. */
const [LEFT, TOP, LABEL, BOX, GAP, ROW] = [24, 96, 190, { width: 118, height: 40 }, 10, 72];
const [INK, FADED, LINE, PAPER, SHEET, STOREY] = [
  '#2b2a26',
  '#6d6757',
  '#b9ae93',
  '#f6f0e2',
  '#fffdf6',
  '#e4efe9',
];

const escaped = (text) =>
  text
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('"', '&quot;')
    .replace(/`([^`]*)`/g, '$1');
const words = (text, x, y, { size = 13, color = INK, weight = 400, anchor = 'start' } = {}) =>
  `<text x="${x}" y="${y}" font-size="${size}" font-weight="${weight}" fill="${color}" text-anchor="${anchor}">${escaped(text)}</text>`;
const rect = (x, y, width, height, fill) =>
  `<rect x="${x}" y="${y}" width="${width}" height="${height}" rx="4" fill="${fill}" stroke="${LINE}"/>`;

/** A text in lines of so many characters at the most, small. */
function lines(text, x, y, most) {
  const broken = text.split(' ').reduce((done, word) => {
    const last = done.at(-1);
    return last !== undefined && `${last} ${word}`.length <= most
      ? [...done.slice(0, -1), `${last} ${word}`]
      : [...done, word];
  }, []);
  return broken.map((line, i) => words(line, x, y + 11 * i, { size: 10, color: FADED })).join('');
}

/** A folder: its name, and what it holds for who points at it. */
const box = (name, holds, x, y) =>
  `<g><title>${escaped(holds)}</title>${rect(x, y, BOX.width, BOX.height, SHEET)}${words(name, x + BOX.width / 2, y + 25, { anchor: 'middle' })}</g>`;

const coreWidth = LABEL + Math.max(...CORE.map((s) => Object.keys(s.folders).length)) * (BOX.width + GAP);
const placeOf = (i) => LEFT + LABEL + i * (BOX.width + GAP);
const rowY = (k) => TOP + (CORE.length - 1 - k) * ROW;

/** Who in a storey knows whom beside it: a line below from each to the other, deeper the farther it goes. */
function neighbours(folders, y) {
  const names = Object.keys(folders);
  return names.flatMap((name, i) =>
    (folders[name].beside ?? []).flatMap((other) => {
      const j = names.indexOf(other);
      if (j < 0) return [];
      const [a, b] = [placeOf(i) + BOX.width / 2 - 8, placeOf(j) + BOX.width / 2 + 8];
      const deep = 5 + 3 * Math.abs(i - j);
      return `<path d="M${a} ${y + BOX.height}C${a} ${y + BOX.height + deep} ${b} ${y + BOX.height + deep} ${b} ${y + BOX.height}" fill="none" stroke="${FADED}"/><circle cx="${b}" cy="${y + BOX.height}" r="2.5" fill="${FADED}"/>`;
    }),
  );
}

const core = CORE.flatMap(({ storey, holds, folders }, k) => {
  const y = rowY(k);
  return [
    rect(LEFT - 8, y - 9, coreWidth + 16, ROW - 6, STOREY),
    `<g><title>${escaped(holds)}</title>${words(storey, LEFT + 4, y + 18, { weight: 700, size: 15 })}${lines(holds, LEFT + 4, y + 30, 32)}</g>`,
    ...neighbours(folders, y),
    ...Object.entries(folders).map(([name, f], i) => box(name, f.holds, placeOf(i), y)),
  ];
});

const webX = LEFT + coreWidth + 60;
const webStep = (CORE.length * ROW - 6) / WEB.length;
const web = WEB.map(({ storey, holds }, k) => {
  const y = TOP - 9 + (WEB.length - 1 - k) * webStep;
  return `<g><title>${escaped(holds)}</title>${rect(webX, y, 150, webStep - 5, SHEET)}${words(storey, webX + 75, y + webStep / 2 + 2, { anchor: 'middle' })}</g>`;
});

const besideY = TOP + CORE.length * ROW + 34;
const around = BESIDE.map(({ folder, holds, may }, i) => {
  const x = LEFT + i * (BOX.width + 30);
  return `${box(folder, holds, x, besideY)}${lines(`knows ${may.join(', ')}`, x, besideY + 56, 22)}`;
});

const [width, height] = [webX + 150 + LEFT, besideY + 80];

/** The drawing as the text of an SVG file. */
export const layersMap = [
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}" font-family="sans-serif">`,
  `<rect width="${width}" height="${height}" fill="${PAPER}"/>`,
  words('core', LEFT, 44, { size: 22, weight: 700 }),
  words(
    'A folder may know whatever lies in a storey below its own, and beside it whom a line’s dot lies at. A pointer held on a box says what it holds.',
    LEFT,
    68,
    {
      color: FADED,
    },
  ),
  words('web', webX, 44, { size: 22, weight: 700 }),
  words('knows core and layers below', webX, 68, { size: 11, color: FADED }),
  ...core,
  ...web,
  words('beside them', LEFT, besideY - 14, { weight: 700 }),
  ...around,
  '</svg>',
  '',
].join('\n');
