/** The layers: core <- document <- exchange <- {server, web}, and nothing else. */
const layer = (from, allowed) => ({
  name: `${from}-knows-only-what-is-below`,
  severity: 'error',
  from: { path: `^${from}/src`, pathNot: '\\.spec\\.ts$' },
  to: { path: '^(core|document|exchange|server|web|e2e|perf)/', pathNot: `^(${[from, ...allowed].join('|')})/` },
});

module.exports = {
  forbidden: [
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
      name: 'no-cycles',
      severity: 'error',
      from: { path: '^(core|document|exchange|server|web)/' },
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
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
