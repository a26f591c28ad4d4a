import { availableParallelism } from 'node:os';
import { join, parse } from 'node:path';
import { Worker } from 'node:worker_threads';
import { countNodes, type Contour } from '../../core/foundations/geometry/contour';
import type { DiagonalRule } from '../../core/tracing/pixels/cellContours';
import { tracePixels } from '../../core/tracing/pixels/tracePixels';
import { traceColours } from '../../core/tracing/colour/traceColours';
import type { ColourLayer } from '../../core/foundations/geometry/paint';
import { ok, problem, type Result } from '../../core/foundations/problems/problem';
import type { Picture } from '../../core/foundations/raster/picture';
import { pathData, svgDocument, svgLayers, svgStrokes } from '../../core/readers/svg/pathData';
import { penRunOutline, traceCentreline } from '../../core/tracing/centreline/traceCentreline';
import { DEFAULT_CLEANNESS, settingsOfCleanness } from '../../core/tracing/trace/cleanness';
import { tracePicture } from '../../core/tracing/trace/tracePicture';
import { defaultTraceSettings } from '../../core/tracing/trace/settings';
import { EXIT, readArguments, UsageError } from '../arguments';
import { isFolder, pictureFiles, writeFile } from '../files';
import { printProblems, showProgress, valueOrPrint } from '../telling';
import { readPicture } from '../pictures';
import { USAGE } from '../usage';

export const traceHelp = `${USAGE.trace}
orthoglyph trace INFOLDER --svg OUTFOLDER

Traces the ink of a PNG or JPEG to outlines. The SVG is in px of the picture.
  --svg PATH        file (or folder, for a folder of pictures) to write
  --tolerance PX    greatest distance from the ink's edge, default ${defaultTraceSettings.tolerancePx}
  --clean N         0 keeps all texture of the edge, 100 draws the plain form, default ${DEFAULT_CLEANNESS}
  --json PATH       points and contours of each picture
  --mode MODE       outline (default); pixel: exact squares on the grid of a pixel drawing, of any size or blur
                    centreline: the way of the pen, as stroked paths; --json has its width along each
  --pen             centreline mode: the outline of a round pen that runs along the strokes instead
  --colours N       parts the drawing into at most N flat colours and its gradients, as stacked layers without gaps
  --diagonals RULE  pixel mode: cells that touch by a corner stay apart (default) or are joined
`;

interface Facts {
  readonly contours: number;
  readonly nodes: number;
  readonly width: number;
  readonly height: number;
  /** Centreline mode: path data and the pen's radius at each of its points, px. */
  readonly strokes?: Traced['strokes'];
}

type Mode = 'outline' | 'pixel' | 'centreline';

interface Options {
  readonly mode: Mode;
  readonly tolerancePx: number;
  readonly smoothing: number;
  readonly diagonals: DiagonalRule;
  /** Centrelines come out as the outline of a pen that runs along them. */
  readonly pen: boolean;
  /** Flat colours to part the picture into at most; 0 = one ink. */
  readonly colours: number;
}

interface Traced {
  readonly contours: readonly Contour[];
  /** Pen widths, px, when the contours are centrelines. */
  readonly widths?: readonly number[];
  readonly layers?: readonly ColourLayer[];
  readonly strokes?: readonly { readonly d: string; readonly radii: readonly number[] }[];
}

function traceOne(
  picture: Picture,
  { mode, tolerancePx, smoothing, diagonals, pen, colours }: Options,
): Result<Traced> {
  if (colours > 0) {
    const layers = traceColours(picture, colours, { ...defaultTraceSettings, tolerancePx, smoothing });
    return layers.ok
      ? ok({ contours: layers.value.flatMap((l) => l.contours), layers: layers.value })
      : layers;
  }
  if (mode === 'outline') {
    const contours = tracePicture(picture, { ...defaultTraceSettings, tolerancePx, smoothing });
    return contours.ok ? ok({ contours: contours.value }) : contours;
  }
  if (mode === 'pixel') {
    const pixels = tracePixels(picture, diagonals);
    return pixels.ok ? ok({ contours: pixels.value.contours }) : pixels;
  }
  const traced = traceCentreline(picture, { tolerancePx });
  if (!traced.ok) return traced;
  const strokes = traced.value.map((s) => ({ d: pathData([s.centreline]), radii: s.radii }));
  if (pen) return ok({ contours: penRunOutline(traced.value, picture.width, picture.height), strokes });
  return ok({
    contours: traced.value.map((s) => s.centreline),
    widths: traced.value.map((s) => (2 * s.radii.reduce((a, b) => a + b, 0)) / s.radii.length),
    strokes,
  });
}

function svgOf(
  { contours, widths, layers }: Traced,
  view: { x: number; y: number; width: number; height: number },
): string {
  if (layers) return svgLayers(layers, view);
  return widths ? svgStrokes(contours, widths, view) : svgDocument(contours, view);
}

async function traceFile(input: string, output: string, options: Options): Promise<Facts | null> {
  const given = await readPicture(input);
  const picture = given?.picture;
  const traced = picture && valueOrPrint(traceOne(picture, options), input);
  if (!given || !picture || !traced) return null;
  const { contours, strokes } = traced;
  const { width, height } = picture;
  if (given.step > 1)
    printProblems([problem({ code: 'picture-made-smaller', step: given.step }, 'note', { file: input })]);
  const written = writeFile(output, svgOf(traced, { x: 0, y: 0, width, height }));
  if (!valueOrPrintOk(written, output)) return null;
  return {
    contours: contours.length,
    nodes: countNodes(contours),
    width,
    height,
    ...(strokes && { strokes }),
  };
}

const valueOrPrintOk = (result: ReturnType<typeof writeFile>, file: string): boolean => {
  valueOrPrint(result, file);
  return result.ok;
};

/** A thread of its own costs as much as tracing about so many pictures. */
const FILES_A_THREAD = 12;
const MOST_THREADS = 4;

export interface Share {
  readonly files: readonly Task[];
  readonly options: Options;
}
interface Task {
  readonly file: string;
  readonly output: string;
}

/** Each picture with a file of its own to be written: where two have one name but for the ending, the ending stays in it. */
function tasksOf(files: readonly string[], folder: string): Task[] {
  const stems = files.map((f) => parse(f).name.toLowerCase());
  return files.map((file, i) => {
    const { name, base } = parse(file);
    const alone = stems.indexOf(stems[i]!) === stems.lastIndexOf(stems[i]!);
    return { file, output: join(folder, `${alone ? name : base}.svg`) };
  });
}

type ShareFacts = (readonly [name: string, fact: Facts | null])[];

/** Traces some files of a folder; problems are told as they come. */
export async function traceShare({ files, options }: Share, told = false): Promise<ShareFacts> {
  const facts: ShareFacts = [];
  for (const [i, { file, output }] of files.entries()) {
    if (told) showProgress(`${i + 1} of ${files.length}: ${parse(file).base}`);
    facts.push([parse(file).base, await traceFile(file, output, options)]);
  }
  return facts;
}

/** A folder's pictures, spread over the machine's cores when there are enough of them. */
async function traceFolder(files: readonly string[], folder: string, options: Options): Promise<ShareFacts> {
  const count = Math.max(
    1,
    Math.min(MOST_THREADS, availableParallelism(), Math.floor(files.length / FILES_A_THREAD)),
  );
  const tasks = tasksOf(files, folder);
  const shares = Array.from({ length: count }, (_, k) => tasks.filter((_t, i) => i % count === k));
  // The first share is done here, while the threads start.
  const others = shares.slice(1).map((share) => inThread({ files: share, options }));
  const own = await traceShare({ files: shares[0]!, options }, true);
  showProgress('');
  return [...own, ...(await Promise.all(others)).flat()];
}

/** A thread that does one share and ends. */
function inThread(share: Share): Promise<ShareFacts> {
  const thread = new Worker(new URL('./traceThread.mjs', import.meta.url), { workerData: share });
  return new Promise((resolve, reject) => {
    thread.once('message', resolve);
    thread.once('error', reject);
  });
}

export async function runTrace(argv: string[]): Promise<number> {
  const { values, positionals } = readArguments(argv, {
    svg: { type: 'string' },
    json: { type: 'string' },
    tolerance: { type: 'string' },
    clean: { type: 'string', default: String(DEFAULT_CLEANNESS) },
    mode: { type: 'string', default: 'outline' },
    pen: { type: 'boolean', default: false },
    colours: { type: 'string', default: '0' },
    diagonals: { type: 'string', default: 'apart' },
  });
  const input = positionals[0];
  if (!input || positionals.length > 1 || !values.svg)
    throw new UsageError('give one picture or folder, and --svg');
  const mode = (['outline', 'pixel', 'centreline'] as const).find((m) => m === values.mode);
  if (!mode) throw new UsageError('--mode is outline, pixel or centreline');
  const colours = Number(values.colours);
  if (!(Number.isInteger(colours) && colours >= 0 && colours <= 16))
    throw new UsageError('--colours is a whole number from 1 to 16');
  const diagonals = (['apart', 'joined'] as const).find((d) => d === values.diagonals);
  if (!diagonals) throw new UsageError('--diagonals is apart or joined');
  const clean = Number(values.clean);
  if (!(clean >= 0 && clean <= 100)) throw new UsageError('--clean is a number from 0 to 100');
  const cleaned = settingsOfCleanness(clean);
  const tolerance = values.tolerance === undefined ? null : Number(values.tolerance);
  if (tolerance !== null && !(tolerance > 0 && tolerance < 100))
    throw new UsageError('--tolerance is a number of px above 0');
  const options: Options = {
    mode,
    tolerancePx: tolerance ?? cleaned.tolerancePx,
    smoothing: cleaned.smoothing,
    diagonals,
    pen: values.pen,
    colours,
  };
  const facts: Record<string, Facts> = {};
  let failed = false;
  if (isFolder(input)) {
    const traced = await traceFolder(pictureFiles(input), values.svg, options);
    for (const [name, fact] of traced) {
      if (fact) facts[name] = fact;
      else failed = true;
    }
  } else {
    const fact = await traceFile(input, values.svg, options);
    if (fact) facts[parse(input).base] = fact;
    else failed = true;
  }
  if (values.json && !valueOrPrintOk(writeFile(values.json, JSON.stringify(facts, null, 1)), values.json))
    failed = true;
  return failed ? EXIT.input : EXIT.ok;
}
