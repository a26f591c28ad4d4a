import type { Sentences } from './sentence';
import type { Problem } from '../problem';
import { faultSentence } from './fontFaults';
import { openedSentence } from './openedFont';

const hex = (codePoint: number) => `U+${codePoint.toString(16).toUpperCase().padStart(4, '0')}`;

/** Glyphs, their names and outlines, and fonts made of them. */
export const FONTS: Sentences<
  | 'font-broken'
  | 'fit-needs-letters'
  | 'no-glyphs'
  | 'code-point-taken'
  | 'weight-taken'
  | 'name-reserved'
  | 'name-of-original'
  | 'font-opened'
  | 'font-left-out'
  | 'glyph-name'
  | 'word-lacking'
  | 'advance-negative'
  | 'coordinate-out-of-range'
  | 'contour-tiny'
  | 'contour-open'
  | 'character-moved'
  | 'size-odd'
  | 'glyph-empty'
  | 'name-missing'
  | 'codes-unreadable'
  | 'rules-unreadable'
  | 'rule-glyph-unknown'
  | 'rule-idle'
  | 'kerning-wide'
  | 'space-missing'
  | 'licence-missing'
  | 'font-fault'
  | 'font-unreadable'
  | 'settings-unreadable'
  | 'variable-needs-styles'
  | 'style-off-axis'
  | 'glyph-differs'
  | 'pictures-vary-not'
  | 'colours-vary-not'
  | 'places-vary-not'
  | 'name-too-long'
  | 'names-clash'
  | 'name-not-understood'
  | 'icon-unknown'
  | 'icon-name-shared'
  | 'icons-unchanged'
  | 'bill-missing'
> = {
  'font-broken': () => "the font can't be read. Give an OTF, TTF or WOFF file that other programs accept.",
  'fit-needs-letters': () =>
    'there is no letter or figure to take a rhythm from. Icons keep their margins: set those in Seat. For letters, name them first.',
  'no-glyphs': () => 'no letter has a character yet. Name at least one, then cast again.',
  'name-reserved': (p) =>
    `The licence of the font that this one was made of keeps the name ${p.name} for itself. Give the family another name.`,
  'name-of-original': (p) =>
    `The family is still called ${p.name}, like the font that it was made of. Unless that font is yours, give it another name.`,
  'font-opened': openedSentence,
  'font-left-out': (p) => `What could not be taken along: ${p.what.join('; ')}.`,
  'weight-taken': (p) =>
    `Two styles would be called ${p.name}. Give the weight that is cast along another name.`,
  'code-point-taken': (p) => `${hex(p.codePoint)} is also given to ${p.other}. One of them must give it up.`,
  'glyph-name': (p) => nameSentence(p.name, p.reason),
  'word-lacking': (p) =>
    p.lacking.length === 0
      ? 'nothing of the text has any ink in this font.'
      : `the font has no ${p.lacking.join(' ')}. Draw them, or take them out of the text.`,
  'advance-negative': (p) =>
    `the side bearings pass each other, so the letter would be ${Math.round(p.value)} u wide. Make one of them larger.`,
  'coordinate-out-of-range': (p) =>
    `the outline reaches ${Math.round(p.value)} u; font files hold up to ${p.limit} u. Scale or move it.`,
  'contour-tiny': (p) =>
    `a contour covers only ${p.areaEm.toFixed(0)} square units: probably a speck. Delete it in Dress.`,
  'contour-open': () => 'a contour is open and stays out of the font. Close it in Dress.',
  'character-moved': (p) =>
    `${p.char} was piece ${p.piece} until now, which has no character any more. Name it, or undo.`,
  'size-odd': (p) =>
    p.times > 1
      ? `${p.char} is ${p.times.toFixed(1)} times as tall as it usually is beside these capitals. Scale it in Seat, unless it is meant.`
      : `${p.char} is only ${Math.round(100 * p.times)} % as tall as it usually is beside these capitals. Scale it in Seat, unless it is meant.`,
  'glyph-empty': () => 'there is no outline, so it stays out of the font. Draw one, or remove the glyph.',
  'name-missing': () => 'the field is empty. Type a name.',
  'codes-unreadable': (p) =>
    `the codes of the icons can't be read: ${p.reason}. Mend the file, or take it away to have codes given anew.`,
  'rules-unreadable': (p) =>
    `the rules can't be read${p.where === '' ? '' : ` at ${p.where}`}: ${p.reason}. docs/guide/features.md shows the form.`,
  'rule-glyph-unknown': (p) =>
    `rule ${p.rule} names the glyph “${p.glyph}”, which isn't there. Draw it, or take it out of the rule.`,
  'rule-idle': (p) =>
    p.lacking.length === 0
      ? `nothing comes of the rule “${p.rule}”. Draw further drawings for it, or switch it off.`
      : `nothing comes of the rule “${p.rule}” while there is no ink in ${p.lacking.join(', ')}. Draw it, or switch the rule off.`,
  'kerning-wide': (p) =>
    `${p.left} and ${p.right} are kerned by ${Math.round(p.value)} u, more than a whole em. Set it anew in Fit.`,
  'space-missing': () => 'there is no space between words. Add the character U+0020 in Name.',
  'settings-unreadable': (p) =>
    `the settings can't be read: ${p.reason}. “orthoglyph build --schema” shows their form.`,
  'font-unreadable': (p) => `the font can't be read: ${p.reason}.`,
  'font-fault': faultSentence,
  'licence-missing': () =>
    'nothing says what people may do with the font, so the bundle has no licence. Write one in Cast.',
  'variable-needs-styles': () =>
    'a variable font needs two styles of different weight. Add one, or leave the variable font out.',
  'style-off-axis': (p) =>
    p.reason === 'slant'
      ? `the style ${p.style} leans otherwise than the default and is not in the variable font. It is a font of its own.`
      : `another style has the weight of ${p.style}, which is not in the variable font. Give it another weight, or keep it as a font of its own.`,
  'glyph-differs': (p) =>
    `${differsBy(p.reason, p.style)}, so it looks the same at every weight of the variable font.`,
  'places-vary-not': ({ features }) =>
    `The positions of ${features.join(', ')}, which came with the font that was opened, are those of the style in hand in all of the variable font.`,
  'colours-vary-not': (p) =>
    `the variable font shows ${p.letters === 1 ? 'a letter' : `${p.letters} letters`} in one colour that other formats show in several: styles of their own keep their colours.`,
  'pictures-vary-not': (p) =>
    `the variable font shows ${p.letters === 1 ? 'a letter' : `${p.letters} letters`} as outlines that other formats show as pictures: a picture has one weight.`,
  'name-too-long': (p) => `the name is ${p.length} characters long; ${p.limit} fit. Shorten it.`,
  'names-clash': (p) => `these names stand for the same glyph: ${p.names.join(', ')}. Rename or remove one.`,
  'name-not-understood': (p) =>
    `no character is known by the name "${p.name}". Name it like A, uni00DF or period.`,
  'icon-unknown': (p) => `no icon is called "${p.name}". Check the first column of the table.`,
  'icon-name-shared': (p) =>
    `${p.paths.join(' and ')} have one name, so they are called ${p.names.join(' and ')}.`,
  'icons-unchanged': (p) =>
    p.count === 1 ? 'the icon is as it was before.' : `all ${p.count} icons are as they were before.`,
  'bill-missing': (p) => `these characters have no glyph yet: ${p.characters}`,
};

/** Why drawings of a letter in several styles don't go together. */
function differsBy(
  reason: Extract<Problem, { code: 'glyph-differs' }>['reason'],
  style: string | null,
): string {
  switch (reason) {
    case 'missing':
      return `the letter isn't drawn in ${style ?? 'another style'}`;
    case 'parts':
      return 'the letter is made of other parts in another style';
    case 'contours':
      return 'the letter has more contours in one style than in another';
    case 'crosses half way':
      return 'the outline would cross itself half way between two styles; begin its contours at the same points in both';
  }
}

/** Why a glyph can't be called so, and what to do. */
function nameSentence(name: string, reason: Extract<Problem, { code: 'glyph-name' }>['reason']): string {
  switch (reason) {
    case 'empty':
      return 'a glyph needs a name.';
    case 'too-long':
      return `the name has ${name.length} characters; font files hold up to 63.`;
    case 'sign':
      return 'a glyph name has letters A to Z, digits, periods and underscores only.';
    case 'beginning':
      return 'a glyph name begins with a letter or an underscore.';
    case 'taken':
      return `another glyph is called ${name}. Choose another name.`;
    case 'standing':
      return 'the sign for a missing character is called .notdef in every font.';
    case 'other-character':
      return `${name} means another character than this glyph stands for. Give it that character instead.`;
    case 'a-character':
      return `${name} means a character. Give the drawing that character, or call it another drawing of it: ${name}.alt1.`;
    case 'no-letters':
      return `a drawing of a sheet is called by what it shows: f_i for letters joined, a.ss01 for another drawing.`;
  }
}
