import { Flex, Text } from '@chakra-ui/react';
import { useCallback } from 'react';
import { counted } from '../../../../core/foundations/problems/counted';
import { evenSizes } from '../../../../core/project/document/commands/icons/evenness';
import { iconsOf } from '../../../../core/project/document/queries/glyphs';
import { findingOddIcons, type IconOddity } from '../../../../core/type/seat/iconMeasures';
import { useWay } from '../../../panels/way';
import { evenStrokes, mayThicken } from '../../../store/evening';
import { useDoc, useProject } from '../../../store/projectStore';
import { useSteps } from '../../../store/useSteps';
import { GaugePart } from '../../../ui/Gauge';
import { GlyphDrawing } from '../../../ui/GlyphDrawing';
import { InkButton } from '../../../ui/InkButton';

/** Icons are scaled together with others by no more than this factor. */
const MOST_AT_ONCE = 1.3;
/** Odd icons that are listed; of more only the number is told. */
const LISTED = 12;

const WORDS = {
  size: ['larger', 'smaller'],
  thickness: ['heavier', 'lighter'],
} as const;

/** How an icon differs, as one would say it. */
const oddText = ({ what, by }: IconOddity): string =>
  `${Math.round(100 * Math.abs(by))} % ${WORDS[what][by > 0 ? 0 : 1]}`;

function Odd({ odd }: { readonly odd: IconOddity }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { take } = useWay();
  const glyph = doc.glyphs[odd.id];
  if (!glyph) return null;
  return (
    <Flex align="center" gap="2" role="listitem">
      <button type="button" aria-label={`Take ${glyph.name} in hand`} onClick={() => take(glyph.id)}>
        <GlyphDrawing glyph={glyph} size={34} />
      </button>
      <Text fontSize="xs" flex="1" minW="0" overflowWrap="anywhere">
        {glyph.name}: {oddText(odd)}
      </Text>
      <InkButton
        tip={
          odd.what === 'size'
            ? 'Scaled to how large the others look'
            : 'Strokes as thick as the others have them'
        }
        aria-label={`Mend ${glyph.name}: ${oddText(odd)}`}
        disabled={odd.what === 'thickness' && !mayThicken(glyph)}
        onClick={() => (odd.what === 'size' ? commit(evenSizes(doc, [odd])) : void evenStrokes([odd]))}
      >
        Mend
      </InkButton>
    </Flex>
  );
}

/** Icons that look larger, smaller, heavier or lighter than the rest. */
export function EvennessPart() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const finding = useCallback(() => findingOddIcons(iconsOf(doc)), [doc]);
  const found = useSteps(finding);
  // Icons that went since are no longer told.
  const odd = (found ?? []).filter((o) => doc.glyphs[o.id]);
  const of = (what: IconOddity['what']) => odd.filter((o) => o.what === what);
  // What is much smaller than the rest, as an arrow's head is, was meant to be: it is mended alone or not at all.
  const sizes = of('size').filter((o) => Math.abs(Math.log(o.factor)) < Math.log(MOST_AT_ONCE));
  const strokes = of('thickness');
  return (
    <>
      <GaugePart title="Beside one another" />
      {found && odd.length === 0 && <Text fontSize="sm">All look as large and as heavy as the others.</Text>}
      <div role="list" aria-label="Icons that stand out">
        {odd.slice(0, LISTED).map((o) => (
          <Odd key={`${o.id} ${o.what}`} odd={o} />
        ))}
      </div>
      {odd.length > LISTED && <Text fontSize="xs">and {odd.length - LISTED} more</Text>}
      {sizes.length > 1 && (
        <InkButton tip="One step to undo" onClick={() => commit(evenSizes(doc, sizes))}>
          Even out the sizes of {counted(sizes.length, 'icon')}
        </InkButton>
      )}
      {strokes.length > 1 && (
        <InkButton tip="One step to undo" onClick={() => void evenStrokes(strokes)}>
          Even out the strokes of {counted(strokes.length, 'icon')}
        </InkButton>
      )}
    </>
  );
}
