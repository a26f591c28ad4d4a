import { join, parse } from 'node:path';
import { countNodes, type Contour } from '../../core/geometry/contour';
import { decodePicture } from '../../core/pictures/decodePicture';
import { svgDocument } from '../../core/svg/pathData';
import { tracePicture } from '../../core/trace/tracePicture';
import { defaultTraceSettings } from '../../core/trace/traceRing';
import {
  EXIT,
  isFolder,
  pictureFiles,
  readArguments,
  readBytes,
  showProgress,
  UsageError,
  valueOrPrint,
  writeFile,
} from '../io';

export const traceHelp = `orthoglyph trace IN.png --svg OUT.svg [--tolerance PX] [--json FACTS.json]
orthoglyph trace INFOLDER --svg OUTFOLDER

Traces the ink of a PNG or JPEG to outlines. The SVG is in px of the picture.
  --svg PATH        file (or folder, for a folder of pictures) to write
  --tolerance PX    greatest distance from the ink's edge, default ${defaultTraceSettings.tolerancePx}
  --json PATH       points and contours of each picture
  --mode outline    the only mode so far
`;

interface Facts {
  readonly contours: number;
  readonly nodes: number;
  readonly width: number;
  readonly height: number;
}

function traceFile(input: string, output: string, tolerancePx: number): Facts | null {
  const bytes = valueOrPrint(readBytes(input), input);
  const picture = bytes && valueOrPrint(decodePicture(bytes), input);
  const contours: Contour[] | null =
    picture && valueOrPrint(tracePicture(picture, { ...defaultTraceSettings, tolerancePx }), input);
  if (!picture || !contours) return null;
  const { width, height } = picture;
  const written = writeFile(output, svgDocument(contours, { x: 0, y: 0, width, height }));
  if (!valueOrPrintOk(written, output)) return null;
  return { contours: contours.length, nodes: countNodes(contours), width, height };
}

const valueOrPrintOk = (result: ReturnType<typeof writeFile>, file: string): boolean => {
  valueOrPrint(result, file);
  return result.ok;
};

export function runTrace(argv: string[]): number {
  const { values, positionals } = readArguments(argv, {
    svg: { type: 'string' },
    json: { type: 'string' },
    tolerance: { type: 'string' },
    mode: { type: 'string', default: 'outline' },
  });
  const input = positionals[0];
  if (!input || positionals.length > 1 || !values.svg)
    throw new UsageError('give one picture or folder, and --svg');
  if (values.mode !== 'outline') throw new UsageError(`--mode ${values.mode} is not made yet; use outline`);
  const tolerance =
    values.tolerance === undefined ? defaultTraceSettings.tolerancePx : Number(values.tolerance);
  if (!(tolerance > 0 && tolerance < 100)) throw new UsageError('--tolerance is a number of px above 0');
  const facts: Record<string, Facts> = {};
  let failed = false;
  if (isFolder(input)) {
    const files = pictureFiles(input);
    files.forEach((file, i) => {
      showProgress(`${i + 1} of ${files.length}: ${parse(file).base}`);
      const fact = traceFile(file, join(values.svg!, `${parse(file).name}.svg`), tolerance);
      if (fact) facts[parse(file).base] = fact;
      else failed = true;
    });
    showProgress('');
  } else {
    const fact = traceFile(input, values.svg, tolerance);
    if (fact) facts[parse(input).base] = fact;
    else failed = true;
  }
  if (values.json && !valueOrPrintOk(writeFile(values.json, JSON.stringify(facts, null, 1)), values.json))
    failed = true;
  return failed ? EXIT.input : EXIT.ok;
}
