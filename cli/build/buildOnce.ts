import { parse } from 'node:path';
import { counted } from '../../core/foundations/problems/counted';
import { describeProblem } from '../../core/foundations/problems/describe';
import { inFile, type Problem } from '../../core/foundations/problems/problem';
import { checkProject } from '../../core/fonts/check/checkProject';
import { NO_PICTURES, type PictureBytes } from '../../core/fonts/compile/pictures';
import { openProjectFile } from '../../core/project/archive/readProject';
import { formsForCuts, lostForms } from '../../core/project/document/commands/family/cuts';
import { withCastWeights } from '../../core/project/document/commands/family/castWeights';
import { changeCasting } from '../../core/project/document/commands/font/casting';
import { composeAccents, WESTERN_ACCENTS } from '../../core/project/document/commands/glyphs/composing';
import { completeList } from '../../core/project/document/commands/signs/putDrafts';
import { handDraftsOf, wantedOfHand } from '../../core/project/document/signs/hand/wanted';
import type { ProjectDiff } from '../../core/project/document/changes/diff';
import { BILLS } from '../../core/type/names/bills';
import { makeDrafts } from '../../core/project/document/commands/signs/drafts';
import { draftable } from '../../core/project/document/queries/glyphs';
import { editEachStyle } from '../../core/project/document/inStep/editStyle';
import { edit } from '../../core/project/document/inStep/edit';
import { castingOf, projectOf } from '../../core/project/document/newProject';
import { keepDrawings } from '../../core/project/finish/keepDrawings';
import { decodePicture } from '../../core/readers/pictures/decodePicture';
import type { Picture } from '../../core/foundations/raster/picture';
import { fitted } from '../../core/project/finish/fitted';
import type { Doc } from '../../core/project/document/schema';
import { sniffKind } from '../../core/readers/pictures/sniff';
import { EXIT, UsageError } from '../arguments';
import { brotli } from '../brotli';
import { isFolder, readBytes, writeFile } from '../files';
import { withRules } from '../rules';
import { hearing, printProblems, valueOrPrint } from '../telling';
import type { IconLock, LockChanges } from '../../core/project/document/commands/icons/iconLock';
import { readCodes, writeCodes } from './codes';
import { changesInWords, withIconWishes } from './icons';
import type { BuildSettings } from './options';
import { writeFonts, type MadeFile } from './writeFonts';
import { projectFromFiles, type FilesRead } from './projectFromFiles';

/** What a build made and told, for programs. */
interface BuildReport {
  readonly family: string;
  readonly glyphs: number;
  readonly files: readonly MadeFile[];
  /** What has become of icons since their codes were written; null without such a file. */
  readonly icons: LockChanges | null;
  readonly problems: readonly {
    readonly severity: Problem['severity'];
    readonly code: Problem['code'];
    readonly place: Problem['place'];
    readonly text: string;
  }[];
}

/** Builds what the settings say, tells what there is to tell, and writes the report that is asked for. An exit code. */
export async function buildOnce(settings: BuildSettings): Promise<number> {
  const { result, told } = await hearing(() => build(settings));
  if (settings.report === undefined) return result.code;
  const report: BuildReport = {
    family: result.doc ? castingOf(result.doc).family : '',
    glyphs: result.doc ? Object.keys(result.doc.glyphs).length : 0,
    files: result.files,
    icons: result.icons,
    problems: told.map((p) => ({
      severity: p.severity,
      code: p.code,
      place: p.place,
      text: describeProblem(p),
    })),
  };
  const written = writeFile(settings.report, `${JSON.stringify(report, null, 2)}\n`);
  printProblems(written.problems);
  return written.ok ? result.code : EXIT.input;
}

interface Built {
  readonly code: number;
  readonly doc: Doc | null;
  readonly files: readonly MadeFile[];
  readonly icons: LockChanges | null;
}

const failed = (doc: Doc | null = null, files: readonly MadeFile[] = []): Built => ({
  code: EXIT.input,
  doc,
  files,
  icons: null,
});

async function build(settings: BuildSettings): Promise<Built> {
  const epoch = process.env.SOURCE_DATE_EPOCH;
  const nowUnixS = epoch ? Number(epoch) : Math.floor(Date.now() / 1000);
  const prepared = await prepare(settings, nowUnixS * 1000);
  if (!prepared) return failed();
  const { doc, leftOut, pictures, icons } = prepared;
  if (icons) process.stdout.write(changesInWords(icons.changes));
  const snags = checkProject(doc);
  printProblems(snags.map((p) => ({ ...p, place: { file: parse(settings.input).base, ...p.place } })));
  if (snags.some((p) => p.severity === 'error')) return failed(doc);
  checkCuts(doc);
  const formats = settings.formats ?? castingOf(doc).formats;
  const { files, whole } = await writeFonts(withCastWeights(doc), formats, {
    out: settings.out,
    unpacked: settings.unpacked ?? false,
    nowUnixS,
    brotli,
    pngSizes: settings.pngSizes,
    pictures,
  });
  if (!whole) return failed(doc, files);
  if (settings.codes !== undefined) {
    const kept = writeCodes(settings.codes, {
      codes: projectOf(doc).privateCodes,
      drawings: icons?.lock.drawings ?? {},
    });
    printProblems(kept.problems);
    if (!kept.ok) return failed(doc, files);
  }
  const built = { doc, files, icons: icons?.changes ?? null };
  if (leftOut === 0) return { ...built, code: EXIT.ok };
  process.stderr.write(
    `${counted(leftOut, 'thing was', 'things were')} left out; everything else was made.\n`,
  );
  return { ...built, code: EXIT.input };
}

/** A project ready to be cast, and where pictures of its letters come from. */
interface Prepared {
  readonly doc: Doc;
  readonly leftOut: number;
  readonly pictures: PictureBytes;
  /** What icons were held against, and what has become of them. */
  readonly icons: FilesRead['icons'];
}

/** The project to be cast, with all that was asked for; null after problems were printed. */
async function prepare(settings: BuildSettings, nowMs: number): Promise<Prepared | null> {
  const { input } = settings;
  const lock =
    settings.codes === undefined ? undefined : valueOrPrint(readCodes(settings.codes), settings.codes);
  if (lock === null) return null;
  const read = await readInput(settings, nowMs, lock);
  if (!read) return null;
  const kept = settings.pictures === true ? withPictures(read) : read;
  const typed = settings.typed === undefined ? null : valueOrPrint(readBytes(settings.typed), settings.typed);
  if (settings.typed !== undefined && !typed) return null;
  const wished = withIconWishes(renamed(kept.doc, settings.family, settings.style), {
    size: settings.size ?? null,
    margin: settings.margin ?? null,
    typed: typed && new TextDecoder().decode(typed),
  });
  printProblems(inFile(wished.problems, settings.typed ?? input));
  const ruled = withRules(finished(wished.doc, settings), settings.rules);
  if (!ruled) return null;
  const doc = withCasting(ruled, {
    ...settings.casting,
    ...(settings.weights ? { weights: settings.weights } : {}),
    ...(settings.cuts ? { cuts: settings.cuts } : {}),
  });
  return { doc, leftOut: read.leftOut + wished.problems.length, pictures: kept.pictures, icons: read.icons };
}

/** What was read, and where pictures come from: those that letters are kept as, and those of sheets. */
interface InputRead extends Prepared {
  readonly sheetPicture: (sheetId: string) => Picture | null;
}

/** A sheet's picture as it is read; null for drawings, and when it is lost. */
function pictureOfSheet(doc: Doc, sheetId: string, pictures: PictureBytes): Picture | null {
  const sheet = doc.sheets[sheetId];
  const bytes =
    sheet && sheet.kind !== 'artwork' && sheet.pictureId !== null ? pictures(sheet.pictureId) : null;
  const decoded = bytes && decodePicture(bytes);
  return decoded?.ok ? decoded.value : null;
}

/** The project with the drawings of all sheets kept as pictures, where a sheet has a picture. */
function withPictures(read: InputRead): InputRead {
  let { doc } = read;
  const kept = new Map<string, Uint8Array>();
  for (const sheet of Object.values(doc.sheets)) {
    const picture = read.sheetPicture(sheet.id);
    const made = picture && keepDrawings(doc, sheet.id, picture);
    if (made) printProblems(inFile(made.problems, sheet.name));
    if (!made?.ok) continue;
    doc = made.value.doc;
    for (const [id, png] of made.value.pictures) kept.set(id, png);
  }
  return { ...read, doc, pictures: (id) => kept.get(id) ?? read.pictures(id) };
}

/** The project of the input, and how many files of it were left out; null after its problems were printed. */
async function readInput(
  { input, as, expect }: BuildSettings,
  nowMs: number,
  lock: IconLock | undefined,
): Promise<InputRead | null> {
  const fromFiles = async (): Promise<InputRead | null> => {
    const read = await projectFromFiles(input, nowMs, { as, expect, lock });
    return (
      read && { ...read, sheetPicture: (id) => read.sheetPictures.get(id) ?? null, pictures: NO_PICTURES }
    );
  };
  if (isFolder(input)) return fromFiles();
  const bytes = valueOrPrint(readBytes(input), input);
  if (bytes && !isProject(bytes)) return fromFiles();
  if (lock) throw new UsageError('--codes is for icons from files; a project keeps its own');
  const opened = bytes && valueOrPrint(openProjectFile(bytes), input);
  if (!opened) return null;
  const { doc, picture: pictures } = opened;
  return { doc, leftOut: 0, sheetPicture: (id) => pictureOfSheet(doc, id, pictures), pictures, icons: null };
}

/** Whether a zip is a project file; what is no zip at all but no drawing either is told as a broken project. */
function isProject(bytes: Uint8Array): boolean {
  const kind = sniffKind(bytes);
  if (kind !== 'zip') return kind === 'unknown';
  return new TextDecoder('latin1').decode(bytes).includes('project.json');
}

/** The project with other wishes for its font files. */
function withCasting(doc: Doc, wishes: Parameters<typeof changeCasting>[1]): Doc {
  const diff = changeCasting(doc, wishes);
  return diff ? edit(doc, diff).doc : doc;
}

/** The family and the style in hand under other names. */
function renamed(doc: Doc, family: string | undefined, style: string | undefined): Doc {
  const named = family === undefined ? doc : withCasting(doc, { family });
  const own = named.styles[projectOf(named).styleId];
  if (style === undefined || !own) return named;
  return { ...named, styles: { ...named.styles, [own.id]: { ...own, name: style } } };
}

/** The project with what was asked for beyond its drawings. */
function finished(doc: Doc, { compose = false, complete = false, fit = false }: BuildSettings): Doc {
  const accents = (d: Doc) => composeAccents(d, WESTERN_ACCENTS);
  const drafts = (d: Doc) => makeDrafts(d, draftable(d, projectOf(d).bill + WESTERN_MARKS).join(''));
  const wanted = [
    ...(complete ? [completed] : []),
    ...(compose ? [drafts, accents] : []),
    ...(fit ? [fitted] : []),
  ];
  // Each style by itself: an accented letter is made of its own style's.
  return wanted.reduce((now, command) => editEachStyle(now, command), doc);
}

/** What western languages need and nobody drew, drafted in the manner of the hand; what each was made of is told. */
function completed(doc: Doc): ProjectDiff | null {
  const list = [...new Set(projectOf(doc).bill + WESTERN)].join('');
  const made = handDraftsOf(doc, wantedOfHand(doc, list));
  const told = [...made].map(([char, { madeOf }]) =>
    madeOf === '' ? `${char} by the pen` : `${char} of ${madeOf}`,
  );
  if (told.length > 0) process.stdout.write(`Drafted: ${told.join(', ')}\n`);
  return completeList(doc, list, made)?.diff ?? null;
}

const WESTERN = BILLS.find((b) => b.id === 'western')?.characters ?? '';

/** Throws where a cut asks for a form that no style has: a font without it would not be what was asked for. */
function checkCuts(doc: Doc): void {
  for (const cut of castingOf(doc).cuts) {
    const lost = lostForms(doc, cut).join(', ');
    const there = formsForCuts(doc).join(', ') || 'none';
    if (lost !== '')
      throw new UsageError(`${cut.family}: no style has ${lost}; forms that are there: ${there}`);
  }
}

/** Spacing forms of the marks that Western European letters need: drafts can be made of some (Unicode, Spacing Modifier Letters). */
const WESTERN_MARKS = '\u00b4\u0060\u02c6\u00a8\u02dc\u00b8\u02da\u02c7';
