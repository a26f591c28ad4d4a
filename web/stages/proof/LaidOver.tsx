/** Ink as it was (a tint) and as it is (a line) over each other, as path data within an SVG: thousandths of an em. */
export const LaidOver = ({ was, is }: { readonly was: string; readonly is: string }) => (
  <>
    <path d={was} fill="var(--chakra-colors-hand)" opacity={0.35} />
    <path d={is} fill="none" stroke="var(--chakra-colors-ink)" strokeWidth={9} />
  </>
);
