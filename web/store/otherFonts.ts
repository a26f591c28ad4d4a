import { useEffect, useMemo, useState } from 'react';
import type { Doc } from '../../core/project/document/schema';
import { db } from '../persistence/db';
import { momentStore } from '../persistence/moments';
import { compilerOf } from '../workers/compileClient';
import { askAside } from './askAside';
import { useDoc, useWhole } from './projectStore';
import { fail, ok, type Result } from '../../core/foundations/problems/problem';
import { projectOf } from '../../core/project/document/newProject';

/** Where a font comes from that stands on a page beside the one of the style in hand. */
export type FontSource =
  | { readonly kind: 'style'; readonly id: string }
  | { readonly kind: 'moment'; readonly id: string }
  | { readonly kind: 'file'; readonly file: File };

/** Files of fonts that were made for pages, by what the page knows them by: pictures take them along. */
const files = new Map<string, Uint8Array>();
export const otherFontFiles = (): ReadonlyMap<string, Uint8Array> => files;

let count = 0;

/** A font that the page knows, and what takes it away again. */
interface Shown {
  readonly family: string;
  readonly hide: () => void;
}

async function show(bytes: Uint8Array): Promise<Shown> {
  const family = `beside-${++count}`;
  const face = new FontFace(family, bytes.slice().buffer as ArrayBuffer);
  await face.load();
  document.fonts.add(face);
  files.set(family, bytes);
  const hide = () => {
    document.fonts.delete(face);
    files.delete(family);
  };
  return { family, hide };
}

async function compiled(doc: Doc, styleId: string, signal: AbortSignal): Promise<Result<Uint8Array>> {
  const compiler = compilerOf(doc);
  try {
    const made = await compiler.compile('ttf', styleId, Math.floor(Date.now() / 1000), { signal });
    return made.ok ? ok(made.value.bytes) : made;
  } finally {
    compiler.close();
  }
}

/** What a font is made from: the project for a style of it, and which style is in hand for a moment. */
interface Making {
  readonly doc: Doc | null;
  readonly inHand: string;
}

async function bytesOf(
  source: FontSource,
  { doc, inHand }: Making,
  signal: AbortSignal,
): Promise<Result<Uint8Array>> {
  if (source.kind === 'file') return ok(new Uint8Array(await source.file.arrayBuffer()));
  if (source.kind === 'style') return doc ? compiled(doc, source.id, signal) : fail({ code: 'no-glyphs' });
  const then = await momentStore(db).open(source.id);
  if (!then?.ok) return then ?? fail({ code: 'no-glyphs' });
  return compiled(then.value, then.value.styles[inHand] ? inHand : projectOf(then.value).styleId, signal);
}

/** The project as far as it reaches fonts, the same until that changes; null where it isn't asked for. */
function useFontDoc(wanted: boolean): Doc | null {
  const { glyphs, styles, project, casting, features, kerning, groups } = useWhole();
  return useMemo(() => {
    const tables = { glyphs, styles, project, casting, features, kerning, groups };
    return wanted ? { ...tables, sheets: {}, recipes: {}, pieces: {} } : null;
  }, [wanted, glyphs, styles, project, casting, features, kerning, groups]);
}

/**
 * A font from somewhere else by what the page knows it by, made aside and, for a style, kept in step with edits; the one before stays until the
 * next is there. Null while there is none. `source`: the same one as long as it is meant.
 */
export function useFontOf(source: FontSource | null): string | null {
  const doc = useFontDoc(source?.kind === 'style');
  const inHand = projectOf(useDoc()).styleId;
  const [shown, setShown] = useState<Shown | null>(null);
  useEffect(() => {
    if (!source) return;
    let gone = false;
    const stop = askAside(
      (signal) => bytesOf(source, { doc, inHand }, signal),
      (bytes) =>
        void show(bytes).then(
          // The page may have gone on while the browser read the font.
          (made) => (gone ? made.hide() : setShown(made)),
          () => setShown(null),
        ),
    );
    return () => {
      gone = true;
      stop();
    };
  }, [source, doc, inHand]);
  useEffect(() => () => shown?.hide(), [shown]);
  return source ? (shown?.family ?? null) : null;
}
