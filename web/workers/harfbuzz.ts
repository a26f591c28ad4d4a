import { shaperBy } from '../../core/fonts/compare/harfbuzz';
import type { ShaperOf } from '../../core/fonts/compare/words';

/** HarfBuzz as a compiled package, fetched when texts are to be set as programs set them. */
export const harfbuzz = async (): Promise<ShaperOf> => shaperBy(await import('harfbuzzjs'));
