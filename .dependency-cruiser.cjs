/** Imports point inward only: everyone may import core, core imports nobody. */
const only = (name, from, allowed) => ({
  name,
  severity: 'error',
  from: { path: `^${from}/`, pathNot: '\\.test\\.tsx?$' },
  to: {
    path: '^(core|api|gate|edge|scanner|server|web|cli|lib|demo|catalogue|tests)/',
    pathNot: `^(${[from, ...allowed].join('|')})/`,
  },
});

module.exports = {
  forbidden: [
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true } },
    only('core-imports-nobody', 'core', []),
    only('api-imports', 'api', ['core', 'gate']),
    only('gate-imports-core', 'gate', ['core']),
    only('edge-imports', 'edge', ['core', 'gate']),
    only('scanner-imports', 'scanner', ['core', 'edge']),
    only('server-imports', 'server', ['core', 'api', 'gate', 'edge', 'scanner']),
    only('web-never-imports-server', 'web', ['core', 'api', 'gate']),
    only('demo-stands-apart', 'demo', ['core']),
    only('catalogue-imports', 'catalogue', ['core', 'scanner']),
    only('lib-imports', 'lib', ['core', 'api', 'scanner']),
    only('cli-imports', 'cli', ['core', 'api', 'lib', 'gate', 'edge', 'scanner', 'server', 'demo']),
    {
      name: 'core-stays-pure',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'core-without-interface-code',
      severity: 'error',
      from: { path: '^core/' },
      to: { path: 'node_modules/(react|react-dom|express|pg|playwright-core)/' },
    },
    {
      name: 'gate-affords-only-small-core',
      comment: 'What visitors load must not pull schemas or catalogues in.',
      severity: 'error',
      from: { path: '^gate/(hold|banner)/' },
      to: {
        path: '^core/(setup|classify|observe|check)/|node_modules/',
        pathNot: 'type-only',
        dependencyTypesNot: ['type-only'],
      },
    },
    {
      name: 'commands-load-no-server',
      comment: 'Reading the whole server takes longer than most of what is run by hand or in a pipeline.',
      severity: 'error',
      from: { path: '^cli/', pathNot: '^cli/(bench|load)/|^cli/demo|^cli/commands/(running|demo|soak|bench)[.]' },
      to: { path: '^server/index[.]ts$', dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'driver-is-loaded-when-needed',
      comment: 'By scanner/driver.ts, since reading it takes most of the start of a command.',
      severity: 'error',
      from: { path: '^(core|edge|scanner|server|lib)/', pathNot: '^scanner/driver[.]ts$|\\.test\\.ts$' },
      to: { path: 'node_modules/playwright-core/', dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'tests-stay-outside',
      severity: 'error',
      from: { pathNot: '^tests/|\\.test\\.tsx?$' },
      to: { path: '^tests/' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)dist/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
    },
  },
};
