export type ProofKind = 'own' | 'page' | 'pangrams' | 'waterfall' | 'reversed';

interface Proof {
  readonly name: string;
  readonly tip: string;
  readonly texts: readonly string[];
}

const PAGE = [
  'The tide book',
  'Monday. Wind from the west, a thin rain till noon. High water at 7, the gates shut behind it; wheel in hand by half past 9. Ground 14 sacks of barley and 3 of oats for Skerry Lane.',
  'The eels are running. Two in the race, one in the pantry; the cat says nothing. "Leave the sluice a hand open," said old Quill, "and the mill will feed you twice."',
  'Low water at 1. Swept the stones, oiled the pit wheel, mended the lane gate again. Will it hold? It held last winter (just).',
];

/** Texts of the proofs: tides, grain, eels and weather, all made up. */
export const PROOFS: Record<ProofKind, Proof> = {
  own: { name: 'Own text', tip: 'A page to type on', texts: [] },
  page: { name: 'Page', tip: 'A page from the tide book', texts: PAGE },
  pangrams: {
    name: 'Pangrams',
    tip: 'Sentences with every letter',
    texts: [
      'Jovial eels quiz the black fog by a windmill; six put back.',
      'QUICK BROWN EELS VEX JUMPY FOWL AT THE TIDE MILL GATE; ZONK!',
      'Foxy millers just quit grinding vast wet heaps of zinc-black barley.',
      '0123456789 (7 sacks, 12 oats) & more: "high" or low?',
    ],
  },
  waterfall: {
    name: 'Sizes',
    tip: 'One line in falling sizes',
    texts: ['High water at seven, low at one; barley on the stones'],
  },
  reversed: { name: 'Reversed', tip: 'Light on dark', texts: PAGE },
};
