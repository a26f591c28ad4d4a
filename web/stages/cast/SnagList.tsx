import { Box, Flex, Text } from '@chakra-ui/react';
import { useVirtualizer } from '@tanstack/react-virtual';
import { TriangleAlert } from 'lucide-react';
import { memo, useMemo, useRef } from 'react';
import { mendOf, mendProblem, mendSafely } from '../../../core/fonts/check/mendProblem';
import { edit } from '../../../core/project/document/inStep/edit';
import { projectOf } from '../../../core/project/document/newProject';
import { inStyle } from '../../../core/project/document/queries/styles';
import type { Doc, GlyphRow } from '../../../core/project/document/schema';
import { glyphNamed } from '../../../core/project/document/identity';
import { describeProblem } from '../../../core/foundations/problems/describe';
import type { Problem } from '../../../core/foundations/problems/problem';
import { useWay } from '../../panels/way';
import { useDoc, useProject, useWhole } from '../../store/projectStore';
import { GlyphDrawing } from '../../ui/GlyphDrawing';
import { stageOfProblem } from '../../text/stageOfProblem';
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

/** The letter as it is and as it would be; nothing where a mend doesn't change what it looks like. */
function BeforeAndAfter({ problem: p, glyph }: { readonly problem: Problem; readonly glyph: GlyphRow }) {
  const family = useWhole();
  const after = useMemo(() => {
    const diff = mendProblem(family, p);
    return diff ? (edit(family, diff).doc.glyphs[glyph.id] ?? null) : null;
  }, [family, p, glyph]);
  if (!after || after.contours === glyph.contours) return null;
  return (
    <Flex align="center" gap="1" flexShrink={0} role="img" aria-label={`${glyph.name} now and mended`}>
      <GlyphDrawing glyph={glyph} size={34} />
      <Text color="faded">→</Text>
      <GlyphDrawing glyph={after} size={34} />
    </Flex>
  );
}

function Snag({ problem: p }: { problem: Problem }) {
  const doc = useStyleNamed(p.place.style);
  const { goTo: go } = useWay();
  const commit = useProject((s) => s.commit);
  const glyph = p.place.glyph === undefined ? undefined : glyphNamed(doc, p.place.glyph);
  const mend = mendOf(p);
  const stage = stageOfProblem(p);
  return (
    <Flex gap="3" py="2" borderBottomWidth="1px" borderColor="rule" align="flex-start">
      <Box color={p.severity === 'note' ? 'faded' : 'snag'} pt="1">
        <TriangleAlert size={14} aria-hidden />
      </Box>
      <Text fontSize="sm" flex="1" minW="0" overflowWrap="anywhere">
        <b>{SEVERITY[p.severity]}.</b> {describeProblem(p)}
      </Text>
      {mend && glyph && <BeforeAndAfter problem={p} glyph={glyph} />}
      {mend && (
        <InkButton
          tip="One step, which can be undone"
          onClick={() => commit(mendProblem(useProject.getState().whole ?? doc, p))}
        >
          {mend.label}
        </InkButton>
      )}
      {stage !== 'cast' && (
        <InkButton
          tip={`Go to ${glyph?.name ?? 'where it is mended'}`}
          onClick={() => {
            useProject.getState().takeStyle(projectOf(doc).styleId);
            go(stage, glyph?.id);
          }}
        >
          Show
        </InkButton>
      )}
    </Flex>
  );
}

/** All mends at once that nobody could want otherwise. */
export function MendSafely({ list }: { list: readonly Problem[] }) {
  const commit = useProject((s) => s.commit);
  const family = useWhole();
  const count = useMemo(() => list.filter((p) => mendOf(p)?.safe).length, [list]);
  if (count < 2) return null;
  return (
    <Box mt="2">
      <InkButton
        tip="Specks go, open contours close: what nobody could want otherwise, as one step"
        onClick={() => commit(mendSafely(family, list))}
      >
        Mend {count} at once
      </InkButton>
    </Box>
  );
}
