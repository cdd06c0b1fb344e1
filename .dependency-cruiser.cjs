/** Dependencies point one way: core ← api ← server, web. The demo sits on the server, the browser tests on the demo. */
const only = (from, ...allowed) => ({
  name: `${from}-knows-only-what-it-may`,
  severity: 'error',
  from: { path: `^${from}/src` },
  to: {
    path: '^(core|api|server|web|demo|e2e)/',
    pathNot: [from, ...allowed].map((name) => `^${name}/`),
  },
});

module.exports = {
  forbidden: [
    only('core'),
    only('api', 'core'),
    only('server', 'core', 'api'),
    only('web', 'core', 'api'),
    only('demo', 'core', 'api', 'server'),
    {
      name: 'no-circles',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
    {
      name: 'core-is-pure',
      comment: 'no input or output, no clock, no database, no interface',
      severity: 'error',
      from: { path: '^core/src' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'core-uses-few-packages',
      severity: 'error',
      from: { path: '^core/src' },
      to: {
        dependencyTypes: ['npm', 'npm-dev'],
        pathNot: 'node_modules/(zod|papaparse|date-fns|saxes|fit-file-parser|@types)/',
      },
    },
    {
      name: 'only-the-store-knows-the-database',
      severity: 'error',
      from: { path: '^server/src/routes' },
      to: { path: 'node_modules/(kysely|better-sqlite3)/' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '/dist/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['source', 'import', 'types', 'default'],
      mainFields: ['module', 'main', 'types'],
    },
  },
};
