import { CAST_FORMATS, type CastFormat } from '../../../project/document/rows/casting';

export { CAST_FORMATS, type CastFormat };

/** Formats that hold all styles of a family; of the others there is a file for each style. */
const OF_FAMILIES: ReadonlySet<CastFormat> = new Set(['variable', 'designspace', 'bundle']);
export const isOfFamily = (format: CastFormat): boolean => OF_FAMILIES.has(format);

/** Types of the files for whoever takes them (RFC 8081 for fonts, IANA media types else). */
export const MEDIA_TYPES: Readonly<Record<CastFormat, string>> = {
  otf: 'font/otf',
  ttf: 'font/ttf',
  variable: 'font/ttf',
  woff2: 'font/woff2',
  woff: 'font/woff',
  svg: 'image/svg+xml',
  stroke: 'image/svg+xml',
  ufo: 'application/zip',
  designspace: 'application/zip',
  'letters-svg': 'application/zip',
  'letters-png': 'application/zip',
  'letters-dxf': 'application/zip',
  kit: 'application/zip',
  bundle: 'application/zip',
};
