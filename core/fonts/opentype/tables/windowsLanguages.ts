import type { NameLanguage } from '../../../type/names/nameLanguages';

/** English, United States: what names are in first. */
export const ENGLISH = 0x0409;

/** Ids of languages in records of the Windows platform: OpenType 1.9.1, 'name', "Windows language IDs" (held against fontTools' table). */
export const WINDOWS_LANGUAGES: Readonly<Record<NameLanguage, number>> = {
  ar: 0x0401, bg: 0x0402, ca: 0x0403, cs: 0x0405, da: 0x0406, de: 0x0407, el: 0x0408, es: 0x0c0a, et: 0x0425, eu: 0x042d,
  fi: 0x040b, fr: 0x040c, ga: 0x083c, gl: 0x0456, he: 0x040d, hi: 0x0439, hr: 0x041a, hu: 0x040e, is: 0x040f, it: 0x0410,
  ja: 0x0411, ko: 0x0412, lt: 0x0427, lv: 0x0426, nb: 0x0414, nl: 0x0413, pl: 0x0415, pt: 0x0816, 'pt-BR': 0x0416,
  ro: 0x0418, ru: 0x0419, sk: 0x041b, sl: 0x0424, sq: 0x041c, sr: 0x0c1a, sv: 0x041d, th: 0x041e, tr: 0x041f, uk: 0x0422,
  vi: 0x042a, 'zh-Hans': 0x0804, 'zh-Hant': 0x0404,
}; // prettier-ignore
