import fc from 'fast-check';

/** One change of a file's bytes, by a share of its length so that it fits files of any size. */
type Mutation =
  | { readonly kind: 'flip'; readonly at: number; readonly to: number }
  | { readonly kind: 'cut'; readonly at: number }
  | { readonly kind: 'drop'; readonly at: number; readonly share: number }
  | { readonly kind: 'double'; readonly at: number; readonly share: number }
  | { readonly kind: 'fill'; readonly at: number; readonly bytes: number; readonly to: number };

const share = fc.double({ min: 0, max: 0.999, noNaN: true });

/** Changes that break files in the ways that disks, copies and people with bad intentions do. */
export const mutations: fc.Arbitrary<readonly Mutation[]> = fc.array(
  fc.oneof(
    fc.record({ kind: fc.constant('flip' as const), at: share, to: fc.nat(255) }),
    fc.record({ kind: fc.constant('cut' as const), at: share }),
    fc.record({ kind: fc.constant('drop' as const), at: share, share }),
    fc.record({ kind: fc.constant('double' as const), at: share, share }),
    fc.record({
      kind: fc.constant('fill' as const),
      at: share,
      bytes: fc.integer({ min: 1, max: 8 }),
      to: fc.constantFrom(0, 0x7f, 0xff),
    }),
  ),
  { minLength: 1, maxLength: 5 },
);

/** A file with the changes made, one after the other. */
export function mutate(bytes: Uint8Array, list: readonly Mutation[]): Uint8Array {
  return list.reduce((now, m) => {
    const at = Math.floor(m.at * now.length);
    switch (m.kind) {
      case 'flip':
        return now.map((b, i) => (i === at ? b ^ m.to : b));
      case 'cut':
        return now.slice(0, at);
      case 'drop': {
        const end = at + Math.ceil(m.share * 0.2 * (now.length - at));
        return Uint8Array.from([...now.subarray(0, at), ...now.subarray(end)]);
      }
      case 'double': {
        const end = at + Math.ceil(m.share * 0.2 * (now.length - at));
        return Uint8Array.from([...now.subarray(0, end), ...now.subarray(at)]);
      }
      case 'fill':
        return now.map((b, i) => (i >= at && i < at + m.bytes ? m.to : b));
    }
  }, bytes);
}
