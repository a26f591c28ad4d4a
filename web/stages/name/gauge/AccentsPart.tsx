import { counted } from '../../../../core/foundations/problems/counted';
import { Flex, Text } from '@chakra-ui/react';
import { composeAccents, WESTERN_ACCENTS } from '../../../../core/project/document/commands/glyphs/composing';
import { lackingMarks, composable } from '../../../../core/project/document/queries/accents';
import { startGlyph } from '../../../../core/project/document/commands/glyphs/renaming';
import { projectOf } from '../../../../core/project/document/newProject';
import { glyphNameOf } from '../../../../core/type/names/glyphNames';
import { useWay } from '../../../panels/way';
import { useDoc, useProject } from '../../../store/projectStore';
import { GaugePart } from '../../../ui/Gauge';
import { InkButton } from '../../../ui/InkButton';

/** Letters with accents made of what is drawn, all in one go; marks that are still to be drawn lead to where that is done. */
export function AccentsPart() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { goTo: go } = useWay();
  const list = [...new Set(projectOf(doc).bill + WESTERN_ACCENTS)].join('');
  const ready = composable(doc, list);
  const lacking = lackingMarks(doc, list);
  const draw = (mark: number) => {
    commit(startGlyph(doc, String.fromCodePoint(mark)));
    go('dress', glyphNameOf(mark));
  };
  return (
    <>
      <GaugePart title="Accented letters" />
      <Text fontSize="sm">
        {ready.length > 0
          ? `From what is drawn: ${ready.join(' ')}`
          : lacking.length > 0
            ? 'Draw a mark, and all its letters are composed in one go.'
            : 'All that can be composed is there.'}
      </Text>
      <InkButton
        tip="Make all of them of their letters and marks; they follow when either changes, those drawn by hand stay"
        disabled={ready.length === 0}
        onClick={() => commit(composeAccents(doc, list))}
      >
        Compose {counted(ready.length, 'letter')}
      </InkButton>
      {lacking.length > 0 && (
        <Flex gap="1.5" wrap="wrap" align="center">
          <Text fontSize="xs" color="faded">
            Still to draw:
          </Text>
          {lacking.map((mark) => (
            <InkButton
              key={mark}
              tip={`Draw ${glyphNameOf(mark)} in Dress`}
              px="2"
              onClick={() => draw(mark)}
            >
              {`\u25cc${String.fromCodePoint(mark)}`}
            </InkButton>
          ))}
        </Flex>
      )}
    </>
  );
}
