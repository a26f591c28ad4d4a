/**
 * Everything that can be wrong with a person's input or project, as data. Wording lives at the
 * edges (`web/text/problems.ts` uses `core/foundations/problems/describe.ts`, the command line prints the same).
 */
export type Severity = 'error' | 'warning' | 'note';

/** Where a problem sits. Every field is optional; what is known is given. */
export interface Place {
  readonly file?: string;
  /** The style of a family. */
  readonly style?: string;
  readonly glyph?: string;
  readonly contour?: number;
  readonly table?: string;
  readonly field?: string;
}

/** What a font file has wrong: a number that isn't what the rest of the font makes it, or a rule that it breaks. */
export type FontFault =
  | {
      readonly fault: 'number-wrong' | 'clipped' | 'lines-differ' | 'family-long';
      readonly found: string;
      readonly wanted: string;
    }
  | { readonly fault: 'postscript-name' | 'version-form' | 'glyph-beyond'; readonly found: string }
  | {
      readonly fault:
        | 'table-missing'
        | 'magic-number'
        | 'box-wrong'
        | 'styles-differ'
        | 'ranges-unclaimed'
        | 'name-missing'
        | 'no-windows-cmap'
        | 'no-space'
        | 'space-inked'
        | 'space-narrow'
        | 'no-break-space'
        | 'names-none'
        | 'notdef-first'
        | 'notdef-empty'
        | 'glyph-twice'
        | 'glyph-name'
        | 'direction';
    };

export type ProblemDetail =
  | { readonly code: 'file-empty' }
  | { readonly code: 'picture-kind-unknown' }
  | { readonly code: 'postscript' }
  | { readonly code: 'font-file'; readonly kind: string }
  | { readonly code: 'picture-kind-unsupported'; readonly kind: string }
  | { readonly code: 'picture-broken'; readonly kind: string; readonly reason: string }
  | { readonly code: 'picture-too-small'; readonly width: number; readonly height: number }
  | {
      readonly code: 'picture-too-large';
      readonly width: number;
      readonly height: number;
      readonly limitMegapixels: number;
    }
  | { readonly code: 'picture-made-smaller'; readonly step: number }
  | { readonly code: 'page-by-shape' }
  | { readonly code: 'text-too-long'; readonly most: number }
  | { readonly code: 'texts-file'; readonly reason: 'no-json' | 'no-text' }
  | { readonly code: 'words-skipped'; readonly words: readonly string[] }
  | { readonly code: 'no-grid' }
  | { readonly code: 'no-ink'; readonly look: 'all light' | 'all dark' | 'flat' }
  | {
      readonly code: 'scan-failed';
      readonly reason: 'paper-jam' | 'disconnected' | 'wrong-size' | 'nothing-on-glass' | 'busy';
    }
  | { readonly code: 'practice-no-code' }
  | {
      readonly code: 'page-doubts';
      readonly unsure: readonly string[];
      readonly unnamed: number;
      readonly missing: readonly string[];
    }
  | {
      readonly code: 'practice-gaps';
      readonly empty: readonly string[];
      readonly crossedOut: readonly string[];
    }
  | { readonly code: 'nothing-there' }
  | { readonly code: 'no-letters'; readonly specks: number }
  | { readonly code: 'pdf-broken'; readonly reason: string }
  | { readonly code: 'pdf-too-long'; readonly pages: number; readonly limit: number }
  | { readonly code: 'pdf-empty' }
  | { readonly code: 'font-broken' }
  | { readonly code: 'fit-needs-letters' }
  | { readonly code: 'zip-broken' }
  | { readonly code: 'zip-too-large'; readonly limit: string }
  | { readonly code: 'openraster-broken'; readonly reason: string }
  | { readonly code: 'svg-broken'; readonly reason: string }
  | { readonly code: 'svg-too-large'; readonly limit: string }
  | { readonly code: 'svg-empty' }
  | { readonly code: 'svg-partly'; readonly what: readonly string[] }
  | { readonly code: 'project-not-zip' }
  | { readonly code: 'project-incomplete'; readonly missing: string }
  | { readonly code: 'project-future'; readonly version: number; readonly known: number }
  | { readonly code: 'project-invalid'; readonly path: string; readonly reason: string }
  | { readonly code: 'job-failed'; readonly reason: string }
  | { readonly code: 'worker-crashed'; readonly reason: string }
  | { readonly code: 'storage-full'; readonly what: string }
  | { readonly code: 'storage-failed'; readonly reason: string }
  | { readonly code: 'project-not-here' }
  | { readonly code: 'project-elsewhere' }
  | { readonly code: 'project-taken-over'; readonly rows: number }
  | { readonly code: 'project-older'; readonly version: number }
  | { readonly code: 'project-mended'; readonly what: readonly string[] }
  | { readonly code: 'row-damaged'; readonly table: string; readonly id: string; readonly reason: string }
  | { readonly code: 'picture-altered'; readonly sheet: string }
  | { readonly code: 'picture-missing'; readonly sheet: string }
  | { readonly code: 'letter-picture-missing' }
  /** The sources that a style was opened from aren't there. */
  | { readonly code: 'sources-missing'; readonly style: string }
  | { readonly code: 'pictures-vary-not'; readonly letters: number }
  | { readonly code: 'colours-vary-not'; readonly letters: number }
  /** Positions that came with a font that was opened are those of one style in all of a variable font. */
  | { readonly code: 'places-vary-not'; readonly features: readonly string[] }
  | { readonly code: 'no-glyphs' }
  | { readonly code: 'code-point-taken'; readonly codePoint: number; readonly other: string }
  | {
      readonly code: 'glyph-name';
      readonly name: string;
      readonly reason:
        | 'empty'
        | 'too-long'
        | 'sign'
        | 'beginning'
        | 'taken'
        | 'standing'
        | 'other-character'
        | 'a-character'
        | 'no-letters';
    }
  | { readonly code: 'word-lacking'; readonly lacking: readonly string[] }
  | { readonly code: 'advance-negative'; readonly value: number }
  | { readonly code: 'coordinate-out-of-range'; readonly value: number; readonly limit: number }
  | { readonly code: 'contour-tiny'; readonly areaEm: number }
  | { readonly code: 'contour-open' }
  | { readonly code: 'glyph-empty' }
  | { readonly code: 'size-odd'; readonly char: string; readonly times: number }
  | { readonly code: 'character-moved'; readonly char: string; readonly piece: number }
  | { readonly code: 'name-missing' }
  | { readonly code: 'codes-unreadable'; readonly reason: string }
  | { readonly code: 'rules-unreadable'; readonly where: string; readonly reason: string }
  | { readonly code: 'rule-glyph-unknown'; readonly rule: number; readonly glyph: string }
  | { readonly code: 'rule-idle'; readonly rule: string; readonly lacking: readonly string[] }
  | { readonly code: 'kerning-wide'; readonly left: string; readonly right: string; readonly value: number }
  | { readonly code: 'space-missing' }
  | { readonly code: 'licence-missing' }
  | { readonly code: 'font-unreadable'; readonly reason: string }
  | ({ readonly code: 'font-fault' } & FontFault)
  | { readonly code: 'settings-unreadable'; readonly reason: string }
  | { readonly code: 'variable-needs-styles' }
  | { readonly code: 'weight-taken'; readonly name: string }
  | { readonly code: 'name-reserved'; readonly name: string }
  | { readonly code: 'name-of-original'; readonly name: string }
  | {
      readonly code: 'font-opened';
      readonly family: string;
      readonly embedding: 'install' | 'edit' | 'view' | 'never';
      readonly licence: string;
      readonly reserved: readonly string[];
    }
  | { readonly code: 'font-left-out'; readonly what: readonly string[] }
  | { readonly code: 'style-off-axis'; readonly style: string; readonly reason: 'slant' | 'weight' }
  | {
      readonly code: 'glyph-differs';
      readonly reason: 'missing' | 'parts' | 'contours' | 'crosses half way';
      /** The style that lacks it, when one does. */
      readonly style: string | null;
    }
  | { readonly code: 'name-too-long'; readonly length: number; readonly limit: number }
  | { readonly code: 'names-clash'; readonly names: readonly string[] }
  | { readonly code: 'name-not-understood'; readonly name: string }
  | { readonly code: 'icon-unknown'; readonly name: string }
  | {
      readonly code: 'icon-name-shared';
      readonly paths: readonly string[];
      readonly names: readonly string[];
    }
  | { readonly code: 'icons-unchanged'; readonly count: number }
  | { readonly code: 'bill-missing'; readonly characters: string }
  | { readonly code: 'file-not-found' }
  | { readonly code: 'file-unwritable'; readonly reason: string }
  | { readonly code: 'format-unknown'; readonly format: string; readonly known: readonly string[] };

export type Problem = ProblemDetail & { readonly severity: Severity; readonly place: Place };

export type Result<T> =
  | { readonly ok: true; readonly value: T; readonly problems: readonly Problem[] }
  | { readonly ok: false; readonly problems: readonly Problem[] };

/** A success, with any warnings met on the way. */
export function ok<T>(value: T, problems: readonly Problem[] = []): Result<T> {
  return { ok: true, value, problems };
}

/** A failure with one error. */
export function fail<T = never>(detail: ProblemDetail, place: Place = {}): Result<T> {
  return { ok: false, problems: [{ ...detail, severity: 'error', place }] };
}

export function problem(detail: ProblemDetail, severity: Severity, place: Place = {}): Problem {
  return { ...detail, severity, place };
}

/** The same problems with the file named: readers of bytes don't know what their file was called. */
export function inFile(problems: readonly Problem[], file: string): Problem[] {
  return problems.map((p) => ({ ...p, place: { file, ...p.place } }));
}
