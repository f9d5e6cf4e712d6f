/** The layers: core <- document <- exchange <- {server, web}, and nothing else. */
const layer = (from, allowed) => ({
  name: `${from}-knows-only-what-is-below`,
  severity: 'error',
  from: { path: `^${from}/src`, pathNot: '\\.spec\\.ts$' },
  to: { path: '^(core|document|exchange|server|web|e2e|perf)/', pathNot: `^(${[from, ...allowed].join('|')})/` },
});

/** The folders of web, from the page down: arrows only run down. */
const FLOORS = [
  ['app'],
  ['projects', 'bench'],
  ['panels', 'viewport'],
  ['actions'],
  ['session'],
  ['sync'],
  ['state'],
  ['tools'],
  ['snap'],
  ['trace'],
  ['view'],
  ['api'],
  ['work'],
  ['ui'],
];
const floor = (folders, above) => ({
  name: `web-${folders.join('-and-')}-knows-only-what-is-below`,
  severity: 'error',
  from: { path: `^web/src/(${folders.join('|')})/`, pathNot: '\\.(spec|fixture)\\.ts$' },
  to: { path: `^web/src/(${above.join('|')})/` },
});
const besideEachOther = (a, b) => ({
  name: `web-${a}-and-${b}-do-not-know-each-other`,
  severity: 'error',
  from: { path: `^web/src/${a}/` },
  to: { path: `^web/src/${b}/` },
});

/** The folders of core, from the bottom up: each knows those before it. `result` and `refuse` stand on linear. */
const CORE = [
  'linear',
  'plane',
  'curve',
  'knots',
  'degree',
  'edit',
  'measure',
  'exact',
  'reduce',
  'ends',
  'energy',
  'fit',
  'simplify',
  'shape',
  'join',
  'fair',
];
const NO_TEST = '\\.(spec|fixture)\\.ts$';
const coreOrder = CORE.map((folder, i) => ({
  name: `core-${folder}-knows-only-what-is-below`,
  severity: 'error',
  from: { path: `^core/src/${folder}/`, pathNot: NO_TEST },
  to: { path: '^core/src/', pathNot: `^core/src/((${CORE.slice(0, i + 1).join('|')})/|(result|refuse)\\.ts$)` },
}));
const core = [
  ...coreOrder,
  {
    name: 'core-result-and-refuse-are-at-the-bottom',
    severity: 'error',
    from: { path: '^core/src/(result|refuse)\\.ts$' },
    to: { path: '^core/src/', pathNot: '^core/src/linear/' },
  },
  {
    name: 'core-linear-knows-nothing',
    severity: 'error',
    from: { path: '^core/src/linear/', pathNot: NO_TEST },
    to: { path: '^core/src/', pathNot: '^core/src/linear/' },
  },
  {
    name: 'core-what-both-kinds-of-fit-share-knows-neither',
    severity: 'error',
    from: { path: '^core/src/fit/[^/]+$', pathNot: NO_TEST },
    to: { path: '^core/src/fit/[^/]+/' },
  },
  ...['through', 'near', 'balanced'].map((kind, i, kinds) => ({
    name: `core-fit-${kind}-does-not-know-the-others`,
    severity: 'error',
    from: { path: `^core/src/fit/${kind}/`, pathNot: NO_TEST },
    to: { path: `^core/src/fit/(${kinds.filter((_, k) => k !== i).join('|')}|compare)/` },
  })),
  {
    name: 'core-has-no-other-folders',
    severity: 'error',
    from: { path: `^core/src/(?!(${CORE.join('|')})/)[^/]+/` },
    to: {},
  },
];

module.exports = {
  forbidden: [
    ...core,
    layer('core', []),
    layer('document', ['core']),
    layer('exchange', ['core', 'document']),
    layer('server', ['core', 'document', 'exchange']),
    layer('web', ['core', 'document', 'exchange']),
    {
      name: 'core-has-no-dependencies',
      severity: 'error',
      from: { path: '^core/src', pathNot: '\\.(spec|fixture)\\.ts$' },
      to: { dependencyTypes: ['npm', 'npm-dev', 'core'] },
    },
    {
      name: 'workspaces-declare-what-they-use',
      severity: 'error',
      from: { path: '^(core|document|exchange|server|web)/src', pathNot: NO_TEST },
      to: { dependencyTypes: ['npm-no-pkg', 'npm-unknown', 'unknown'] },
    },
    ...FLOORS.flatMap((folders, i) => (i === 0 ? [] : [floor(folders, FLOORS.slice(0, i).flat())])),
    besideEachOther('panels', 'viewport'),
    besideEachOther('viewport', 'panels'),
    besideEachOther('projects', 'bench'),
    besideEachOther('bench', 'projects'),
    {
      name: 'web-tools-are-pure',
      comment: 'They run without a browser: no component, no service, no store.',
      severity: 'error',
      from: { path: '^web/src/(tools|snap|trace|view)/', pathNot: '\\.spec\\.ts$' },
      to: { path: 'node_modules/(@angular|@ngrx)/' },
    },
    {
      name: 'web-state-knows-api-and-document',
      severity: 'error',
      from: { path: '^web/src/state/', pathNot: '\\.spec\\.ts$' },
      to: { path: '^web/src/', pathNot: '^web/src/(state|api)/' },
    },
    {
      name: 'web-has-no-other-folders',
      severity: 'error',
      from: { path: `^web/src/(?!(${FLOORS.flat().join('|')})/)[^/]+/` },
      to: {},
    },
    {
      name: 'no-cycles',
      severity: 'error',
      from: { path: '^(core|document|exchange|server)/' },
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
    {
      name: 'no-cycles-in-web-of-any-kind',
      severity: 'error',
      from: { path: '^web/' },
      to: { circular: true },
    },
    { name: 'resolvable', severity: 'error', from: {}, to: { couldNotResolve: true, pathNot: '\\.svg$' } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)(dist|\\.angular|test-results)/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
    },
  },
};
