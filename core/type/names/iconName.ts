/** A glyph name that font files may hold (OpenType, "post" version 2: letters, digits, period and underscore). */
export const iconName = (name: string): string => {
  const plain = name.replace(/[^A-Za-z0-9._]+/g, '_').slice(0, 60);
  return /^[A-Za-z_]/.test(plain) ? plain : `icon_${plain}`;
};

/** Names as people order them: numbers by what they count. Made once, since that takes a hundred times as long as to ask. */
const order = new Intl.Collator('en', { numeric: true });
export const compareNames = (a: string, b: string): number => order.compare(a, b);
