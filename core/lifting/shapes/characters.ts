/** Characters whose shapes are known, in the order of the network's outputs. */
export const SHAPE_CHARACTERS: readonly string[] = [
  ...'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789',
  ...'.,:;!?"\'()&@%=+-/*#$[]{}<>_|~^\\`',
  ...'äöüßéèêàâçñåøæëïôûùáíóúÄÖÜÉÇÅØÆÑ£€§«»–—‘’“”…¿¡°',
];
