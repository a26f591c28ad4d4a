import openFont from 'spdx-license-list/licenses/OFL-1.1.json' with { type: 'json' };
import attribution from 'spdx-license-list/licenses/CC-BY-4.0.json' with { type: 'json' };
import noRights from 'spdx-license-list/licenses/CC0-1.0.json' with { type: 'json' };
import type { CastingRow, UsualLicence } from '../../../project/document/schema';

/** Whole texts of the usual licences, by the SPDX License List. */
const TEXTS: Readonly<Record<UsualLicence, string>> = {
  'OFL-1.1': openFont.licenseText,
  'CC0-1.0': noRights.licenseText,
  'CC-BY-4.0': attribution.licenseText,
};

/** The whole text of a casting’s licence for a file of its own, with who has the rights; null when nothing is said. */
export function licenceText({
  family,
  copyright,
  licence,
  licenceUrl,
  licenceId,
}: CastingRow): string | null {
  if (licence === '') return null;
  const text = licenceId && TEXTS[licenceId];
  const parts = [
    family,
    copyright,
    '',
    licence,
    licenceUrl === '' || licence.includes(licenceUrl) ? '' : licenceUrl,
  ];
  const head = parts.filter((line, i) => line !== '' || i === 2).join('\n');
  return text ? `${head}\n\n${'-'.repeat(60)}\n\n${text.trim()}\n` : `${head}\n`;
}
