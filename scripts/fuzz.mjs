// A long run of files broken at random: node scripts/fuzz.mjs [runs a kind] [seed]
import { join } from 'node:path';
import { ensurePackages, root, run } from './setup.mjs';

ensurePackages();
const [runs = '20000', seed = String(Date.now() % 1e6)] = process.argv.slice(2);
console.log(`${runs} broken files of each kind, seed ${seed}`);
process.exit(
  run(join(root, 'node_modules/.bin/jest'), ['cli/fuzz', '--testTimeout=3600000'], {
    env: {
      ...process.env,
      FUZZ_RUNS: runs,
      FUZZ_SEED: seed,
      NODE_OPTIONS: '--experimental-vm-modules --no-warnings',
    },
  }),
);
