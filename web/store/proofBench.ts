import { create } from 'zustand';
import { FIRST_PROOF, FIRST_SIZE_PX } from '../../core/project/document/commands/proof/texts';
import type { FontSource } from './otherFonts';
import type { Rgb } from '../../core/foundations/geometry/paint';

/** What the proof's page lies on. */
export type Ground = 'paper' | 'dark' | 'colours' | 'picture';

/** What a page is looked at beside: another font, or the sheet that letters were drawn on. */
export type SecondLook = { readonly name: string } & (
  { readonly font: FontSource } | { readonly sheetId: string }
);

interface ProofBench {
  /** Which page is shown. */
  readonly kind: string;
  /** Which of one's own pages. */
  readonly ownId: string;
  /** Size of type on the first of one's own pages, CSS px; further ones keep their own. */
  readonly firstSize: number;
  /** Whether words are typed on the page; else a press takes a letter in hand. */
  readonly typing: boolean;
  readonly ground: Ground;
  readonly paper: Rgb;
  readonly ink: Rgb;
  /** An object URL of one's own picture behind the words. */
  readonly picture: string | null;
  /** How much larger than it is the page is shown. */
  readonly closer: number;
  /** How far the page is scrolled, px. */
  readonly scroll: { readonly left: number; readonly top: number };
  /** What lies beside the page or over it, letter on letter; null = nothing. */
  readonly second: SecondLook | null;
  readonly laid: 'beside' | 'over';
  /** Letters or a pair that words are looked up by; null = the letter in hand. */
  readonly letters: string | null;
  /** Whether one went from a proof to a letter, so that Escape leads back. */
  readonly cameFrom: boolean;
}

const FIRST: ProofBench = {
  kind: 'book',
  ownId: FIRST_PROOF,
  firstSize: FIRST_SIZE_PX,
  typing: false,
  ground: 'paper',
  paper: [214, 138, 62],
  ink: [36, 62, 74],
  picture: null,
  closer: 1,
  scroll: { left: 0, top: 0 },
  second: null,
  laid: 'beside',
  letters: null,
  cameFrom: false,
};

/** What is looked at on the proof; it stays as it was while one is at other benches. */
export const useProofBench = create<ProofBench>(() => FIRST);

export const proofBench = {
  show: (kind: string) => useProofBench.setState({ kind, scroll: { left: 0, top: 0 } }),
  set: (change: Partial<ProofBench>) => useProofBench.setState(change),
  /** One's own picture for behind the words; the one before is let go. */
  takePicture(file: Blob): void {
    const { picture } = useProofBench.getState();
    if (picture) URL.revokeObjectURL(picture);
    useProofBench.setState({ picture: URL.createObjectURL(file), ground: 'picture' });
  },
  /** As for a project that was just opened. */
  reset(): void {
    const { picture } = useProofBench.getState();
    if (picture) URL.revokeObjectURL(picture);
    useProofBench.setState(FIRST);
  },
};
