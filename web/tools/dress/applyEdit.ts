import {
  addPoint,
  bendCurve,
  cutContours,
  drawContour,
  mapPoints,
  mappedPoints,
  movedPoints,
  movePoints,
  putAnchor,
  type Target,
} from '../../../core/project/document/commands/outline';
import { addGuide, changeGuide } from '../../../core/project/document/commands/lines/guides';
import type { ProjectDiff } from '../../../core/project/document/changes/diff';
import type { Doc } from '../../../core/project/document/schema';
import { compose, translation } from '../../../core/foundations/geometry/affine';
import { transformContour, type Contour } from '../../../core/foundations/geometry/contour';
import type { Vec } from '../../../core/foundations/geometry/vec';
import { bendSegment } from '../../../core/outlines/outline/points';
import type { DressEdit } from './scene';

/** The contours as an edit that is under way would leave them. */
export function previewOf(contours: readonly Contour[], edit: DressEdit): readonly Contour[] {
  switch (edit.kind) {
    case 'move':
      return movedPoints(contours, edit.points, edit.by);
    case 'map':
      return mappedPoints(contours, edit.points, edit.map);
    case 'bend':
      return contours.map((c, i) => (i === edit.contour ? bendSegment(c, edit.segment, edit.t, edit.by) : c));
    case 'draw':
      return edit.instead === null
        ? [...contours, edit.contour]
        : contours.map((c, i) => (i === edit.instead ? edit.contour : c));
    default:
      return contours;
  }
}

/** The edit as a change of the project. `originX`: where the bench's x = 0 lies in the glyph's own drawing. */
export function commandOf(doc: Doc, target: Target, edit: DressEdit, originX: number): ProjectDiff | null {
  const own = (p: Vec): Vec => ({ x: p.x + originX, y: p.y });
  switch (edit.kind) {
    case 'move':
      return movePoints(doc, target, edit.points, edit.by);
    case 'map': {
      const own = compose(translation(originX, 0), compose(edit.map, translation(-originX, 0)));
      return mapPoints(doc, target, edit.points, own, edit.label);
    }
    case 'bend':
      return bendCurve(doc, target, edit.contour, edit.segment, edit.t, edit.by);
    case 'anchor':
      return putAnchor(doc, target.glyphId, { name: edit.name, ...own(edit.to) });
    case 'draw':
      return drawContour(doc, target, transformContour(edit.contour, translation(originX, 0)), edit.instead);
    case 'guide': {
      const { id, own } = edit.guide ?? { id: null, own: false };
      if (id === null) return addGuide(doc, null, edit.line);
      return changeGuide(doc, own ? target.glyphId : null, id, edit.line);
    }
    case 'add':
      return addPoint(doc, target, edit.contour, edit.segment, edit.t);
    case 'cut':
      return cutContours(doc, target, own(edit.from), own(edit.to));
  }
}
