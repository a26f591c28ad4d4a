// How pictures are read until somebody says otherwise. Apart from what makes projects, so that reading one picture needs none of that.
import { defaultTraceSettings } from '../../tracing/trace/settings';
import type { RecipeRow } from './schema';

export const FIRST_RECIPE = 'ink on paper';

export const defaultRecipe: RecipeRow = {
  id: FIRST_RECIPE,
  name: 'Ink on paper',
  level: null,
  mode: 'outline',
  printedLines: 'leave out',
  mirror: false,
  speckPx: 0,
  inkRgb: null,
  saved: true,
  ground: 'found',
  colours: 6,
  ...defaultTraceSettings,
};
