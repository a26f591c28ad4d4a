import { memo } from 'react';
import type { GlyphRow } from '../../../core/project/document/schema';
import { GlyphDrawing } from '../../ui/GlyphDrawing';

interface Props {
  /** Where the field stands among all of them: the ledger asks by it what is meant. */
  readonly at: number;
  readonly char: string | null;
  /** What the field stands for: a character, or the name of a drawing without one. */
  readonly label: string;
  readonly name: string;
  readonly glyph: GlyphRow | null;
  readonly chosen: boolean;
}

/** How a glyph came about, where that matters: a mark in the corner and words for it. */
function markOf(glyph: GlyphRow | null): [sign: string, text: string] | null {
  if (!glyph) return null;
  if (glyph.draft) return ['draft', 'a draft'];
  if (glyph.components.length > 0) return ['made', 'composed'];
  if (glyph.codePoints.length > 1) return [`×${glyph.codePoints.length}`, 'for several characters'];
  return null;
}

/** Looks of the fields, given once by the ledger: there may be thousands. */
export const CELL_CSS = {
  '& [data-field]': {
    position: 'relative',
    display: 'block',
    width: '58px',
    height: '74px',
    border: '1px dashed {colors.rule}',
    cursor: 'pointer',
    touchAction: 'manipulation',
    color: 'faded',
  },
  '& [data-field][data-drawn]': { borderStyle: 'solid', background: 'sheet', color: 'ink' },
  '& [data-field][aria-pressed=true], &[data-dragging] [data-field][data-char]:hover': {
    borderColor: 'hand',
    background: 'handSoft',
  },
  '& [data-field] .label': {
    display: 'block',
    paddingX: '6px',
    fontSize: '10px',
    lineHeight: '16px',
    textAlign: 'left',
    color: 'faded',
    overflow: 'hidden',
    textOverflow: 'ellipsis',
    whiteSpace: 'nowrap',
  },
  '& [data-field] .drawing': {
    display: 'flex',
    height: '54px',
    alignItems: 'center',
    justifyContent: 'center',
    fontSize: '12px',
  },
  '& [data-field] .mark': {
    position: 'absolute',
    top: '2px',
    right: '4px',
    fontSize: '9px',
    lineHeight: '12px',
    color: 'faded',
  },
  '& [data-field] .mark[data-draft]': { color: 'snag' },
};

/** One field of the ledger. Pieces can be dropped on it; an empty one can be dragged onto a piece, a drawn one onto a field. */
export const LedgerCell = memo(function LedgerCell({ at, char, label, name, glyph, chosen }: Props) {
  const mark = markOf(glyph);
  // What a font that was opened puts together of other glyphs has no drawing of its own.
  const isBlank = glyph?.contours.length === 0;
  const inside = glyph ? isBlank ? 'of others' : <GlyphDrawing glyph={glyph} size={52} /> : 'empty';
  return (
    <button
      type="button"
      tabIndex={-1}
      data-field={at}
      data-drawn={glyph ? '' : undefined}
      data-char={char ?? undefined}
      aria-pressed={chosen}
      aria-label={glyph ? `${label}, ${name}${mark ? `, ${mark[1]}` : ''}` : `${label}, ${name}, missing`}
      title={glyph ? `${label} ${name}` : `${label} ${name}: no glyph yet`}
    >
      <span className="label">{label}</span>
      <span className="drawing">{inside}</span>
      {mark && (
        <span className="mark" data-draft={glyph?.draft ? '' : undefined}>
          {mark[0]}
        </span>
      )}
    </button>
  );
});
