import { strToU8, zipSync } from 'fflate';
import { inFile, ok, problem, type Problem, type Result } from '../../../foundations/problems/problem';
import { castingOf, projectOf } from '../../../project/document/newProject';
import { isColoured, withoutColours } from '../../../project/document/queries/colours';
import { ownPicture } from '../../../project/document/queries/pictures';
import type { BundlePart, Doc } from '../../../project/document/schema';
import { compileFont, type CompileOptions } from '../compileFont';
import { fontData, type FontData } from '../fontData';
import { castName, versionOf } from '../fontNames';
import { withLeaning } from '../leaning';
import { compileVariable } from '../variable/compileVariable';
import { checkFont } from '../../check/checkFont';
import { readFont } from '../../opentype/read/readFont';
import { bundleFiles, webStyles } from './bundle';
import { castPlan } from './castPlan';
import { designspaceFiles } from './designspace';
import { kitFiles } from './iconKit/kitFiles';
import { NO_PICTURES } from '../pictures';
import { lettersDxf } from './lettersDxf';
import { lettersPng, PNG_SIZES } from './lettersPng';
import { lettersSvg } from './lettersSvg';
import type { CastFormat } from './formats';
import { proofPngs } from './proofs';
import { strokeFont } from './strokeFont';
import { svgFont } from './svgFont';
import { ufoOf } from './ufoAgain';
import { woffOf } from './woff';
import { woff2Of, type Brotli } from './woff2';

export interface CastFile {
  readonly name: string;
  readonly bytes: Uint8Array;
}

export interface CastOptions extends Omit<CompileOptions, 'format'> {
  /** Browsers and Node load compiled packages in different ways. */
  readonly brotli: Brotli;
  /** Heights of pictures of letters, px. */
  readonly pngSizes?: readonly number[];
}

type Files = ReadonlyMap<string, string | Uint8Array>;

/** Entries of zips have one time, so that the same project gives the same bytes. */
const ENTRY_TIME = new Date(2000, 0, 1);

const zipped = (files: Files, folder = ''): Uint8Array =>
  zipSync(
    Object.fromEntries(
      [...files].map(([path, content]) => [
        folder + path,
        typeof content === 'string' ? strToU8(content) : content,
      ]),
    ),
    { mtime: ENTRY_TIME },
  );

/**
 * One style of a project in a format, or its family where the format holds them all. Same document, same options: same bytes. Fails where
 * the project has nothing for the format, throws only where a package does.
 */
export async function castFile(
  doc: Doc,
  format: CastFormat,
  options: CastOptions,
): Promise<Result<CastFile>> {
  const casting = castingOf(doc);
  switch (format) {
    case 'variable': {
      const made = compileVariable(doc, options.nowUnixS);
      if (!made.ok) return made;
      const told = [...made.problems, ...leftOutOfVariable(doc)];
      return checked({ name: castName(casting, 'Variable', 'ttf'), bytes: made.value }, told);
    }
    case 'designspace': {
      const made = designspaceFiles(withLeaning(doc), options.pictures);
      const name = castName(casting, 'Family', 'designspace.zip');
      return made.ok ? ok({ name, bytes: zipped(made.value) }, made.problems) : made;
    }
    case 'bundle':
      return castBundle(doc, options);
    default:
      return checked(await castStyle(doc, format, options));
  }
}

/** What a font of outlines alone leaves out. */
function leftOutOfVariable(doc: Doc): Problem[] {
  const rows = Object.values(doc.glyphs);
  const pictured = rows.filter((g) => ownPicture(g)).length;
  const coloured = rows.filter((g) => isColoured(doc, g)).length;
  const carried = Object.values(doc.features).flatMap(({ enabled, rule: r }) =>
    enabled && r.kind === 'carried' && r.table === 'GPOS' ? r.features.map((f) => f.tag) : [],
  );
  const placed = [...new Set(carried)].sort();
  return [
    ...(pictured > 0 ? [problem({ code: 'pictures-vary-not', letters: pictured }, 'note')] : []),
    ...(coloured > 0 ? [problem({ code: 'colours-vary-not', letters: coloured }, 'note')] : []),
    ...(placed.length > 0 ? [problem({ code: 'places-vary-not', features: placed }, 'note')] : []),
  ];
}

/** A file with what there is to tell of it: fonts to install are read again and looked through as anybody's would be. */
function checked(file: CastFile, problems: readonly Problem[] = []): Result<CastFile> {
  if (!/\.(otf|ttf)$/.test(file.name)) return ok(file, problems);
  const read = readFont(file.bytes);
  const found = read.ok ? checkFont(read.value).filter((p) => p.severity !== 'note') : read.problems;
  return ok(file, [...problems, ...inFile(found, file.name)]);
}

/** Fonts of the project cast last: several formats wrap the same one. */
const kept = new WeakMap<Doc, Map<string, Uint8Array>>();

function keptFont(doc: Doc, format: 'otf' | 'ttf', options: CastOptions): Uint8Array {
  const { styleId, nowUnixS, pictures } = options;
  const fonts = kept.get(doc) ?? new Map<string, Uint8Array>();
  kept.set(doc, fonts);
  const key = `${format}/${styleId}/${nowUnixS}/${pictures ? 'pictures' : ''}`;
  const font = fonts.get(key) ?? compileFont(doc, { format, styleId, nowUnixS, pictures, small: true });
  fonts.set(key, font);
  return font;
}

type StyleFormat = Exclude<CastFormat, 'variable' | 'designspace' | 'bundle'>;

async function castStyle(project: Doc, format: StyleFormat, options: CastOptions): Promise<CastFile> {
  // Letters that are given one by one are those of the project.
  const doc = /^(kit|letters)/.test(format) ? project : withLeaning(project);
  const { styleId, brotli, pictures = NO_PICTURES } = options;
  const data = fontData(doc, styleId);
  const { casting, style } = data;
  const version = versionOf(casting.version);
  const named = (ending: string) => castName(casting, style.name, ending);
  const font = (outlines: 'otf' | 'ttf') => keptFont(doc, outlines, options);
  switch (format) {
    case 'otf':
    case 'ttf':
      // A copy: who casts may give the bytes away.
      return { name: named(format), bytes: font(format).slice() };
    case 'woff':
      return { name: named('woff'), bytes: woffOf(font('ttf'), version) };
    case 'woff2':
      return { name: named('woff2'), bytes: await woff2Of(font('ttf'), version, brotli) };
    case 'svg':
      return { name: named('svg'), bytes: strToU8(svgFont(data)) };
    case 'stroke':
      return { name: named('stroke.svg'), bytes: strToU8(strokeFont(doc, data)) };
    case 'ufo':
      return { name: named('ufo.zip'), bytes: zipped(ufoOf(data, doc, pictures), `${named('ufo')}/`) };
    case 'kit':
      return { name: named('kit.zip'), bytes: zipped(await kitOf(doc, data, options)) };
    case 'letters-png':
      return {
        name: named('letters-png.zip'),
        bytes: zipped(lettersPng(doc, data, options.pngSizes ?? PNG_SIZES, pictures)),
      };
    case 'letters-dxf':
      return { name: named('letters-dxf.zip'), bytes: zipped(lettersDxf(data)) };
    case 'letters-svg':
      return { name: named('letters-svg.zip'), bytes: zipped(lettersSvg(doc, data, pictures)) };
  }
}

/** An icon kit; where icons have colours, with the same font in the ink of the text beside. */
async function kitOf(doc: Doc, data: FontData, options: CastOptions): Promise<Files> {
  const version = versionOf(data.casting.version);
  const web = async (of: Doc) => {
    const ttf = keptFont(of, 'ttf', options);
    return { woff2: await woff2Of(ttf, version, options.brotli), woff: woffOf(ttf, version) };
  };
  const plain = withoutColours(doc, data.style.id);
  const rows = Object.values(doc.glyphs).filter((g) => g.styleId === data.style.id);
  return kitFiles(data, {
    name: baseName(data),
    own: await web(doc),
    plain: plain === doc ? null : await web(plain),
    tags: new Map(rows.map((g) => [g.name, g.tags])),
  });
}

/** What a style's files are called, without an ending. */
const baseName = ({ casting, style }: FontData): string => castName(casting, style.name, '').slice(0, -1);

async function castBundle(doc: Doc, options: CastOptions): Promise<Result<CastFile>> {
  const files = new Map<string, Uint8Array>();
  const fonts = castPlan(doc, ['otf']).map(({ styleId }) => fontData(doc, styleId));
  const casting = castingOf(doc);
  const parts = new Set(casting.bundle);
  for (const font of fonts) await bundleStyle(files, doc, font, options);
  const variable = parts.has('variable') ? compileVariable(doc, options.nowUnixS) : null;
  if (variable?.ok) files.set(`fonts/variable/${castName(casting, 'Variable', 'ttf')}`, variable.value);
  const faces = fonts.map((f) => ({ style: f.style, file: baseName(f) }));
  if (parts.has('web'))
    files.set('web/fonts.css', strToU8(webStyles(casting.family, faces, projectOf(doc).palettes)));
  const characters = new Set(fonts.flatMap((f) => [...f.mapping.keys()])).size;
  const name = castName(casting, 'Bundle', 'zip');
  const all = bundleFiles({ casting, styles: faces.map((f) => f.style), files, characters });
  const folder = `${name.replace(/-Bundle/, '').replace(/\.zip$/, '')}/`;
  const lacking = casting.licence === '' ? [problem({ code: 'licence-missing' }, 'warning')] : [];
  // One style has no variable font, and needs none.
  const told = variable?.ok ? variable.problems : [];
  return ok({ name, bytes: zipped(all, folder) }, [...lacking, ...told]);
}

/** Fonts of a bundle, and where they lie in it. */
const BUNDLED_FONTS: readonly (readonly [BundlePart, StyleFormat, string])[] = [
  ['otf', 'otf', 'fonts/otf'],
  ['ttf', 'ttf', 'fonts/ttf'],
  ['web', 'woff2', 'web'],
  ['web', 'woff', 'web'],
];

/** Puts a style's fonts, letters and proofs where they lie in a bundle, as far as they were chosen. */
async function bundleStyle(
  files: Map<string, Uint8Array>,
  doc: Doc,
  font: FontData,
  options: CastOptions,
): Promise<void> {
  const parts = new Set(font.casting.bundle);
  for (const [part, format, folder] of BUNDLED_FONTS) {
    if (!parts.has(part)) continue;
    const made = await castStyle(doc, format, { ...options, styleId: font.style.id });
    files.set(`${folder}/${made.name}`, made.bytes);
  }
  const put = (part: BundlePart, folder: string, make: () => Files) => {
    if (!parts.has(part)) return;
    for (const [path, content] of make())
      files.set(`${folder}/${path}`, typeof content === 'string' ? strToU8(content) : content);
  };
  const style = font.style.name;
  const { pngSizes = PNG_SIZES, pictures } = options;
  put('letters-svg', `letters/svg/${style}`, () => lettersSvg(doc, font, pictures));
  put('letters-png', `letters/png/${style}`, () => lettersPng(doc, font, pngSizes, pictures));
  put('letters-dxf', `letters/dxf/${style}`, () => lettersDxf(font));
  const pages = () => proofPngs(doc, font, pictures);
  put(
    'proofs',
    'proofs',
    () => new Map([...pages()].map(([page, png]) => [`${baseName(font)}-${page}`, png])),
  );
}
