// swc for Jest, with Math bound in each module: global look-ups go through Jest's sandbox and make number crunching
// some twenty times slower.
import swc from '@swc/jest';

const inner = swc.createTransformer({
  jsc: { parser: { syntax: 'typescript', tsx: true }, target: 'es2022' },
  module: { type: 'es6' },
});
const bind = (result) => ({ ...result, code: `const Math = globalThis.Math;${result.code}` });

export default {
  ...inner,
  canInstrument: false,
  process: (...args) => bind(inner.process(...args)),
  processAsync: async (...args) => bind(await inner.processAsync(...args)),
};
