import { toCanvas } from 'html-to-image';
import { zipSync } from 'fflate';
import { castingOf, projectOf } from '../../core/project/document/newProject';
import { runFor } from './jobs';
import { otherFontFiles } from './otherFonts';
import type { Session } from './styleSession';
import { varyingFile } from './varyingFont';
import { wholeFont } from './wholeFont';

/** Width and height of a picture, px. */
export type PictureSize = readonly [width: number, height: number];

/** Sizes that shops and networks ask for (common practice, no published source). */
export const PICTURE_SIZES: readonly PictureSize[] = [
  [1600, 1066],
  [1200, 800],
  [2000, 2000],
  [1080, 1920],
];

export interface MadePictures {
  readonly name: string;
  readonly type: string;
  readonly bytes: Uint8Array;
}

/** A name of files without what systems don't allow in them. */
const plain = (name: string): string => name.replace(/[^\p{L}\p{N}]+/gu, '') || 'Proof';

/** Bytes as a data URL. */
function dataUrl(bytes: Uint8Array, type: string): Promise<string> {
  return new Promise((done, failed) => {
    const reader = new FileReader();
    reader.onload = () => done(String(reader.result));
    reader.onerror = () => failed(reader.error ?? new Error('the font was not read'));
    reader.readAsDataURL(new Blob([new Uint8Array(bytes)], { type }));
  });
}

/** The app’s own fonts, as a style sheet that a picture takes along. */
async function appStyles(): Promise<string> {
  const sheets = [...document.styleSheets].filter((s) => s.href?.startsWith(location.origin));
  const faces = sheets.flatMap((sheet) =>
    [...sheet.cssRules].flatMap((rule) =>
      rule instanceof CSSFontFaceRule ? [{ rule, base: sheet.href ?? location.href }] : [],
    ),
  );
  const styles = faces.map(async ({ rule, base }) => {
    const address = /url\("?([^")]+)"?\)/.exec(rule.style.getPropertyValue('src'))?.[1];
    if (address === undefined) return '';
    const answer = await fetch(new URL(address, base));
    const url = await dataUrl(new Uint8Array(await answer.arrayBuffer()), 'font/woff2');
    return rule.cssText.replace(/url\("?[^")]+"?\)/, `url(${url})`);
  });
  return (await Promise.all(styles)).join('\n');
}

/** What the font is called in pictures, whatever edits do to the page's own meanwhile. */
export const PICTURE_FONT = 'proof-picture';

/** The font as it is now, and those that pages of their own looks are set in, as a style sheet that a picture takes along. */
async function fontStyles(session: Session, signal: AbortSignal): Promise<string> {
  const url = await dataUrl(await wholeFont(session, signal), 'font/ttf');
  const faces = [`@font-face { font-family: '${PICTURE_FONT}'; src: url(${url}) }`];
  for (const [family, bytes] of otherFontFiles())
    faces.push(`@font-face { font-family: '${family}'; src: url(${await dataUrl(bytes, 'font/ttf')}) }`);
  const varying = varyingFile();
  if (varying) {
    const weights = varying.range.join(' ');
    const address = await dataUrl(varying.bytes, 'font/ttf');
    faces.push(
      `@font-face { font-family: '${varying.family}'; font-weight: ${weights}; src: url(${address}) }`,
    );
  }
  return faces.join('\n');
}

/** A page drawn as a picture of a size: as large as goes into it, the rest of its ground around it. */
async function draw(
  page: HTMLElement,
  [width, height]: PictureSize,
  fontEmbedCSS: string,
): Promise<Uint8Array> {
  const { offsetWidth, offsetHeight } = page;
  const scale = Math.min(width / offsetWidth, height / offsetHeight);
  const drawn = await toCanvas(page, { pixelRatio: scale, fontEmbedCSS, skipAutoScale: true });
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [width, height];
  const context = canvas.getContext('2d');
  if (!context) throw new Error('the browser draws no pictures');
  context.fillStyle = getComputedStyle(page).backgroundColor;
  context.fillRect(0, 0, width, height);
  const [w, h] = [offsetWidth * scale, offsetHeight * scale];
  context.drawImage(drawn, (width - w) / 2, (height - h) / 2, w, h);
  const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/png'));
  if (!blob) throw new Error('the browser makes no PNG of this size');
  return new Uint8Array(await blob.arrayBuffer());
}

interface Wanted {
  /** Pages as they are drawn somewhere, by their kind. */
  readonly pages: readonly { readonly kind: string; readonly element: HTMLElement }[];
  readonly sizes: readonly PictureSize[];
}

/** Pictures of pages in some sizes: one as PNG, several in a zip. Null when it was stopped or failed, which is told. */
export async function makePictures(session: Session, { pages, sizes }: Wanted): Promise<MadePictures | null> {
  const family = plain(castingOf(session.doc).family || projectOf(session.doc).name);
  const made = new Map<string, Uint8Array>();
  const ending = await runFor(session, {
    name: 'Pictures',
    lane: 'pictures',
    stage: 'Making the font',
    async run({ signal, progress }) {
      // What isn’t words of the proof is set in the app’s own letters.
      const styles = `${await appStyles()}\n${await fontStyles(session, signal)}`;
      const wanted = pages.flatMap((page) => sizes.map((size) => ({ page, size })));
      for (const [i, { page, size }] of wanted.entries()) {
        signal.throwIfAborted();
        progress('Drawing the pictures', i / wanted.length);
        const name = `${family}-${page.kind}-${size.join('x')}.png`;
        made.set(name, await draw(page.element, size, styles));
      }
    },
  }).ended;
  const [first] = made;
  if (ending !== 'done' || !first) return null;
  return made.size === 1
    ? { name: first[0], type: 'image/png', bytes: first[1] }
    : // PNG is packed already.
      {
        name: `${family}-pictures.zip`,
        type: 'application/zip',
        bytes: zipSync(Object.fromEntries(made), { level: 0 }),
      };
}
