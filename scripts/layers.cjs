/**
 * The storeys of the house, lowest first: a folder may import whatever lies in a storey below its own, and of its own
 * storey only the neighbours named with it. `never` names what lies below but must not be known. From this list come the
 * rules that `npm test` enforces (.dependency-cruiser.cjs) and the tables of docs/architecture.md (scripts/layersTable.mjs).
 */
const CORE = [
  {
    storey: 'foundations',
    holds: 'what everything stands on',
    folders: {
      problems: { holds: 'what can go wrong, as data; `describe.ts` has the sentences' },
      lists: { holds: 'access to lists that is checked' },
      geometry: {
        holds: 'vectors, affine maps, cubics, contours, measures, directions, spaces, fitting',
        beside: ['problems'],
      },
      raster: {
        holds: 'pictures as pixels: boxes, masks, patches, scaling, coverage by outlines',
        beside: ['problems', 'geometry'],
      },
      steps: { holds: 'long work that yields between its steps' },
    },
  },
  {
    storey: 'outlines',
    holds: 'contours edited, cleaned and joined',
    folders: {
      outline: { holds: 'points, runs, simplifying, deviation, crossings' },
      boolean: {
        holds: 'booleans on curves, held against polygons; cuts, divisions, merged overlaps',
        beside: ['outline'],
      },
      dress: {
        holds: 'clean-ups with their numbers, snags and mends, growing, stems, snapping',
        beside: ['outline', 'boolean'],
      },
      modules: { holds: 'cells of a grid to outlines' },
    },
  },
  {
    storey: 'readers',
    holds: 'bytes of files to pictures and outlines',
    folders: {
      pictures: { holds: 'decoders of PNG, TIFF, BMP, GIF, JPEG, WebP, and the turn by EXIF' },
      pdf: { holds: "a PDF's pages as drawings or as the scans in them" },
      svg: { holds: 'SVG read (parser, styles, shapes, strokes) and written; the clipboard' },
    },
  },
  {
    storey: 'tracing',
    holds: 'from ink to outlines',
    folders: {
      ink: { holds: "ink density: the paper's ground divided out" },
      trace: {
        holds: 'level lines, edge refinement, corners, straights, extremes, curve fitting',
        beside: ['ink'],
      },
      pixels: { holds: 'grid of a pixel drawing, exact outlines of its cells', beside: ['ink'] },
      centreline: {
        holds: 'middles of strokes, crossings, strokes with widths, pen runs',
        beside: ['ink', 'trace'],
      },
      colour: { holds: 'palette in Oklab, gradients, stacked layers', beside: ['trace'] },
      pen: { holds: 'strokes of a pen to outlines', beside: ['trace'] },
    },
  },
  {
    storey: 'type',
    holds: 'what letters are called, where they stand and what white they have',
    folders: {
      names: { holds: 'glyph names, names of characters, bills, names of files', never: ['*'] },
      seat: {
        holds: 'ends of letters, robust lines, scale, baseline of each row, what stands out, icons',
      },
      fit: {
        holds:
          'side profiles, wished distances, side bearings, taught corrections, joins, kerning by groups, rhythm',
      },
    },
  },
  {
    storey: 'lifting',
    holds: 'from pages and drawings to pieces with characters',
    folders: {
      printed: { holds: 'rules and squares of the paper found and divided out' },
      shapes: { holds: 'what a drawing looks like: descriptor, small network, its weights' },
      find: {
        holds: 'patches, letters, rows, matching with the expected characters, cuts and joins',
        beside: ['printed', 'shapes'],
      },
      running: {
        holds: 'running handwriting whose text is known: lines, atoms, matching, what is learnt of the hand',
        beside: ['printed', 'shapes', 'find'],
      },
      sheet: {
        holds: 'a sheet from its picture to traced pieces, by letters or by its text',
        beside: ['printed', 'find', 'running'],
      },
      practice: {
        holds: 'practice sheets: layout, PDF, page code, reading',
        beside: ['printed', 'shapes', 'find'],
      },
      scanner: { holds: 'what scanner and app say to each other', beside: ['practice'] },
      artwork: {
        holds:
          'named pictures, icons, row artwork, zips to sheets; `template` for drawing elsewhere, `layers` named after letters',
        beside: ['shapes', 'find'],
      },
    },
  },
  {
    storey: 'project',
    holds: 'the document, what is done to it, and its file',
    folders: {
      document: {
        holds:
          'schema, diffs, history, commands, queries; `inStep` what follows an edit; `opening` and `migrations` stored rows, checked and mended',
      },
      archive: {
        holds: 'the project file, written piece by piece, opened with what is damaged told',
        beside: ['document'],
      },
      finish: { holds: 'what is done to a whole font at once: the fit', beside: ['document'] },
    },
  },
  {
    storey: 'fonts',
    holds: 'from the document to font files and what checks them',
    folders: {
      opentype: {
        holds: 'one module a table, CFF, layout tables, the file itself',
        never: ['outlines', 'readers', 'tracing', 'type', 'lifting', 'project'],
      },
      features: {
        holds: 'rules, names and anchors to lookups: what a font does with its letters',
        beside: ['opentype'],
      },
      compile: {
        holds:
          'project to font file, words as a drawing; `casts` the other formats, UFOs over the sources they came from',
        beside: ['opentype', 'features', 'check', 'open'],
      },
      open: {
        holds: 'a font file as a project: outlines, kerning, anchors, rules, what its licence says',
        beside: ['opentype'],
      },
      check: { holds: 'snags: what is wrong with a font, and where', beside: ['opentype', 'features'] },
    },
  },
];

const WEB = [
  { storey: 'text', holds: 'words and lists that the interface shows; numbers as people read them' },
  {
    storey: 'jobs',
    holds: 'workers that can be stopped and that may die; the queue of jobs; work in slices',
  },
  { storey: 'ui', holds: 'fields, buttons and drawings that know nothing of projects' },
  { storey: 'canvas', holds: 'zooming, panning, presses and paths on a canvas' },
  { storey: 'tools', holds: 'gestures of the benches, as functions from gesture and event to answer' },
  {
    storey: 'persistence',
    holds: "the browser's storage: rows, history, moments, pictures, what was dropped, locks",
  },
  { storey: 'workers', holds: 'thin shells around core, and the clients that call them' },
  { storey: 'store', holds: "sessions of open projects, jobs for them, selectors, the benches' work" },
  {
    storey: 'panels',
    holds: 'what stands around every bench: course, running line, problems, history, keys',
  },
  { storey: 'projects', holds: 'the list of projects and the ways to begin one' },
  { storey: 'stages', holds: 'the benches, one folder each', never: ['projects'] },
  { storey: 'app', holds: 'routes, theme, the workshop around the benches' },
];

/** Who else stands beside core and web, and whom they may know. */
const BESIDE = [
  { folder: 'server', may: ['core', 'demo'], holds: 'Express and its stand-in scanners' },
  { folder: 'cli', may: ['core', 'demo'], holds: 'the command line' },
  { folder: 'api', may: ['core', 'cli'], holds: 'the library for build scripts' },
  { folder: 'demo', may: ['core'], holds: 'the made-up tide mill' },
  { folder: 'bench', may: ['core', 'demo'], holds: 'measures and teaching scripts' },
  { folder: 'testing', may: ['core', 'web', 'server', 'cli', 'demo'], holds: 'outside readers of fonts' },
  { folder: 'e2e', may: ['testing'], holds: 'journeys in the browser' },
];

module.exports = { CORE, WEB, BESIDE };
