/** What a project can be cast in: fonts for desks, for the web, and for other programs. */
export const CAST_FORMATS = [
  'otf',
  'ttf',
  'woff2',
  'woff',
  'svg',
  'ufo',
  'letters-svg',
  'letters-dxf',
  'kit',
] as const;
export type CastFormat = (typeof CAST_FORMATS)[number];

/** Types of the files for whoever takes them (RFC 8081 for fonts, IANA media types else). */
export const MEDIA_TYPES: Readonly<Record<CastFormat, string>> = {
  otf: 'font/otf',
  ttf: 'font/ttf',
  woff2: 'font/woff2',
  woff: 'font/woff',
  svg: 'image/svg+xml',
  ufo: 'application/zip',
  'letters-svg': 'application/zip',
  'letters-dxf': 'application/zip',
  kit: 'application/zip',
};
