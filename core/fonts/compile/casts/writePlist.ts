// Property lists as UFO 3 uses them (unifiedfontobject.org, "Property list"): XML, version 1.0.
import { escapeXml } from '../../../readers/svg/xmlText';
import type { Plist } from '../../open/ufo/plist';

const HEAD =
  '<?xml version="1.0" encoding="UTF-8"?>\n' +
  '<!DOCTYPE plist PUBLIC "-//Apple//DTD PLIST 1.0//EN" "http://www.apple.com/DTDs/PropertyList-1.0.dtd">\n';

/** A value, a line each, `deep` levels within others. */
function lines(v: Plist, deep: number): string {
  const at = '  '.repeat(deep);
  if (typeof v === 'string') return `${at}<string>${escapeXml(v)}</string>\n`;
  if (typeof v === 'boolean') return `${at}${v ? '<true/>' : '<false/>'}\n`;
  if (typeof v === 'number')
    return `${at}${Number.isInteger(v) ? `<integer>${v}</integer>` : `<real>${Number(v.toFixed(6))}</real>`}\n`;
  if (Array.isArray(v))
    return v.length === 0
      ? `${at}<array/>\n`
      : `${at}<array>\n${(v as readonly Plist[]).map((e) => lines(e, deep + 1)).join('')}${at}</array>\n`;
  const entries = Object.entries(v).map(
    ([key, value]) => `${at}  <key>${escapeXml(key)}</key>\n${lines(value, deep + 1)}`,
  );
  return entries.length === 0 ? `${at}<dict/>\n` : `${at}<dict>\n${entries.join('')}${at}</dict>\n`;
}

/** A whole property list, indented so that people who compare sources see what was changed line by line. */
export const writePlist = (v: Plist): string => `${HEAD}<plist version="1.0">\n${lines(v, 1)}</plist>\n`;
