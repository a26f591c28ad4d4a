/** Everything one does to a glyph's drawing, as edits of the project. */
export * from './anchors';
export * from './cleaning';
export * from './colours';
export * from './combining';
export { contoursOf, edit, outlineOf, type PointRef, type Target } from './edit';
export * from './pasting';
export * from './points';
export * from './runs';
export * from './scaling';
export * from './shared';
export * from './skeleton';
export * from './turning';
