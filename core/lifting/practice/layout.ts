import type { PracticeSettings } from './settings';

/** A place to write one character, mm from the page's left top. */
export interface PracticeBox {
  readonly char: string;
  /** First, second ... drawing of the same character. */
  readonly turn: number;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly row: number;
}

export interface PracticePage {
  readonly settings: PracticeSettings;
  readonly page: number;
  readonly pages: number;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly boxes: readonly PracticeBox[];
  /** Height of the lines below a row's top, mm. */
  readonly lines: {
    readonly ascender: number;
    readonly caps: number;
    readonly xHeight: number;
    readonly baseline: number;
    readonly descender: number;
  };
  /** Tops of the rows, mm, and the writing area's sides. */
  readonly rows: readonly number[];
  readonly left: number;
  readonly right: number;
  /** Middles of the four corner marks, mm: left top, right top, right bottom, left bottom. */
  readonly marks: readonly { readonly x: number; readonly y: number }[];
  /** Square of the page code, mm, quiet zone not counted. */
  readonly code: { readonly x: number; readonly y: number; readonly size: number; readonly text: string };
}

const PAPERS = { a4: [210, 297], letter: [215.9, 279.4] } as const;
/** Marks stand so far from the page's edges: printers leave up to 5 mm blank. */
const MARK_INSET_MM = 13;
export const MARK_MM = { outer: 7, hole: 4.6, dot: 2.2 };
const CODE_MM = 27;
/** Strip above a row for its small model letters. */
export const LABEL_MM = 4.5;
const PREFIX = 'OGP2';
/** Pages printed before runs were shortened spell every character out. */
const SPELT_OUT = 'OGP1';

/** Proportions of the writing lines (common practice, no published source): caps 1.45, ascenders 1.55, descenders 0.6 of the x-height. */
const PARTS = { ascender: 1.55, caps: 1.45, descender: 0.6 };

/** Pages for a list of characters; each knows everything about itself. */
export function practicePages(characters: readonly string[], settings: PracticeSettings): PracticePage[] {
  const wanted = [...new Set(characters.filter((c) => c.trim() !== '' && !/[|\u0000-\u001f]/.test(c)))];
  const turns = wanted.flatMap((char) =>
    Array.from({ length: settings.boxes }, (_, turn) => ({ char, turn })),
  );
  const each = Math.max(1, roomOf(settings).columns * roomOf(settings).rows);
  const pages = Math.max(1, Math.ceil(turns.length / each));
  return Array.from({ length: pages }, (_, k) =>
    pageOf(turns.slice(k * each, (k + 1) * each), settings, k + 1, pages),
  );
}

function roomOf(s: PracticeSettings) {
  const [widthMm, heightMm] = PAPERS[s.paper];
  const left = 14;
  const right = widthMm - 14;
  const top = MARK_INSET_MM + CODE_MM + 2;
  const bottom = heightMm - MARK_INSET_MM - MARK_MM.outer;
  const box = {
    width: Math.max(14, 2.5 * s.xHeightMm),
    height: LABEL_MM + s.xHeightMm * (PARTS.ascender + PARTS.descender) + 2,
  };
  const columns = Math.max(1, Math.floor((right - left) / box.width));
  const rows = Math.max(1, Math.floor((bottom - top) / box.height));
  return {
    widthMm,
    heightMm,
    left,
    right,
    top,
    columns,
    rows,
    width: (right - left) / columns,
    height: (bottom - top) / rows,
  };
}

function pageOf(
  turns: readonly { char: string; turn: number }[],
  settings: PracticeSettings,
  page: number,
  pages: number,
): PracticePage {
  const room = roomOf(settings);
  const x = settings.xHeightMm;
  const baseline = LABEL_MM + x * PARTS.ascender;
  const inset = MARK_INSET_MM;
  const { widthMm, heightMm, left, right } = room;
  return {
    settings,
    page,
    pages,
    widthMm,
    heightMm,
    left,
    right,
    boxes: turns.map((t, i) => ({
      ...t,
      x: left + (i % room.columns) * room.width,
      y: room.top + Math.floor(i / room.columns) * room.height,
      width: room.width,
      height: room.height,
      row: Math.floor(i / room.columns),
    })),
    lines: {
      ascender: LABEL_MM,
      caps: baseline - x * PARTS.caps,
      xHeight: baseline - x,
      baseline,
      descender: baseline + x * PARTS.descender,
    },
    rows: Array.from({ length: room.rows }, (_, r) => room.top + r * room.height),
    marks: [
      { x: inset, y: inset },
      { x: widthMm - inset, y: inset },
      { x: widthMm - inset, y: heightMm - inset },
      { x: inset, y: heightMm - inset },
    ],
    code: {
      x: widthMm / 2 - CODE_MM / 2,
      y: inset - MARK_MM.outer / 2,
      size: CODE_MM,
      text: codeText(turns, settings, page, pages),
    },
  };
}

const codeText = (
  turns: readonly { char: string; turn: number }[],
  s: PracticeSettings,
  page: number,
  pages: number,
): string =>
  [
    PREFIX,
    s.paper,
    s.boxes,
    s.xHeightMm,
    s.slantDeg,
    page,
    pages,
    turns[0]?.turn ?? 0,
    inRuns(turns.filter((t, i) => i === 0 || t.turn === 0).map((t) => t.char)),
  ].join('|');

/** Stands between the first and the last character of a run; never itself on a sheet. */
const TO = '\t';
/** Shorter runs are spelt out. */
const LEAST_RUN = 4;

/** Characters with runs of neighbouring code points as first and last: fewer, larger modules of the code. */
function inRuns(chars: readonly string[]): string {
  const code = (i: number) => chars[i]?.codePointAt(0) ?? NaN;
  let text = '';
  for (let i = 0; i < chars.length;) {
    let end = i;
    while (code(end + 1) === code(end) + 1) end++;
    const long = end - i + 1 >= LEAST_RUN;
    text += long ? chars[i]! + TO + chars[end]! : chars[i]!;
    i = long ? end + 1 : i + 1;
  }
  return text;
}

/** The most characters that a page can hold, many times over: a run beyond it is no code of ours. */
const LONGEST_RUN = 1000;

/** The characters of runs; null when a run has no end, goes backwards, or is longer than any page. */
function outOfRuns(text: string): string[] | null {
  const marks = [...text];
  const chars: string[] = [];
  for (let i = 0; i < marks.length; i++) {
    if (marks[i] !== TO) {
      chars.push(marks[i]!);
      continue;
    }
    const from = chars.at(-1)?.codePointAt(0);
    const to = marks[++i]?.codePointAt(0);
    if (from === undefined || to === undefined || to <= from || to - from > LONGEST_RUN) return null;
    for (let c = from + 1; c <= to; c++) chars.push(String.fromCodePoint(c));
  }
  return chars;
}

/** The page that a page code describes; null when it isn't one of ours. */
export function pageOfCode(text: string): PracticePage | null {
  const [prefix, paper, boxes, xHeightMm, slantDeg, page, pages, firstTurn, ...rest] = text.split('|');
  if (prefix !== PREFIX && prefix !== SPELT_OUT) return null;
  if ((paper !== 'a4' && paper !== 'letter') || rest.length !== 1) return null;
  const chars = prefix === PREFIX ? outOfRuns(rest[0]!) : [...rest[0]!];
  const n = [boxes, xHeightMm, slantDeg, page, pages, firstTurn].map(Number);
  if (!chars || n.some((v) => !Number.isFinite(v)) || n[0]! < 1 || n[0]! > 9 || n[1]! < 2 || n[1]! > 60)
    return null;
  const settings: PracticeSettings = { paper, boxes: n[0]!, xHeightMm: n[1]!, slantDeg: n[2]! };
  const room = roomOf(settings);
  const turns = chars.flatMap((char, i) => {
    const from = i === 0 ? n[5]! : 0;
    return Array.from({ length: settings.boxes - from }, (_, k) => ({ char, turn: from + k }));
  });
  return pageOf(turns.slice(0, room.columns * room.rows), settings, n[3]!, n[4]!);
}
