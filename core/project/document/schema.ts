import { z } from 'zod';
import { castingRow } from './rows/casting';
import { featureRow } from './rows/features';
import { glyphRow } from './rows/glyphs';
import { pieceRow } from './rows/pieces';
import { projectRow } from './rows/project';
import { recipeRow, sheetRow } from './rows/sheets';
import { groupRow, kerningRow } from './rows/spacing';
import { styleRow } from './rows/styles';

export type { BundlePart, CastCut, CastingRow, CastWeight, NamesIn, UsualLicence } from './rows/casting';
export type { Colouring, PaletteRow } from './rows/colours';
export type { FeatureRow, Rule } from './rows/features';
export type { ComponentRow, GlyphRow } from './rows/glyphs';
export type { GuideRow } from './rows/parts';
export type { PieceRow } from './rows/pieces';
export type { Lines, ProjectRow } from './rows/project';
export type { RecipeRow, Seating, SheetRow } from './rows/sheets';
export { firstFitSettings, type FitSettings, type GroupRow, type KerningRow } from './rows/spacing';
export type { StyleRow } from './rows/styles';

/** Version of the project's form. A change that older readers can't follow raises it and adds a migration. */
export const SCHEMA_VERSION = 2;

/** The schema of each table's rows. Glyph rows are many and small, so that one edit writes one row. */
export const rowSchemas = {
  project: projectRow,
  sheets: sheetRow,
  recipes: recipeRow,
  pieces: pieceRow,
  glyphs: glyphRow,
  kerning: kerningRow,
  groups: groupRow,
  features: featureRow,
  styles: styleRow,
  casting: castingRow,
};

export type TableName = keyof typeof rowSchemas;
export const TABLE_NAMES = Object.keys(rowSchemas) as TableName[];
export type RowOf<T extends TableName> = z.infer<(typeof rowSchemas)[T]>;

/** An open project: tables of rows by id. Immutable; every edit makes a new one that shares what didn't change. */
export type Doc = { readonly [T in TableName]: Readonly<Record<string, RowOf<T>>> };

const table = <T extends z.ZodType>(row: T) => z.record(z.string(), row);
export const docSchema = z.object({
  project: table(projectRow),
  sheets: table(sheetRow),
  recipes: table(recipeRow),
  pieces: table(pieceRow),
  glyphs: table(glyphRow),
  kerning: table(kerningRow),
  groups: table(groupRow),
  features: table(featureRow),
  styles: table(styleRow),
  casting: table(castingRow),
});
