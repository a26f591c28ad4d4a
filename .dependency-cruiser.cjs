const { CORE, WEB, BESIDE } = require('./scripts/layers.cjs');

const SOURCE = '^(core|web|server|cli|api|demo|bench|testing|e2e)/';
const anyOf = (paths) => `^(${paths.join('|')})(/|\\.ts$)`;

const only = (name, from, allowed) => ({
  name,
  severity: 'error',
  from: { path: from, pathNot: '\\.test\\.tsx?$' },
  to: { path: SOURCE, pathNot: anyOf(allowed) },
});

/** A folder of core may know the storeys below and the neighbours named with it. */
const coreRules = CORE.flatMap(({ storey, folders }, at) =>
  Object.entries(folders).map(([folder, { beside = [], never = [] }]) => {
    const below = CORE.slice(0, at).map((s) => s.storey);
    const known = never.includes('*') ? [] : below.filter((s) => !never.includes(s));
    const own = [folder, ...beside].map((f) => `core/${storey}/${f}`);
    return only(`core-${folder}`, anyOf([`core/${storey}/${folder}`]), [
      ...known.map((s) => `core/${s}`),
      ...own,
    ]);
  }),
);

const webRules = WEB.map(({ storey, never = [] }, at) => {
  const known = WEB.slice(0, at + 1)
    .map((s) => s.storey)
    .filter((s) => !never.includes(s));
  return only(`web-${storey}`, `^web/${storey}/`, ['core', ...known.map((s) => `web/${s}`)]);
});

const besideRules = BESIDE.map(({ folder, may }) => ({
  ...only(folder, `^${folder}/`, [folder, ...may]),
  // What stands beside is held to its rule in its tests too, but for the readers they share.
  from: { path: `^${folder}/`, pathNot: folder === 'e2e' ? '^$' : '\\.test\\.tsx?$' },
}));

module.exports = {
  forbidden: [
    {
      name: 'no-rings',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
    {
      name: 'no-node-in-core',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    ...coreRules,
    only('core', '^core/', ['core']),
    ...webRules,
    ...besideRules,
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      extensions: ['.ts', '.tsx', '.mjs', '.js'],
      exportsFields: ['exports'],
      conditionNames: ['import', 'types', 'default'],
    },
  },
};
