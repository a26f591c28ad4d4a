import type { ComponentType } from 'react';
import {
  BookPage,
  LabelPage,
  LetterPage,
  MemoPage,
  PhonePage,
  PoemPage,
  PosterPage,
  SignPage,
  WebPage,
} from './pages/inUse';
import {
  AllPage,
  FiguresPage,
  LanguagesPage,
  PangramsPage,
  SizesPage,
  StringsPage,
  WordsPage,
} from './pages/closely';
import { SmallPage } from './pages/SmallPage';
import { LettersSpecimen, PanelsSpecimen, SheetSpecimen } from './pages/specimens';
import { OwnPage } from './OwnPage';

export interface ProofKind {
  readonly kind: string;
  readonly name: string;
  readonly page: ComponentType;
}

const of = (kind: string, name: string, page: ComponentType): ProofKind => ({ kind, name, page });

/** Pages of the proof, by what they are for. */
export const PROOF_GROUPS: readonly (readonly [name: string, kinds: readonly ProofKind[]])[] = [
  [
    'In use',
    [
      of('own', 'Own text', OwnPage),
      of('book', 'Book page', BookPage),
      of('letter', 'Letter', LetterPage),
      of('poem', 'Poem', PoemPage),
      of('memo', 'Memo', MemoPage),
      of('label', 'Label', LabelPage),
      of('sign', 'Shop sign', SignPage),
      of('poster', 'Poster', PosterPage),
      of('web', 'Web page', WebPage),
      of('phone', 'Phone screen', PhonePage),
    ],
  ],
  [
    'Looked at closely',
    [
      of('sizes', 'Falling sizes', SizesPage),
      of('small', 'Small sizes on screens', SmallPage),
      of('pangrams', 'Every letter in sentences', PangramsPage),
      of('all', 'All glyphs', AllPage),
      of('words', 'Words with a letter or pair', WordsPage),
      of('strings', 'Letters in rhythm', StringsPage),
      of('languages', 'Languages', LanguagesPage),
      of('figures', 'Figures in tables', FiguresPage),
    ],
  ],
  [
    'To publish',
    [
      of('sheet', 'Specimen: sheet', SheetSpecimen),
      of('letters', 'Specimen: letters', LettersSpecimen),
      of('panels', 'Specimen: panels', PanelsSpecimen),
    ],
  ],
];

const ALL = PROOF_GROUPS.flatMap(([, kinds]) => kinds);

/** A page by its kind; the first there is for one that isn’t known. */
export const proofOf = (kind: string): ProofKind =>
  ALL.find((p) => p.kind === kind) ?? of('own', 'Own text', OwnPage);
