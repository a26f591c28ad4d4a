/** Texts to space by: the letter in hand between those that set the rhythm, in words, in a pangram of our own. */

/** Uses every letter: tides, grain, eels and weather. */
export const PANGRAM =
  'Jovial quick eels swam by the mill; an extra warm fog hid grain zones, people and jetty quay walls.';

const SMALL_WORDS = (c: string) =>
  `${c}and ${c}eel mi${c}l ta${c}e gr${c}in ${c}ide lo${c}${c} sto${c}e wa${c}er hea${c}`;
const CAPITAL_WORDS = (c: string) => `${c}ill ${c}EEL ${c}ide TA${c}E ${c}arn MI${c}L ${c}ay`;

/** The letter between straight and round ones of its own kind. */
export function betweenText(char: string): string {
  if (/\p{Lu}/u.test(char)) return `HH${char}HH${char}OO${char}OO HO${char}OH n${char}n o${char}o`;
  if (/\p{Nd}/u.test(char)) return `00${char}00${char}11${char}11 10${char}01 n${char}n`;
  if (/\p{Ll}/u.test(char)) return `nn${char}nn${char}oo${char}oo no${char}on H${char}n O${char}o`;
  return `nn${char}nn oo${char}oo HH${char}HH OO${char}OO n${char} ${char}o`;
}

export const wordsText = (char: string): string =>
  /\p{Lu}/u.test(char) ? CAPITAL_WORDS(char) : SMALL_WORDS(char);

/** A pair among straight and round letters of its kinds. */
export function pairText(left: string, right: string): string {
  const [a, b] = [left, right].map((c) => (/\p{Lu}/u.test(c) ? 'HO' : /\p{Nd}/u.test(c) ? '10' : 'no'));
  return `${a![0]}${left}${right}${b![0]} ${a![1]}${left}${right}${b![1]} ${left}${right}${left}${right}`;
}
