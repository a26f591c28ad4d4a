import { inMegabytes } from './sizes';

test.each([
  [0, '0.0 MB'],
  [420_000, '0.4 MB'],
  [12_400_000, '12 MB'],
  [1_500_000_000, '1.5 GB'],
])('%d bytes are %s', (bytes, text) => expect(inMegabytes(bytes)).toBe(text));
