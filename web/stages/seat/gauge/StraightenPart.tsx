import { Flex } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { turnByStems, turnGlyphs } from '../../../../core/project/document/commands/lines/placing';
import { usualLeanDeg } from '../../../../core/project/document/queries/standing';
import { stemLeanDeg } from '../../../../core/outlines/dress/lean';
import { useDoc, useProject } from '../../../store/projectStore';
import { Fact, GaugePart } from '../../../ui/Gauge';
import { InkButton } from '../../../ui/InkButton';
import { NumberField } from '../../../ui/NumberField';

const inWords = (deg: number | null): string => (deg === null ? 'no stems' : `${deg.toFixed(1)}°`);

/** Crooked letters turned: by an exact angle, or so that their stems lean as the others' do. */
export function StraightenPart({ ids }: { readonly ids: readonly string[] }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const [by, setBy] = useState(2);
  const [wanted, setWanted] = useState<number | null>(null);
  const usual = useMemo(() => usualLeanDeg(doc), [doc]);
  const lean = wanted ?? Math.round((usual ?? 0) * 10) / 10;
  const one = ids.length === 1 ? doc.glyphs[ids[0]!] : undefined;
  const straightened = turnByStems(doc, ids, lean);
  return (
    <>
      <GaugePart title="Turn crooked letters" />
      {one && <Fact label="Its stems lean by">{inWords(stemLeanDeg(one.contours))}</Fact>}
      <Fact label="Most stems lean by">{inWords(usual)}</Fact>
      <NumberField label="Turn by" unit="°" min={0} max={180} digits={1} value={by} onChange={setBy} />
      <Flex gap="2">
        <InkButton
          flex="1"
          tip="Against the clock, standing on its lowest point"
          onClick={() => commit(turnGlyphs(doc, ids, by))}
        >
          To the left
        </InkButton>
        <InkButton
          flex="1"
          tip="With the clock, standing on its lowest point"
          onClick={() => commit(turnGlyphs(doc, ids, -by))}
        >
          To the right
        </InkButton>
      </Flex>
      <NumberField
        label="Stems lean by"
        unit="°"
        min={-30}
        max={30}
        digits={1}
        value={lean}
        onChange={setWanted}
      />
      <InkButton
        tip="Each of the chosen letters is turned until its own stems lean so; letters without stems stay"
        disabled={straightened === null}
        onClick={() => commit(straightened)}
      >
        Turn {ids.length === 1 ? 'it by its stems' : 'them by their stems'}
      </InkButton>
    </>
  );
}
