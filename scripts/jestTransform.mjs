// swc for Jest, with the globals of number crunching bound in each module: global look-ups go through Jest's sandbox and make it
// some twenty times slower.
import swc from '@swc/jest';

/** Names that no package declares itself. */
export const BOUND_IN_PACKAGES = [
  ...['Math', 'Float64Array', 'Float32Array', 'Uint8Array', 'Uint8ClampedArray'],
  ...['Uint16Array', 'Uint32Array', 'Int32Array'],
];
const BOUND = [
  ...BOUND_IN_PACKAGES,
  ...['Number', 'Array', 'Object', 'Map', 'Set', 'String', 'Infinity', 'NaN'],
  ...['Int8Array', 'Int16Array', 'DataView', 'ArrayBuffer'],
];

const inner = swc.createTransformer({
  jsc: {
    parser: { syntax: 'typescript', tsx: true },
    target: 'es2022',
    // Data that is imported says so, as Node wants it.
    experimental: { keepImportAttributes: true },
  },
  module: { type: 'es6' },
});

/** Those that the module uses and doesn't bring along under the same name. */
const usedIn = (code) =>
  BOUND.filter(
    (name) =>
      new RegExp(`\\b${name}\\b`).test(code) &&
      !new RegExp(`\\b(?:const|let|class|function)\\s+${name}\\b`).test(code) &&
      !new RegExp(`\\bimport\\b[^;]*\\b${name}\\b[^;]*\\bfrom\\b`).test(code),
  );
const bind = (result) => {
  const bound = usedIn(result.code).map((name) => `const ${name} = globalThis.${name};`);
  return { ...result, code: bound.join('') + result.code };
};

export default {
  ...inner,
  canInstrument: false,
  // Jest keeps what was transformed under a key: one of its own for what is bound here.
  getCacheKey: (...args) => `${inner.getCacheKey(...args)}-${BOUND.length}`,
  process: (...args) => bind(inner.process(...args)),
  processAsync: async (...args) => bind(await inner.processAsync(...args)),
};
