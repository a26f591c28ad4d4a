import { Text } from '@chakra-ui/react';
import { changeCasting } from '../../../core/project/document/commands/font/casting';
import { LICENCE_NAMES, licenceWords } from '../../../core/fonts/compile/licences/licenceNames';
import type { CastingRow, UsualLicence } from '../../../core/project/document/schema';
import { useDoc, useProject } from '../../store/projectStore';
import { GaugePart } from '../../ui/Gauge';
import { SelectField } from '../../ui/SelectField';

const OWN = 'own';

/** One of the usual licences, whose whole text goes into bundles, or words of one's own. */
export function LicenceChoice({ casting }: { readonly casting: CastingRow }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const choose = (id: UsualLicence | typeof OWN) =>
    commit(changeCasting(doc, licenceWords(id === OWN ? null : id)));
  return (
    <>
      <GaugePart title="Licence" />
      <SelectField
        label="People get the font under"
        value={casting.licenceId ?? OWN}
        options={[[OWN, 'words of your own'], ...LICENCE_NAMES]}
        onChange={choose}
      />
      <Text fontSize="xs" color="faded">
        {casting.licenceId
          ? 'Its words stand above; its whole text goes along in the bundle.'
          : 'What stands above is all that is said of it.'}
      </Text>
    </>
  );
}
