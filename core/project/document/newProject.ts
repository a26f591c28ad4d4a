import { BUNDLE_PARTS } from './rows/casting';
import { BASIC_BILL } from '../../type/names/bills';
import { idFor } from './identity';
import { defaultRecipe, FIRST_RECIPE } from './defaultRecipe';
import {
  firstFitSettings,
  type CastingRow,
  type Doc,
  type GlyphRow,
  type ProjectRow,
  type StyleRow,
} from './schema';

const CASTING_ID = 'casting';
const FIRST_STYLE = 'regular';

/** 50 u on each side until letters are fitted (common practice, no published source). */
const FIRST_BEARINGS = { left: 50, right: 50 };

export function blankGlyph(
  id: string,
  name: string,
  codePoints: readonly number[],
  styleId = FIRST_STYLE,
): GlyphRow {
  return {
    id,
    styleId,
    name,
    codePoints: [...codePoints],
    contours: [],
    layers: [],
    components: [],
    anchors: [],
    guides: [],
    measures: [],
    skeleton: null,
    role: 'letter',
    kept: [],
    placing: null,
    draft: false,
    madeOf: null,
    note: null,
    typed: [],
    tags: [],
    bearings: FIRST_BEARINGS,
    spacing: 'first',
    follows: { left: null, right: null },
    source: null,
    picture: null,
    handEdited: false,
    cleaned: false,
  };
}

/** What the sign for a missing character is called (OpenType, "Recommendations": glyph 0). */
export const NOTDEF = '.notdef';

/** Half of a word space at each side, em units: a quarter of the em together (common practice, no published source). */
export const SPACE_BEARINGS = { left: 125, right: 125 };

/** The glyphs every font has: the sign for a missing character, the space and the space that doesn't break. */
export function standingGlyphs(
  idOf: (name: string) => string,
  capHeight: number,
  styleId = FIRST_STYLE,
): GlyphRow[] {
  const blank = (name: string, codePoints: number[]) => blankGlyph(idOf(name), name, codePoints, styleId);
  const box = (x0: number, y0: number, x1: number, y1: number, back: boolean) => {
    const corners = [
      [x0, y0],
      [x1, y0],
      [x1, y1],
      [x0, y1],
    ] as const;
    const nodes = (back ? [corners[0], corners[3], corners[2], corners[1]] : corners).map(([x, y]) => ({
      x,
      y,
      in: null,
      out: null,
      kind: 'corner' as const,
    }));
    return { closed: true, nodes };
  };
  const notdef = blank(NOTDEF, []);
  return [
    { ...notdef, contours: [box(0, 0, 400, capHeight, false), box(50, 50, 350, capHeight - 50, true)] },
    { ...blank('space', [0x20]), bearings: SPACE_BEARINGS },
    { ...blank('uni00A0', [0xa0]), bearings: SPACE_BEARINGS },
  ];
}

const defaultCasting = (family: string): CastingRow => ({
  id: CASTING_ID,
  family,
  designer: '',
  designerUrl: '',
  licence: '',
  licenceUrl: '',
  licenceId: null,
  copyright: '',
  version: '1.000',
  formats: ['otf', 'ttf'],
  bundle: [...BUNDLE_PARTS],
  versioned: false,
  weights: [],
  cuts: [],
  namesIn: [],
  embedding: 'install',
  lineMetrics: null,
  last: null,
});

/** The style that a project begins with. */
export const firstStyle: StyleRow = {
  id: FIRST_STYLE,
  name: 'Regular',
  weightClass: 400,
  italic: false,
  order: 0,
  stems: { upright: null, level: null },
  fit: firstFitSettings,
  colouring: null,
};

/** A project with nothing in it but what every font has. `nowMs`: milliseconds since 1970. */
/** What the running line shows until somebody types. */
export const FIRST_TEXT =
  'High water at the mill by seven; eels in the race, barley on the stones. 0123456789';

export function newProject(id: string, name: string, nowMs: number): Doc {
  const project: ProjectRow = {
    id,
    name,
    createdAt: nowMs,
    unitsPerEm: 1000,
    lines: { xHeight: 500, capHeight: 700, ascender: 750, descender: -250 },
    overshoot: 12,
    lineSpacing: 1.2,
    ownLines: [],
    grid: { step: 10, shown: false, snaps: false },
    bill: BASIC_BILL,
    runningText: FIRST_TEXT,
    proofText: null,
    ownProofs: [],
    proofTexts: {},
    proofLooks: {},
    styleId: FIRST_STYLE,
    privateCodes: {},
    practice: null,
    openedFrom: null,
    template: null,
    underlay: null,
    palettes: [],
  };
  const glyphs = standingGlyphs((name) => idFor(id, 'glyphs', name), project.lines.capHeight);
  return {
    project: { [id]: project },
    sheets: {},
    recipes: { [FIRST_RECIPE]: defaultRecipe },
    pieces: {},
    glyphs: Object.fromEntries(glyphs.map((g) => [g.id, g])),
    kerning: {},
    groups: {},
    features: {},
    styles: {
      [FIRST_STYLE]: firstStyle,
    },
    casting: { [CASTING_ID]: defaultCasting(name) },
  };
}

/** The one row of the project table. RangeError when the document has none, which no reader lets through. */
export function projectOf(doc: Doc): ProjectRow {
  const row = Object.values(doc.project)[0];
  if (!row) throw new RangeError('document without a project row');
  return row;
}

export const castingOf = (doc: Doc): CastingRow =>
  doc.casting[CASTING_ID] ?? defaultCasting(projectOf(doc).name);
