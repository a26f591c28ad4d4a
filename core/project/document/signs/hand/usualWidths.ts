/**
 * How wide letters and figures are beside the middle one of their kind (small letters, capitals, figures): medians over eleven open fonts of
 * print and hand (the packages of @fontsource that the benches read), measured once.
 */
const KINDS: readonly string[] = [
  'a1.02 b1.03 c.92 d1.04 e.98 f.85 g.98 h1 i.32 j.61 k1 l.37 m1.64 n1.02 o1.02 p1.04 q1.05 r.85 s.92 t.81 u.96 v1.03 w1.57 x1 y1.09 z.92',
  'A1.07 B.93 C1.06 D1.02 E.85 F.81 G1.07 H1 I.42 J.77 K.99 L.85 M1.31 N1 O1.08 P.88 Q1.14 R1 S.91 T.97 U.98 V1.06 W1.52 X1.06 Y1.04 Z.98',
  '01.04 1.56 21 3.99 41.1 5.98 61 7.96 81 91',
];

const kinds = KINDS.map(
  (kind) => new Map(kind.split(' ').map((entry) => [entry.slice(0, 1), Number(entry.slice(1))])),
);
/** Letters whose width depends on whether they have feet and hooks say nothing of others. */
const UNSURE = new Set('ijlfI1');
/** Fewer letters of a kind than these say nothing. */
const LEAST = 4;

/**
 * How wide a letter's ink would be in a hand, by the drawn letters of its kind; null where they don't say. `widthOf`: width of a drawn
 * letter's ink, null for one that isn't drawn.
 */
export function expectedWidth(char: string, widthOf: (char: string) => number | null): number | null {
  const kind = kinds.find((k) => k.has(char));
  const own = kind?.get(char);
  if (!kind || own === undefined) return null;
  const shares = [...kind]
    .flatMap(([c, usual]) => {
      const width = c === char || UNSURE.has(c) ? null : widthOf(c);
      return width === null ? [] : [width / usual];
    })
    .sort((a, b) => a - b);
  const middle = shares[shares.length >> 1];
  return shares.length < LEAST || middle === undefined ? null : own * middle;
}
