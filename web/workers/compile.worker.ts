import { transfer } from 'comlink';
import { castFile, type CastFile } from '../../core/fonts/compile/casts/castFile';
import { castPlan, type Cast } from '../../core/fonts/compile/casts/castPlan';
import { castPrint, type CastPrint } from '../../core/fonts/compile/casts/castPrint';
import type { CastFormat } from '../../core/fonts/compile/casts/formats';
import { SCREEN_STRIKES } from '../../core/fonts/compile/pictures';
import { explainFont } from '../../core/fonts/compile/explainFont';
import type { Explained } from '../../core/fonts/features/explain';
import {
  formInWords,
  heldBack,
  textsFor,
  type HeldBack,
  type InWords,
} from '../../core/fonts/compile/formInWords';
import { repeatsIn, type Repeats } from '../../core/fonts/compile/repeats';
import { inStyle } from '../../core/project/document/queries/styles';
import { compileFont, type OutlineFormat } from '../../core/fonts/compile/compileFont';
import { unpackRow } from '../../core/project/document/packing/packRows';
import { partOf, readying } from '../../core/fonts/compile/partOf';
import { forCast } from '../../core/project/document/commands/family/cuts';
import { withCastWeights } from '../../core/project/document/commands/family/castWeights';
import { applyDiff, type ProjectDiff } from '../../core/project/document/changes/diff';
import { TABLE_NAMES, type Doc, type TableName } from '../../core/project/document/schema';
import type { HandDraft } from '../../core/project/document/signs/hand/draft';
import { handDraft } from '../../core/project/document/signs/hand/handDrafts';
import { wantedOfHand } from '../../core/project/document/signs/hand/wanted';
import { fail, ok, type Result } from '../../core/foundations/problems/problem';
import { brotli } from './brotli';
import { commonWords } from './commonWords';
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

/** Words that are looked through for repeats: 2,000 take half a second of this worker, which the running line waits for. */
const REPEATS_IN = 500;

const EMPTY = Object.fromEntries(TABLE_NAMES.map((t) => [t, {}])) as unknown as Doc;

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
  plan(formats: readonly CastFormat[]): Result<readonly Cast[]> {
    return doc ? ok(castPlan(withCastWeights(doc), formats)) : fail({ code: 'nothing-there' });
  },
  /** Marks of what would be cast now; `atMs`: the time they bear. */
  print(atMs: number): Result<CastPrint> {
    return doc ? ok(castPrint(doc, atMs)) : fail({ code: 'nothing-there' });
  },
  /** What the font does with its letters, in plain words. */
  explain(styleId: string): Result<readonly Explained[]> {
    return doc ? ok(explainFont(doc, styleId).told) : fail({ code: 'nothing-there' });
  },
  /** Words in which a form stands, and such in which its letter stays. `asked`: tags of features that are switched on. */
  async inWords(styleId: string, formId: string, asked: readonly string[]): Promise<Result<InWords>> {
    if (!doc) return fail({ code: 'nothing-there' });
    const view = inStyle(doc, styleId);
    return ok(formInWords(view, formId, textsFor(view, formId, await commonWords()), { asked }));
  },
  /** Neighbours beside which the drawings of a rule are held back. */
  held(styleId: string, ruleId: string): Result<readonly HeldBack[]> {
    const view = doc && inStyle(doc, styleId);
    const rule = view?.features[ruleId];
    return view && rule ? ok(heldBack(view, rule)) : fail({ code: 'nothing-there' });
  },
  /** Words in which the same drawing comes again. */
  async repeats(styleId: string): Promise<Result<Repeats>> {
    if (!doc) return fail({ code: 'nothing-there' });
    return ok(repeatsIn(inStyle(doc, styleId), (await commonWords()).slice(0, REPEATS_IN).join(' ')));
  },
  /** Characters of a list that can be drafted in the manner of a style's hand. */
  handWanted(styleId: string, list: string): Result<readonly string[]> {
    return doc ? ok(wantedOfHand(inStyle(doc, styleId), list)) : fail({ code: 'nothing-there' });
  },
  /** One of them; null when it comes to nothing. */
  handDraft(styleId: string, char: string): Result<HandDraft | null> {
    return doc ? ok(handDraft(inStyle(doc, styleId), char)) : fail({ code: 'nothing-there' });
  },
  /** A file of a format, whole. */
  async cast({ format, styleId, cut }: Cast, nowUnixS: number): Promise<Result<CastFile>> {
    if (!doc) return fail({ code: 'nothing-there' });
    const wanted = forCast(withCastWeights(doc), cut);
    const options = { styleId, nowUnixS, brotli, pictures: pictureBytes };
    const made = await castFile(wanted, format, options);
    return made.ok ? transfer(made, [made.value.bytes.buffer]) : made;
  },
};
export type CompileApi = typeof api;
serve(api);
