import { Box, Flex, Text } from '@chakra-ui/react';
import { useVirtualizer } from '@tanstack/react-virtual';
import { TriangleAlert } from 'lucide-react';
import { memo, useRef } from 'react';
import { acceptUnread } from '../../../core/project/document/commands/pieces/named';
import { projectOf } from '../../../core/project/document/newProject';
import { inStyle } from '../../../core/project/document/queries/styles';
import type { Doc } from '../../../core/project/document/schema';
import { glyphNamed } from '../../../core/project/document/identity';
import { describeProblem } from '../../../core/foundations/problems/describe';
import type { Problem } from '../../../core/foundations/problems/problem';
import { useWay } from '../../panels/way';
import { useDoc, useProject, useWhole } from '../../store/projectStore';
import { InkButton } from '../../ui/InkButton';

const SEVERITY = { error: 'Error', warning: 'Warning', note: 'Note' } as const;

/** Height of a snag told in one line, px; those with more lines are measured once they are in sight. */
const LINE_HEIGHT = 42;

/** What stands in the way of casting, worst first: all of it, and only what is in sight is drawn. */
export const SnagList = memo(function SnagList({ list }: { list: readonly Problem[] }) {
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: list.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => LINE_HEIGHT,
    overscan: 10,
  });
  return (
    <Box ref={scroller} maxH="56vh" overflowY="auto" data-testid="snags" aria-label="Snags" role="list">
      <div style={{ height: virtual.getTotalSize(), position: 'relative' }}>
        {virtual.getVirtualItems().map(({ index, start }) => (
          <div
            key={index}
            data-index={index}
            ref={virtual.measureElement}
            role="listitem"
            aria-setsize={list.length}
            aria-posinset={index + 1}
            style={{ position: 'absolute', insetInline: 0, top: 0, transform: `translateY(${start}px)` }}
          >
            <Snag problem={list[index]!} />
          </div>
        ))}
      </div>
    </Box>
  );
});

/** The project as a style of that name shows it; as the style in hand does when nothing is said. */
function useStyleNamed(name: string | undefined): Doc {
  const [doc, family] = [useDoc(), useWhole()];
  const style = Object.values(family.styles).find((s) => s.name === name);
  return style ? inStyle(family, style.id) : doc;
}

function Snag({ problem: p }: { problem: Problem }) {
  const doc = useStyleNamed(p.place.style);
  const { goTo: go } = useWay();
  const commit = useProject((s) => s.commit);
  const pieceId = p.place.glyph && glyphNamed(doc, p.place.glyph)?.source?.pieceId;
  return (
    <Flex gap="3" py="2" borderBottomWidth="1px" borderColor="rule" align="flex-start">
      <Box color={p.severity === 'note' ? 'faded' : 'snag'} pt="1">
        <TriangleAlert size={14} aria-hidden />
      </Box>
      <Text fontSize="sm" flex="1" minW="0" overflowWrap="anywhere">
        <b>{SEVERITY[p.severity]}.</b> {describeProblem(p)}
      </Text>
      {p.code === 'svg-partly' && pieceId && (
        <InkButton
          tip="The drawing is right without it: tell it no more"
          onClick={() => commit(acceptUnread(doc, pieceId))}
        >
          It is right as it is
        </InkButton>
      )}
      {p.place.glyph && glyphNamed(doc, p.place.glyph) && (
        <InkButton
          tip={`Go to ${p.place.glyph}`}
          onClick={() => {
            useProject.getState().takeStyle(projectOf(doc).styleId);
            go('dress', p.place.glyph);
          }}
        >
          Show
        </InkButton>
      )}
    </Flex>
  );
}
