import { createContext, use, type CSSProperties } from 'react';
import { useLiveFont } from '../store/liveFont';
import { fontPalette, usePalette } from '../store/palettes';
import { featureSettings, useSwitches } from '../store/switches';
import { useVaryingFont } from '../store/varyingFont';
import { PageLookContext } from './pageLook';

/** A font that stands in for the live one, by what the page knows it by: on paper. */
export const OtherFont = createContext<string | null>(null);

/** How text is set in the project's font: the live one of the style in hand, or the family's variable one, with what is switched. */
export function useTextFont(): CSSProperties {
  const families = useLiveFont((s) => s.families);
  const switched = useSwitches((s) => s.changed);
  const look = use(PageLookContext);
  const running = useVaryingFont((s) => s.weight);
  const weight = look?.weight ?? (look?.family ? null : running);
  const palette = usePalette((s) => s.chosen);
  const family = useVaryingFont((s) => s.family);
  const other = use(OtherFont);
  const varying = weight !== null && family !== null;
  const fontFeatureSettings = featureSettings(
    look ? new Map([...switched, ...Object.entries(look.features)]) : switched,
  );
  const names = [
    ...(look?.family && look.weight === null ? [`'${look.family}'`] : []),
    ...(varying ? [`'${family}'`] : []),
    ...(other ? [`'${other}'`] : []),
    ...(families ? [families] : []),
  ];
  return {
    fontFamily: names.length > 0 ? `${names.join(', ')}, sans-serif` : undefined,
    fontFeatureSettings,
    fontPalette: fontPalette(palette),
    ...(varying ? { fontWeight: weight, fontVariationSettings: `"wght" ${weight}` } : {}),
  };
}
