/** Languages that names of a font can be given in besides English, by BCP 47. */
export const NAME_LANGUAGES = [
  'ar', 'bg', 'ca', 'cs', 'da', 'de', 'el', 'es', 'et', 'eu', 'fi', 'fr', 'ga', 'gl', 'he', 'hi', 'hr', 'hu', 'is', 'it',
  'ja', 'ko', 'lt', 'lv', 'nb', 'nl', 'pl', 'pt', 'pt-BR', 'ro', 'ru', 'sk', 'sl', 'sq', 'sr', 'sv', 'th', 'tr', 'uk', 'vi',
  'zh-Hans', 'zh-Hant',
] as const; // prettier-ignore
export type NameLanguage = (typeof NAME_LANGUAGES)[number];
