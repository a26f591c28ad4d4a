/** Layers: who may import whom. Read top down; each rule names what a folder must not reach. */
const only = (name, from, allowed) => ({
  name,
  severity: 'error',
  from: { path: from, pathNot: '\\.test\\.tsx?$' },
  to: { path: '^(core|web|server|cli|demo|bench|testing|e2e)/', pathNot: allowed },
});

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
    only('problems', '^core/problems/', '^core/problems/'),
    only('geometry', '^core/geometry/', '^core/(geometry|problems)/'),
    only('raster', '^core/raster/', '^core/(raster|problems)/'),
    only('pictures', '^core/pictures/', '^core/(pictures|raster|problems)/'),
    only('ink', '^core/ink/', '^core/(ink|raster|problems)/'),
    only('shapes', '^core/shapes/', '^core/(shapes|raster|problems)/'),
    only('printed', '^core/printed/', '^core/(printed|ink|raster|problems)/'),
    only('trace', '^core/trace/', '^core/(trace|ink|raster|geometry|problems)/'),
    only('pixels', '^core/pixels/', '^core/(pixels|ink|raster|geometry|problems)/'),
    only('centreline', '^core/centreline/', '^core/(centreline|trace|ink|raster|geometry|problems)/'),
    only('colour', '^core/colour/', '^core/(colour|trace|raster|geometry|problems)/'),
    only(
      'find',
      '^core/find/',
      '^core/(find|shapes|printed|colour|trace|pixels|centreline|ink|raster|geometry|problems)/',
    ),
    only('seat', '^core/seat/', '^core/(seat|raster|geometry|problems)/'),
    only('outline', '^core/outline/', '^core/(outline|geometry|problems)/'),
    only('boolean', '^core/boolean/', '^core/(boolean|outline|geometry|problems)/'),
    only('dress', '^core/dress/', '^core/(dress|boolean|outline|raster|geometry|problems)/'),
    only('svg', '^core/svg/', '^core/(svg|boolean|geometry|problems)/'),
    only('names', '^core/names/', '^core/names/'),
    // A new project's recipe holds the tracer's default settings; nothing else of it is known there.
    only(
      'document',
      '^core/document/',
      '^core/(document|dress|boolean|outline|seat|names|raster|geometry|problems)/|^core/(trace|practice)/settings|^core/(pen/strokes|modules/modules|steps)',
    ),
    only('opentype', '^core/opentype/', '^core/(opentype|geometry|problems)/'),
    only(
      'compile',
      '^core/compile/',
      '^core/(compile|document|names|boolean|outline|opentype|svg|geometry|problems)/|^core/steps',
    ),
    only(
      'check',
      '^core/check/',
      '^core/(check|document|dress|seat|opentype|geometry|problems)/|^core/steps',
    ),
    only('archive', '^core/archive/', '^core/(archive|document|names|pictures|svg|geometry|problems)/'),
    only(
      'artwork',
      '^core/artwork/',
      '^core/(artwork|pdf|names|shapes|find|trace|pictures|boolean|ink|svg|raster|geometry|problems)/',
    ),
    only(
      'practice',
      '^core/practice/',
      '^core/(practice|shapes|find|printed|trace|ink|raster|geometry|problems)/',
    ),
    only('fit', '^core/fit/', '^core/(fit|raster|geometry|problems)/'),
    only('pdf', '^core/pdf/', '^core/(pdf|raster|problems)/'),
    only('pen', '^core/pen/', '^core/(pen|trace|raster|geometry|problems)/'),
    only('modules', '^core/modules/', '^core/(modules|geometry|problems)/'),
    only('scanner', '^core/scanner/', '^core/scanner/|^core/practice/settings'),
    only('core', '^core/', '^core/'),
    only('web', '^web/', '^(web|core)/'),
    only('web-jobs', '^web/jobs/', '^(web/jobs|core)/'),
    only('web-text', '^web/text/', '^(web/text|core)/'),
    // The stand-in scanner draws what a made-up hand wrote.
    only('server', '^server/', '^(server|core|demo)/'),
    only('cli', '^cli/', '^(cli|core|demo)/'),
    only('demo', '^demo/', '^(demo|core)/'),
    only('bench', '^bench/', '^(bench|core|demo)/'),
    {
      name: 'e2e-knows-no-source',
      severity: 'error',
      from: { path: '^e2e/' },
      to: { path: '^(core|web|server|cli|demo)/' },
    },
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
