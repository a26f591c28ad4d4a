import type { Rgb } from '../../../core/foundations/geometry/paint';
import { firstColouring, setColouring } from '../../../core/project/document/commands/colours/colouring';
import { projectOf } from '../../../core/project/document/newProject';
import { LINE_EM, SHADOW_EM } from '../../../core/project/document/rows/colours';
import type { Colouring } from '../../../core/project/document/schema';
import { useDoc, useProject } from '../../store/projectStore';
import { CheckField } from '../../ui/CheckField';
import { ColourField } from '../../ui/ColourField';
import { Gauge, GaugePart } from '../../ui/Gauge';
import { NumberField } from '../../ui/NumberField';
import { FillPart } from '../../ui/FillPart';

/** What lines and shadows begin with: colours of the mill's boards. */
const FIRST = {
  outer: { width: 18, rgb: [36, 62, 74] as Rgb },
  inner: { width: 10, inset: 14, rgb: [244, 226, 178] as Rgb },
  shadow: { x: 36, y: -36, deep: true, rgb: [120, 52, 34] as Rgb },
};

interface PartProps {
  readonly colouring: Colouring;
  /** `continues`: with the change before, as one step. */
  readonly onChange: (change: Partial<Colouring>, continues?: boolean) => void;
}

function OuterPart({ colouring: { outer }, onChange }: PartProps) {
  return (
    <>
      <CheckField
        label="A line around"
        checked={outer !== null}
        onChange={(on) => onChange({ outer: on ? FIRST.outer : null })}
      />
      {outer && (
        <>
          <NumberField
            label="Its width"
            unit="u"
            {...LINE_EM}
            value={outer.width}
            onChange={(width) => onChange({ outer: { ...outer, width } })}
          />
          <ColourField
            label="Its colour"
            value={outer.rgb}
            onChange={(rgb, continues) => onChange({ outer: { ...outer, rgb } }, continues)}
          />
        </>
      )}
    </>
  );
}

function InnerPart({ colouring: { inner }, onChange }: PartProps) {
  return (
    <>
      <CheckField
        label="A line within"
        checked={inner !== null}
        onChange={(on) => onChange({ inner: on ? FIRST.inner : null })}
      />
      {inner && (
        <>
          <NumberField
            label="Width within"
            unit="u"
            {...LINE_EM}
            value={inner.width}
            onChange={(width) => onChange({ inner: { ...inner, width } })}
          />
          <NumberField
            label="From the edge"
            unit="u"
            min={0}
            max={LINE_EM.max}
            value={inner.inset}
            onChange={(inset) => onChange({ inner: { ...inner, inset } })}
          />
          <ColourField
            label="Colour within"
            value={inner.rgb}
            onChange={(rgb, continues) => onChange({ inner: { ...inner, rgb } }, continues)}
          />
        </>
      )}
    </>
  );
}

function ShadowPart({ colouring: { shadow }, onChange }: PartProps) {
  return (
    <>
      <CheckField
        label="A shadow"
        checked={shadow !== null}
        onChange={(on) => onChange({ shadow: on ? FIRST.shadow : null })}
      />
      {shadow && (
        <>
          <NumberField
            label="To the right"
            unit="u"
            {...SHADOW_EM}
            value={shadow.x}
            onChange={(x) => onChange({ shadow: { ...shadow, x } })}
          />
          <NumberField
            label="Upwards"
            unit="u"
            {...SHADOW_EM}
            value={shadow.y}
            onChange={(y) => onChange({ shadow: { ...shadow, y } })}
          />
          <CheckField
            label="Solid all the way"
            checked={shadow.deep}
            onChange={(deep) => onChange({ shadow: { ...shadow, deep } })}
          />
          <ColourField
            label="Shadow’s colour"
            value={shadow.rgb}
            onChange={(rgb, continues) => onChange({ shadow: { ...shadow, rgb } }, continues)}
          />
        </>
      )}
    </>
  );
}

/** How letters of the style in hand are painted that have no colours of their own. */
export function ColouringGauge() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const style = doc.styles[projectOf(doc).styleId];
  if (!style) return null;
  const { colouring } = style;
  const put = (to: Colouring | null, continues = false) => commit(setColouring(doc, style.id, to), continues);
  const change = (part: Partial<Colouring>, continues = false) =>
    colouring && put({ ...colouring, ...part }, continues);
  return (
    <Gauge
      title={`Colours of ${style.name}`}
      hint="For all letters that have no colours of their own. Lines and shadows follow the outlines; programs that know no colours show the plain letters."
    >
      <CheckField
        label="Paint the letters"
        checked={colouring !== null}
        onChange={(on) => put(on ? firstColouring : null)}
      />
      {colouring && (
        <>
          <GaugePart title="Filled with" />
          <FillPart fill={colouring.fill} onChange={(fill, continues) => change({ fill }, continues)} />
          <GaugePart title="Around and within" />
          <OuterPart colouring={colouring} onChange={change} />
          <InnerPart colouring={colouring} onChange={change} />
          <GaugePart title="Behind" />
          <ShadowPart colouring={colouring} onChange={change} />
        </>
      )}
    </Gauge>
  );
}
