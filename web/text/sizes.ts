/** A number of bytes as people read it: "0.4 MB", "12 MB", "1.5 GB" (powers of ten, as the SI has them). */
export function inMegabytes(bytes: number): string {
  const mb = bytes / 1e6;
  if (mb >= 1000) return `${(mb / 1000).toFixed(1)} GB`;
  return mb < 10 ? `${mb.toFixed(1)} MB` : `${Math.round(mb)} MB`;
}
