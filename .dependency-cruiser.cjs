/**
 * Dependencies point one way: core ← api ← server, web. The demo sits on the server, the browser tests on the demo.
 * Inside the core they point from face to face, inside the web from floor to floor.
 */
const only = (from, ...allowed) => ({
  name: `${from}-knows-only-what-it-may`,
  severity: 'error',
  from: { path: `^${from}/src` },
  to: {
    path: '^(core|api|server|web|demo|e2e)/',
    pathNot: [from, ...allowed].map((name) => `^${name}/`),
  },
});

/** What each face of the core may look at; what is not named here is no face. */
const UNDER_SESSIONS = ['working', 'units', 'rider', 'power', 'zones'];
const UNDER_SEASON = [...UNDER_SESSIONS, 'testing', 'sessions'];
const FACES = {
  working: [],
  units: ['working'],
  rider: ['working', 'units'],
  power: ['working', 'units', 'rider'],
  zones: ['working', 'units', 'rider', 'power'],
  testing: UNDER_SESSIONS,
  sessions: UNDER_SESSIONS,
  season: UNDER_SEASON,
  review: UNDER_SEASON,
  fuel: UNDER_SEASON,
  hills: UNDER_SEASON,
  simulation: [...UNDER_SEASON, 'season', 'review', 'fuel', 'hills'],
  formats: [...UNDER_SESSIONS, 'sessions', 'season', 'review', 'fuel', 'hills'],
};

const faces = Object.entries(FACES).map(([face, below]) => ({
  name: `core-${face}-looks-only-down`,
  comment: 'through the index of a face below, and nothing else',
  severity: 'error',
  from: { path: `^core/src/${face}/` },
  to: {
    path: '^core/src/',
    pathNot: [`^core/src/${face}/`, ...below.map((name) => `^core/src/${name}/index\\.ts$`)],
  },
}));

/** The floors of the web: what lies on each, and the floors below it. */
const FLOORS = {
  shared: [],
  ui: ['shared'],
  charts: ['shared', 'ui'],
  workers: ['shared'],
  features: ['shared', 'ui', 'charts', 'workers'],
  app: ['shared', 'ui', 'charts', 'features'],
};

const floors = Object.entries(FLOORS).map(([floor, below]) => ({
  name: `web-${floor}-looks-only-down`,
  severity: 'error',
  from: { path: `^web/src/${floor}/` },
  to: {
    path: '^web/src/',
    pathNot: [floor, ...below].map((name) => `^web/src/${name}/`),
  },
}));

module.exports = {
  forbidden: [
    only('core'),
    only('api', 'core'),
    only('server', 'core', 'api'),
    only('web', 'core', 'api'),
    only('demo', 'core', 'api', 'server'),
    ...faces,
    {
      name: 'a-folder-of-the-core-is-a-face',
      severity: 'error',
      from: {},
      to: { path: '^core/src/', pathNot: `^core/src/(${Object.keys(FACES).join('|')})/` },
    },
    ...floors,
    {
      name: 'no-feature-reaches-into-another',
      comment: 'what two of them need moves down to shared, ui or charts',
      severity: 'error',
      from: { path: '^web/src/features/([^/]+)/' },
      to: { path: '^web/src/features/', pathNot: '^web/src/features/$1/' },
    },
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
        pathNot:
          'node_modules/(zod|papaparse|date-fns|saxes|fit-file-parser|ical-generator|@types)/',
      },
    },
    {
      name: 'only-the-store-knows-the-database',
      comment: 'beside it what opens the file, and brings it up to date',
      severity: 'error',
      from: {
        path: '^(server|demo)/src/',
        pathNot:
          '^(server|demo)/src/(store/|migrations/|(driver|database|migrate|tables|known|checkedCopy|restore|workers/(tidyDatabase|takeInLog))\\.ts$)',
      },
      to: { path: 'node_modules/(kysely|better-sqlite3)/' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '^[a-z0-9]+/dist/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['source', 'import', 'types', 'default'],
      mainFields: ['module', 'main', 'types'],
    },
  },
};
