import type { CastingRow, UsualLicence } from '../../../project/document/schema';

/** What fonts say of a licence that many have. */
interface Licence {
  readonly name: string;
  /** What font files say of it (OpenType, name ID 13). */
  readonly said: string;
  /** Where its text stands (name ID 14). */
  readonly url: string;
}

/** The usual licences by their SPDX identifiers. Addresses: those that the licences give of themselves. */
const LICENCES: Readonly<Record<UsualLicence, Licence>> = {
  'OFL-1.1': {
    name: 'SIL Open Font License 1.1',
    said: 'This Font Software is licensed under the SIL Open Font License, Version 1.1. This license is available with a FAQ at: https://openfontlicense.org',
    url: 'https://openfontlicense.org',
  },
  'CC0-1.0': {
    name: 'CC0 1.0 Universal',
    said: 'To the extent possible under law, the author has waived all copyright and related rights to this font (CC0 1.0 Universal).',
    url: 'https://creativecommons.org/publicdomain/zero/1.0/',
  },
  'CC-BY-4.0': {
    name: 'Creative Commons Attribution 4.0',
    said: 'This font is licensed under the Creative Commons Attribution 4.0 International License.',
    url: 'https://creativecommons.org/licenses/by/4.0/',
  },
};

/** What a casting says when it is under a usual licence; null = words of one’s own, which stay as they are. */
export const licenceWords = (id: UsualLicence | null): Partial<CastingRow> => {
  const licence = id && LICENCES[id];
  return licence ? { licenceId: id, licence: licence.said, licenceUrl: licence.url } : { licenceId: null };
};

/** Names of the usual licences, to choose from. */
export const LICENCE_NAMES: readonly (readonly [UsualLicence, string])[] = [
  ['OFL-1.1', LICENCES['OFL-1.1'].name],
  ['CC0-1.0', LICENCES['CC0-1.0'].name],
  ['CC-BY-4.0', LICENCES['CC-BY-4.0'].name],
];
