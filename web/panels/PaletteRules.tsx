import { projectOf } from '../../core/project/document/newProject';
import { useLiveFont } from '../store/liveFont';
import { paletteRules } from '../store/palettes';
import { useDoc } from '../store/projectStore';

/** Makes the palettes of the font that is shown known to the browser. */
export function PaletteRules() {
  const families = useLiveFont((s) => s.families);
  const { palettes } = projectOf(useDoc());
  return palettes.length === 0 ? null : <style>{paletteRules(families, palettes.length)}</style>;
}
