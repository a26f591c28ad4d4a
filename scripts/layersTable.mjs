// Writes the tables of folders in docs/architecture.md and the map in docs/map.svg from scripts/layers.cjs, from which the rules come too.
//   node scripts/layersTable.mjs           writes them
//   node scripts/layersTable.mjs --check   fails when they are not what the list says
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { BESIDE, CORE, WEB } from './layers.cjs';
import { layersMap } from './layersMap.mjs';
import { fail, root } from './setup.mjs';

const [BEGIN, END] = ['<!-- layers: begin -->', '<!-- layers: end -->'];
const row = (...cells) => `| ${cells.join(' | ')} |`;
const code = (text) => `\`${text}\``;

const core = CORE.flatMap(({ storey, folders }) =>
  Object.entries(folders).map(([name, { holds, beside = [], never = [] }]) => {
    const knows = never.includes('*')
      ? 'nothing'
      : [
          'storeys below' + (never.length > 0 ? ` but for ${never.join(', ')}` : ''),
          ...(beside.length > 0 ? [`beside it ${beside.join(', ')}`] : []),
        ].join('; ');
    return row(code(`core/${storey}/${name}`), holds, knows);
  }),
);
const web = WEB.map(({ storey, holds, never = [] }) =>
  row(
    code(`web/${storey}`),
    holds,
    `core, layers above in this table${never.map((n) => ` but for ${n}`).join('')}`,
  ),
);
const beside = BESIDE.map(({ folder, holds, may }) => row(code(folder), holds, may.join(', ')));

const head = [row('folder', 'holds', 'may import'), row('---', '---', '---')];
const table = [
  `The storeys of core, lowest first: ${CORE.map((s) => `**${s.storey}** (${s.holds})`).join(', ')}. A folder may import`,
  'whatever lies in a storey below its own, and of its own storey the folders named.',
  '',
  ...head,
  ...core,
  '',
  'The layers of web, lowest first:',
  '',
  ...head,
  ...web,
  '',
  'Beside them:',
  '',
  ...head,
  ...beside,
].join('\n');

const path = join(root, 'docs/architecture.md');
const text = readFileSync(path, 'utf8');
const [before, rest] = text.split(BEGIN);
const after = rest?.split(END)[1];
if (after === undefined) fail(`docs/architecture.md lacks "${BEGIN}" or "${END}".`);
const wanted = `${before}${BEGIN}\n\n${table}\n\n${END}${after}`;
const map = join(root, 'docs/map.svg');
if (!process.argv.includes('--check')) {
  writeFileSync(path, wanted);
  writeFileSync(map, layersMap);
} else if (wanted !== text || !existsSync(map) || layersMap !== readFileSync(map, 'utf8'))
  fail('docs/architecture.md or docs/map.svg is behind scripts/layers.cjs: node scripts/layersTable.mjs');
