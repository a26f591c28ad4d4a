import { takeFitted } from '../document/commands/spacing/fitted';
import { lettersToFit, fitSettingsOf } from '../document/queries/spacing';
import type { ProjectDiff } from '../document/changes/diff';
import { projectOf } from '../document/newProject';
import type { Doc } from '../document/schema';
import { fitFont } from '../../type/fit/fitFont';
import { profilesOf } from '../../type/fit/lettersToFit';

/** White and kerning of all letters that nobody spaced, as the fit has them by the style's settings; null where too few are drawn. */
export function fitted(doc: Doc): ProjectDiff | null {
  const known = profilesOf(lettersToFit(doc), projectOf(doc).unitsPerEm);
  const { joins, tabular, kernFrom } = fitSettingsOf(doc);
  const fit = fitFont(
    known.map((l) => l.profile),
    {
      joined: joins === 'found' ? undefined : joins === 'joined',
      tabular: tabular === 'found' ? undefined : tabular === 'on',
      kernFrom,
    },
  );
  const letters = fit?.letters.map((l, i) => ({ ...l, glyphId: known[i]!.glyphId }));
  return fit && letters ? takeFitted(doc, { ...fit, letters }) : null;
}
