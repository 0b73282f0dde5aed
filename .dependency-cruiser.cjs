/* global module */
// Arrows go down only: a folder imports what stands below it, never beside or above.
const below = {
  core: [],
  database: ['core'],
  router: ['core', 'database'],
  outside: [],
  jobs: ['core', 'database'],
  web: ['core', 'database', 'jobs'],
}
const all = ['core', 'database', 'router', 'jobs', 'outside', 'web', 'e2e', 'scripts']
const tests = '\\.test\\.tsx?$'

const folders = Object.entries(below).map(([folder, allowed]) => ({
  name: `${folder}-imports-only-what-is-below`,
  severity: 'error',
  from: { path: `^${folder}/`, pathNot: tests },
  to: { path: `^(${all.filter((other) => other !== folder && !allowed.includes(other)).join('|')})/` },
}))

// Inside core, from the lowest to the highest: each subject imports those before it, by their index.
const subjects = [
  'ids',
  'hours',
  'exchange',
  'heap',
  'numbers',
  'skills',
  'plan',
  'rota',
  'capacity',
  'presence',
  'figures',
  'headline',
  'calls',
  'mail',
  'routing',
  'records',
  'testing',
]
const inCore = subjects.map((subject, n) => ({
  name: `core-${subject}-imports-only-lower-subjects`,
  severity: 'error',
  from: { path: `^core/${subject}/`, pathNot: tests },
  to: { path: `^core/(${subjects.slice(n + 1).join('|') || 'nothing'})/` },
}))

module.exports = {
  forbidden: [
    ...folders,
    ...inCore,
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-subjects-by-their-face',
      severity: 'error',
      from: { path: '^core/([^/]+)/', pathNot: tests },
      to: { path: '^core/[^/]+/.+', pathNot: ['^core/$1/', '/index\\.ts$'] },
    },
    {
      name: 'core-is-pure',
      severity: 'error',
      from: { path: '^core/', pathNot: tests },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'screens-do-not-touch-the-database',
      severity: 'error',
      from: { path: '^web/(components|view|messages|theme)/' },
      to: { path: '^(database|web/server|web/app)/', dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'sql-stays-in-database',
      severity: 'error',
      from: { pathNot: ['^database/', tests, '^scripts/', '^e2e/'] },
      to: { path: 'node_modules/(pg|drizzle-orm)/', dependencyTypesNot: ['type-only'] },
    },
    { name: 'nothing-unresolved', severity: 'error', from: {}, to: { couldNotResolve: true } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: ['\\.next/', 'migrations/'] },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
      extensions: ['.ts', '.tsx', '.mjs', '.js', '.cjs', '.json', '.d.ts'],
    },
  },
}
