import { transfer } from 'comlink';
import type { CastFile } from '../../core/fonts/compile/casts/castFile';
import type { Cast } from '../../core/fonts/compile/casts/castPlan';
import type { CastPrint } from '../../core/fonts/compile/casts/castPrint';
import type { CastFormat } from '../../core/fonts/compile/casts/formats';
import { SCREEN_STRIKES } from '../../core/fonts/compile/pictures';
import type { Explained } from '../../core/fonts/features/explain';
import type { HeldBack, InWords } from '../../core/fonts/compile/formInWords';
import type { Repeats } from '../../core/fonts/compile/repeats';
import { inStyle } from '../../core/project/document/queries/styles';
import { compileFont, type OutlineFormat } from '../../core/fonts/compile/compileFont';
import { unpackRow } from '../../core/project/document/packing/packRows';
import { partOf, readying } from '../../core/fonts/compile/partOf';
import { applyDiff, type ProjectDiff } from '../../core/project/document/changes/diff';
import { TABLE_NAMES, type Doc, type TableName } from '../../core/project/document/schema';
import type { HandDraft } from '../../core/project/document/signs/hand/draft';
import { fail, ok, type Result } from '../../core/foundations/problems/problem';
import { serve } from './serve';

/** What a font is to have when not all of it is made: the letters of a text, and glyphs by their ids. */
export interface FontPart {
  readonly text: string;
  readonly also: readonly string[];
}

/** The document as the page has it; patched row by row, so that unchanged glyphs stay compiled. */
let doc: Doc | null = null;

/** Pictures that letters are kept as, by their hashes. */
const pictures = new Map<string, Uint8Array>();
const pictureBytes = (id: string): Uint8Array | null => pictures.get(id) ?? null;

const EMPTY = Object.fromEntries(TABLE_NAMES.map((t) => [t, {}])) as unknown as Doc;

/** Needed for files and for answers only: the font on the running line is there before they are fetched. */
const casting = () => import('./compile/casting');
const answers = () => import('./compile/answers');

/** An answer of the font's, asked of what gives such; undefined = what is asked about isn't there. */
async function ask<T>(
  answer: (by: Awaited<ReturnType<typeof answers>>, whole: Doc) => T | undefined | Promise<T | undefined>,
): Promise<Result<T>> {
  const by = await answers();
  const told = doc ? await answer(by, doc) : undefined;
  return told === undefined ? fail({ code: 'nothing-there' }) : ok(told);
}

const api = {
  /** Begins a document anew; its rows follow. */
  begin(): void {
    doc = EMPTY;
    pictures.clear();
  },
  /** Rows of a table, packed (packRows). */
  add(table: TableName, rows: readonly object[]): void {
    if (!doc) return;
    const more = Object.fromEntries((rows.map(unpackRow) as { id: string }[]).map((r) => [r.id, r]));
    doc = { ...doc, [table]: { ...doc[table], ...more } };
  },
  /** Bytes of a picture that letters are kept as. */
  picture(id: string, bytes: Uint8Array): void {
    pictures.set(id, bytes);
  },
  apply(diff: ProjectDiff): void {
    if (doc) doc = applyDiff(doc, diff);
  },
  /** Makes glyphs ready for so many ms; whether all of them are. */
  ready(styleId: string, ms: number): Result<boolean> {
    if (!doc) return ok(true);
    const until = performance.now() + ms;
    const steps = readying(doc, styleId);
    while (!steps.next().done) if (performance.now() > until) return ok(false);
    return ok(true);
  },
  /** The whole font, or a part of it. */
  compile(
    format: OutlineFormat,
    styleId: string,
    nowUnixS: number,
    part: FontPart | null,
  ): Result<{ bytes: Uint8Array; ms: number }> {
    if (!doc) return fail({ code: 'nothing-there' });
    const start = performance.now();
    const wanted = part === null ? doc : partOf(doc, part.text, new Set(part.also));
    const bytes = compileFont(wanted, {
      ...{ format, styleId, nowUnixS },
      ...{ pictures: pictureBytes, pictureSizes: SCREEN_STRIKES },
    });
    return transfer(ok({ bytes, ms: performance.now() - start }), [bytes.buffer]);
  },
  /** The files that some formats make, weights that are cast along included; making those takes a while. */
  async plan(formats: readonly CastFormat[]): Promise<Result<readonly Cast[]>> {
    return doc ? ok((await casting()).plan(doc, formats)) : fail({ code: 'nothing-there' });
  },
  /** Marks of what would be cast now; `atMs`: the time they bear. */
  async print(atMs: number): Promise<Result<CastPrint>> {
    return doc ? ok((await casting()).castPrint(doc, atMs)) : fail({ code: 'nothing-there' });
  },
  /** A file of a format, whole. */
  async cast(what: Cast, nowUnixS: number): Promise<Result<CastFile>> {
    if (!doc) return fail({ code: 'nothing-there' });
    const made = await (await casting()).cast(doc, what, { nowUnixS, pictures: pictureBytes });
    return made.ok ? transfer(made, [made.value.bytes.buffer]) : made;
  },
  /** What the font does with its letters, in plain words. */
  explain: (styleId: string): Promise<Result<readonly Explained[]>> =>
    ask(({ explainFont }, whole) => explainFont(whole, styleId).told),
  /** Words in which a form stands, and such in which its letter stays. `asked`: tags of features that are switched on. */
  inWords: (styleId: string, formId: string, asked: readonly string[]): Promise<Result<InWords>> =>
    ask(({ inWords }, whole) => inWords(inStyle(whole, styleId), formId, asked)),
  /** Neighbours beside which the drawings of a rule are held back. */
  held: (styleId: string, ruleId: string): Promise<Result<readonly HeldBack[]>> =>
    ask(({ held }, whole) => held(inStyle(whole, styleId), ruleId)),
  /** Words in which the same drawing comes again. */
  repeats: (styleId: string): Promise<Result<Repeats>> =>
    ask(({ repeats }, whole) => repeats(inStyle(whole, styleId))),
  /** Characters of a list that can be drafted in the manner of a style's hand. */
  handWanted: (styleId: string, list: string): Promise<Result<readonly string[]>> =>
    ask(({ wantedOfHand }, whole) => wantedOfHand(inStyle(whole, styleId), list)),
  /** One of them; null when it comes to nothing. */
  handDraft: (styleId: string, char: string): Promise<Result<HandDraft | null>> =>
    ask(({ handDraft }, whole) => handDraft(inStyle(whole, styleId), char)),
};
export type CompileApi = typeof api;
serve(api);
