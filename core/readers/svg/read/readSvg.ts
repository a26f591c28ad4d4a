import {
  applyAffine,
  compose,
  determinant,
  identity,
  type Affine,
} from '../../../foundations/geometry/affine';
import { transformContours, type Contour } from '../../../foundations/geometry/contour';
import { contoursBox, type Box } from '../../../foundations/geometry/measure';
import type { Paint, Rgb, Stop } from '../../../foundations/geometry/paint';
import type { StrokeStyle } from '../../../foundations/geometry/strokeOutline';
import { fail, ok, type Result } from '../../../foundations/problems/problem';
import { dashesTooFine } from '../../../foundations/geometry/strokeDashes';
import { Budget } from './budget';
import { gradientPaint } from './gradient';
import { markerAngle, markerPlaces, type MarkerPlace } from './markers';
import { ownMap } from './placing';
import { pathContours, shapeData, type Frame } from './shapes';
import { propertiesOf, readStyleSheet, type Properties, type StyleRule } from './styles';
import { strokeStyle } from './strokeStyle';
import { SvgTree } from './svgTree';
import { frameClip, isOpen, viewMap } from './viewBox';
import { lengthOf, numbersOf, rgbOf, transformOf } from './values';
import { readXml, type XmlElement } from './xmlTree';

/** One thing that is drawn: filled, stroked or both, in px of the document. */
export interface DrawnShape {
  readonly contours: readonly Contour[];
  /** Paints are in the shape's own space, before its map. */
  readonly fill: { readonly rule: 'nonzero' | 'evenodd'; readonly paint: Paint } | null;
  readonly stroke: (StrokeStyle & { readonly paint: Paint }) | null;
  /** Only what lies in all of these is seen. */
  readonly clips: readonly { readonly contours: readonly Contour[]; readonly rule: 'nonzero' | 'evenodd' }[];
  /** The map from the element's own space: strokes are drawn there, then mapped. */
  readonly map: Affine;
  /** Names (labels of drawing programs) and ids of the element and the groups around it, outermost first. */
  readonly groups: readonly string[];
}

export interface SvgDrawing {
  readonly width: number;
  readonly height: number;
  /** From the lowest to the top; contours, strokes and clips in each shape's own space (see `map`). */
  readonly shapes: readonly DrawnShape[];
  /** What was met but not understood, in plain words, each once. */
  readonly notUnderstood: readonly string[];
  /** Names of groups that aren't displayed, and whose shapes are left out. */
  readonly hidden: readonly string[];
}

/** Whether a group of this name is read although it isn't displayed. */
export type SeenThough = (name: string) => boolean;

const MOST_USES = 40;
/** Maps beyond this make a drawing too large or too small for numbers to follow. */
const MAP_RANGE = { least: 1e-9, most: 1e9 };

/** Whether a map leaves things where numbers can follow them. */
function isSane(m: Affine): boolean {
  const all = [m.a, m.b, m.c, m.d, m.e, m.f];
  const size = Math.max(Math.abs(m.a), Math.abs(m.b), Math.abs(m.c), Math.abs(m.d));
  return all.every((v) => Math.abs(v) < MAP_RANGE.most) && size > MAP_RANGE.least;
}

const SKIPPED = new Set([
  'defs', 'style', 'title', 'desc', 'metadata', 'clipPath', 'symbol', 'linearGradient', 'radialGradient', 'marker',
  'namedview', 'script',
]); // prettier-ignore
const UNKNOWN: Readonly<Record<string, string | undefined>> = Object.assign(Object.create(null) as object, {
  text: 'text (turn it into outlines first)',
  image: 'an embedded picture',
  foreignObject: 'foreign content',
  pattern: 'a pattern',
  mask: 'a mask',
  filter: 'a filter',
  animate: 'an animation',
});

/**
 * An SVG document as shapes: basic shapes and paths, groups, nested documents, `use`, clip paths, attributes, styles and
 * style sheets. Nothing outside the file is read and no script run. Fails with 'svg-broken', 'svg-too-large' or 'svg-empty'.
 */
export function readSvg(text: string, seenThough: SeenThough = () => false): Result<SvgDrawing> {
  const xml = readXml(text);
  if (!xml.ok) return xml;
  if (xml.value.name !== 'svg')
    return fail({ code: 'svg-broken', reason: `its root is <${xml.value.name}>` });
  const reader = new Reader(xml.value, seenThough);
  reader.read();
  const { exceeded } = reader.budget;
  if (exceeded) return fail({ code: 'svg-too-large', limit: exceeded });
  if (reader.shapes.length === 0) return fail({ code: 'svg-empty' });
  return ok({
    ...reader.size,
    shapes: reader.shapes,
    notUnderstood: [...reader.notUnderstood],
    hidden: [...reader.hidden],
  });
}

interface Context {
  readonly map: Affine;
  readonly properties: Properties;
  readonly ancestors: readonly XmlElement[];
  readonly clips: DrawnShape['clips'];
  readonly groups: readonly string[];
  readonly frame: Frame;
  readonly uses: number;
}

class Reader {
  readonly shapes: DrawnShape[] = [];
  readonly notUnderstood = new Set<string>();
  readonly hidden = new Set<string>();
  readonly size: Frame;
  private readonly rules: readonly StyleRule[];
  private readonly byId: ReadonlyMap<string, XmlElement>;

  constructor(
    private readonly root: XmlElement,
    private readonly seenThough: SeenThough,
    readonly budget = new Budget(),
    /** The reader of the document around what is read here: its rules and names hold. */
    around: Reader | null = null,
    /** Clip paths and markers that are being read: one within itself is nothing (CSS Masking 1, 7). */
    private readonly within: readonly XmlElement[] = [],
  ) {
    const found = around ? null : namesAndStyles(root, this.tell);
    this.byId = found?.byId ?? around!.byId;
    this.rules = found?.rules ?? around!.rules;
    const view = numbersOf(root.attributes['viewBox']);
    this.size = {
      width: lengthOf(root.attributes['width'], view[2] ?? 100, view[2] ?? 100),
      height: lengthOf(root.attributes['height'], view[3] ?? 100, view[3] ?? 100),
    };
  }

  private readonly tell = (what: string): void => {
    if (this.notUnderstood.size < 20) this.notUnderstood.add(what);
  };

  read(): void {
    const start = {
      map: identity,
      properties: {},
      ancestors: [],
      clips: [],
      groups: [],
      frame: this.size,
      uses: 0,
    };
    this.element(this.root, start);
  }

  private element(e: XmlElement, parent: Context): void {
    if (SKIPPED.has(e.name) || !this.budget.visit()) return;
    const properties = propertiesOf(e, this.rules, parent.properties);
    const names = [...new Set([e.attributes['label'], e.attributes['id']])].filter((n) => n !== undefined);
    if (properties['display'] === 'none' && !this.isSeenThough(e, names)) return;
    if (Number(properties['opacity'] ?? 1) === 0) return;
    for (const effect of ['mask', 'filter'] as const)
      if ((properties[effect] ?? 'none') !== 'none') this.tell(UNKNOWN[effect]!);
    const box = () => this.boxOf(e, parent);
    const own = ownMap(properties, parent.frame, box);
    if (!own) this.tell(`the transform "${properties['transform']!.slice(0, 40)}"`);
    const map = compose(parent.map, own ?? identity);
    if (!isSane(map)) return this.tell('a transform beyond all size');
    const here: Context = {
      ...parent,
      map,
      properties,
      ancestors: [...parent.ancestors, e],
      groups: names.length > 0 ? [...parent.groups, ...names] : parent.groups,
      clips: this.clipsOf(properties['clip-path'], parent.clips, map, parent, box),
    };
    if (e.name === 'svg' || e.name === 'symbol') this.nested(e, here, e === this.root);
    else if (e.name === 'g' || e.name === 'a' || e.name === 'switch')
      for (const child of e.children) this.element(child, here);
    else if (e.name === 'use') this.use(e, here);
    else this.shape(e, here);
  }

  /** Whether a group that isn't displayed is asked for; its name is remembered. */
  private isSeenThough(e: XmlElement, names: readonly string[]): boolean {
    if (e.name !== 'g') return false;
    for (const name of names) this.hidden.add(name);
    return names.some(this.seenThough);
  }

  /** The box of an element's fills in its own space, whatever paints or clips them (SVG 2, 8.10). */
  private boxOf(e: XmlElement, parent: Context): Box | null {
    const data = shapeData(e, parent.frame);
    if (data !== null) return contoursBox(pathContours(data, this.tell));
    if (e.name !== 'g' && e.name !== 'a') {
      this.tell('something measured by its own box');
      return null;
    }
    const inner = new Reader(this.root, this.seenThough, this.budget, this, this.within);
    const bare = { ...parent, map: identity, properties: { fill: 'black', stroke: 'none' }, clips: [] };
    for (const child of e.children) inner.element(child, bare);
    return contoursBox(inner.shapes.flatMap((s) => transformContours(s.contours, s.map)));
  }

  private nested(e: XmlElement, here: Context, isRoot: boolean): void {
    const { width, height } = isRoot
      ? this.size
      : {
          width: lengthOf(e.attributes['width'], here.frame.width, here.frame.width),
          height: lengthOf(e.attributes['height'], here.frame.height, here.frame.height),
        };
    const x = isRoot ? 0 : lengthOf(e.attributes['x'], here.frame.width, 0);
    const y = isRoot ? 0 : lengthOf(e.attributes['y'], here.frame.height, 0);
    const view = numbersOf(e.attributes['viewBox']);
    const fitted = view.length === 4 && view[2]! > 0 && view[3]! > 0;
    const map = compose(
      here.map,
      fitted
        ? viewMap(view, x, y, width, height, e.attributes['preserveAspectRatio'])
        : { ...identity, e: x, f: y },
    );
    const frame = fitted ? { width: view[2]!, height: view[3]! } : { width, height };
    const clips =
      isRoot || isOpen(here.properties)
        ? here.clips
        : [...here.clips, ...frameClip(here.map, x, y, width, height)];
    for (const child of e.children) this.element(child, { ...here, map, frame, clips });
  }

  private use(e: XmlElement, here: Context): void {
    const href = e.attributes['href'] ?? e.attributes['xlink:href'] ?? '';
    if (!href.startsWith('#')) return this.tell(`a link to another file ("${href.slice(0, 40)}")`);
    const target = this.byId.get(href.slice(1));
    if (!target) return this.tell(`a use of "${href.slice(0, 40)}", which isn't there`);
    if (here.uses >= MOST_USES || here.ancestors.includes(target)) return this.tell('a use within itself');
    const x = lengthOf(e.attributes['x'], here.frame.width, 0);
    const y = lengthOf(e.attributes['y'], here.frame.height, 0);
    const inner: Context = {
      ...here,
      map: compose(here.map, { ...identity, e: x, f: y }),
      uses: here.uses + 1,
    };
    if (target.name !== 'symbol') return this.element(target, inner);
    const { width, height } = e.attributes;
    const sized = {
      ...target,
      attributes: { ...target.attributes, ...(width && { width }), ...(height && { height }) },
    };
    const properties = propertiesOf(target, this.rules, inner.properties);
    this.nested(sized, { ...inner, properties, ancestors: [...inner.ancestors, target] }, false);
  }

  private shape(e: XmlElement, here: Context): void {
    const data = shapeData(e, here.frame);
    if (data === null) {
      if (UNKNOWN[e.name]) this.tell(UNKNOWN[e.name]!);
      else if (!e.name.includes(':')) this.tell(`<${e.name}>`);
      return;
    }
    const p = here.properties;
    if (p['visibility'] === 'hidden' || p['visibility'] === 'collapse') return;
    const shown = (opacity: string, text: string) =>
      Number(p[opacity] ?? 1) === 0 ? null : this.paint(text, p, here.frame, () => contoursBox(contours));
    const contours = pathContours(data, this.tell);
    const fill = shown('fill-opacity', p['fill'] ?? 'black');
    const stroke = shown('stroke-opacity', p['stroke'] ?? 'none');
    const width = lengthOf(p['stroke-width'], here.frame.width, 1);
    if (contours.length === 0) return;
    if (Math.abs(determinant(here.map)) < 1e-12) return;
    const lined = ['path', 'line', 'polyline', 'polygon'].includes(e.name);
    // A path that paints nothing still carries its markers.
    if (!fill && !(stroke && width > 0)) {
      if (lined) this.markers(contours, here, width);
      return;
    }
    if (!this.budget.shape(contours.reduce((n, c) => n + c.nodes.length, 0))) return;
    const dashes = stroke && width > 0 ? strokeStyle(p, width, here.frame) : null;
    if (dashes && dashesTooFine(contours, dashes))
      this.tell('dashes too fine to be drawn (drawn as a whole line)');
    const filled = fill && {
      rule: p['fill-rule'] === 'evenodd' ? ('evenodd' as const) : ('nonzero' as const),
      paint: fill,
    };
    const stroked = stroke && dashes ? { ...dashes, paint: stroke } : null;
    const { clips, map, groups } = here;
    if (stroked && p['vector-effect'] === 'non-scaling-stroke') {
      // The pen keeps its width whatever the map does to the line (SVG 2, 8.13).
      if (filled) this.shapes.push({ contours, fill: filled, stroke: null, clips, map, groups });
      const mapped = transformContours(contours, map);
      this.shapes.push({ contours: mapped, fill: null, stroke: stroked, clips, map: identity, groups });
    } else this.shapes.push({ contours, fill: filled, stroke: stroked, clips, map, groups });
    if (lined) this.markers(contours, here, width);
  }

  /** Signs along a path: arrow heads, dots (SVG 2, 13.7). */
  private markers(contours: readonly Contour[], here: Context, strokeWidth: number): void {
    const p = here.properties;
    for (const place of markerPlaces(contours)) {
      const link = /^url\(\s*["']?#([^"')]+)["']?\s*\)$/.exec(p[`marker-${place.which}`] ?? '');
      const marker = link && this.byId.get(link[1]!);
      if (marker?.name !== 'marker' || this.within.includes(marker)) continue;
      this.marker(marker, place, here, strokeWidth);
    }
  }

  private marker(marker: XmlElement, place: MarkerPlace, here: Context, strokeWidth: number): void {
    const a = marker.attributes;
    const [width, height] = [
      lengthOf(a['markerWidth'], here.frame.width, 3),
      lengthOf(a['markerHeight'], here.frame.height, 3),
    ];
    const k = a['markerUnits'] === 'userSpaceOnUse' ? 1 : strokeWidth;
    const [c, s] = [Math.cos(markerAngle(a['orient'], place)), Math.sin(markerAngle(a['orient'], place))];
    const view = numbersOf(a['viewBox']);
    const fitted = view.length === 4 && view[2]! > 0 && view[3]! > 0;
    const fit = fitted ? viewMap(view, 0, 0, width, height, a['preserveAspectRatio']) : identity;
    // The reference point, in the marker's own px, comes to lie on the vertex.
    const reference = applyAffine(fit, {
      x: lengthOf(a['refX'], view[2] ?? width, 0),
      y: lengthOf(a['refY'], view[3] ?? height, 0),
    });
    const turned = { a: k * c, b: k * s, c: -k * s, d: k * c, e: place.at.x, f: place.at.y };
    const corner = compose(compose(here.map, turned), { ...identity, e: -reference.x, f: -reference.y });
    const properties = propertiesOf(marker, this.rules, {});
    const clips = isOpen(properties)
      ? here.clips
      : [...here.clips, ...frameClip(corner, 0, 0, width, height)];
    const inner = new Reader(this.root, this.seenThough, this.budget, this, [...this.within, marker]);
    const frame = fitted ? { width: view[2]!, height: view[3]! } : { width, height };
    const context = {
      ...here,
      map: compose(corner, fit),
      properties,
      clips,
      frame,
      ancestors: [],
      uses: here.uses + 1,
    };
    if (context.uses < MOST_USES) for (const child of marker.children) inner.element(child, context);
    inner.notUnderstood.forEach(this.tell);
    this.shapes.push(...inner.shapes);
  }

  /** A fill's or stroke's paint in the shape's own space; `box` measures the shape when a gradient asks for it. */
  private paint(text: string, p: Properties, frame: Frame, box: () => Box | null): Paint | null {
    const flat = (rgb: Rgb | null): Paint | null => rgb && { kind: 'flat', rgb };
    const link = /^url\(\s*["']?#([^"')]+)["']?\s*\)\s*(.*)$/.exec(text);
    if (!link) return flat(rgbOf(text, p['color']));
    const server = this.byId.get(link[1]!);
    if (server?.name === 'linearGradient' || server?.name === 'radialGradient') {
      const { attributes, stops } = this.gradientOf(server, 0);
      const own = box();
      // One stop, or a shape without extent, is a plain colour (SVG 2, 14.2.2 and 14.2.3).
      if (stops.length === 1 || (stops.length > 0 && !own)) return flat(stops[0]!.rgb);
      if (own && stops.length > 1)
        return gradientPaint({ kind: server.name, attributes, stops }, own, frame, this.tell);
    }
    if (server?.name === 'pattern') this.tell(UNKNOWN['pattern']!);
    return flat(rgbOf(link[2] || 'black', p['color']));
  }

  /** A gradient's attributes and stops, with what it takes from others. */
  private gradientOf(
    e: XmlElement,
    depth: number,
  ): { readonly attributes: Readonly<Record<string, string>>; readonly stops: readonly Stop[] } {
    const next = this.byId.get((e.attributes['href'] ?? e.attributes['xlink:href'] ?? '').slice(1));
    const base = next && depth < 10 ? this.gradientOf(next, depth + 1) : { attributes: {}, stops: [] };
    const own = e.children
      .filter((c) => c.name === 'stop')
      .flatMap((s): Stop[] => {
        const p = propertiesOf(s, this.rules, {});
        const rgb = rgbOf(p['stop-color'] ?? 'black', p['color']);
        const at = Math.max(0, Math.min(1, lengthOf(s.attributes['offset'], 1, 0)));
        return rgb ? [{ at, rgb }] : [];
      });
    return { attributes: { ...base.attributes, ...e.attributes }, stops: own.length > 0 ? own : base.stops };
  }

  private clipsOf(
    text: string | undefined,
    outer: DrawnShape['clips'],
    map: Affine,
    parent: Context,
    box: () => Box | null,
    chain: readonly XmlElement[] = [],
  ): DrawnShape['clips'] {
    const link = /^url\(\s*["']?#([^"')]+)["']?\s*\)$/.exec(text ?? '');
    const clip = link && this.byId.get(link[1]!);
    if (!clip || clip.name !== 'clipPath') return outer;
    if (this.within.includes(clip) || chain.includes(clip)) {
      this.tell('a clip path within itself');
      return outer;
    }
    const byObject = clip.attributes['clipPathUnits'] === 'objectBoundingBox';
    const own = byObject ? box() : null;
    // A share of the object's box (CSS Masking 1, 6.1); one without extent shows nothing.
    const unit = own
      ? { a: own.xMax - own.xMin, b: 0, c: 0, d: own.yMax - own.yMin, e: own.xMin, f: own.yMin }
      : identity;
    const inner = new Reader(this.root, this.seenThough, this.budget, this, [...this.within, clip]);
    const placed = compose(map, compose(unit, transformOf(clip.attributes['transform']) ?? identity));
    const context: Context = {
      map: placed,
      properties: { fill: 'black', stroke: 'none' },
      ancestors: [],
      clips: [],
      groups: [],
      frame: byObject ? { width: 1, height: 1 } : parent.frame,
      uses: parent.uses + 1,
    };
    if (context.uses < MOST_USES) for (const child of clip.children) inner.element(child, context);
    inner.notUnderstood.forEach(this.tell);
    const contours = inner.shapes.flatMap((s) => transformContours(s.contours, s.map));
    const rule = clip.children[0]?.attributes['clip-rule'] === 'evenodd' ? 'evenodd' : 'nonzero';
    // A clip path may itself be clipped (CSS Masking 1, 7).
    const itself = propertiesOf(clip, this.rules, {})['clip-path'];
    return this.clipsOf(itself, [...outer, { contours, rule }], map, parent, box, [...chain, clip]);
  }
}

/** Elements by their ids, the first of each, and the rules of all style sheets. */
function namesAndStyles(root: XmlElement, tell: (what: string) => void) {
  const byId = new Map<string, XmlElement>();
  const styles: string[] = [];
  const visit = (e: XmlElement) => {
    const id = e.attributes['id'];
    if (id && !byId.has(id)) byId.set(id, e);
    if (e.name === 'style') styles.push(e.text);
    e.children.forEach(visit);
  };
  visit(root);
  const rules = styles.length > 0 ? readStyleSheet(styles.join('\n'), new SvgTree(root), tell) : [];
  return { byId, rules };
}
