// Faults put into the core by a program, one after the other: how many do its tests notice? `npm run mutate`.
/** @type {import('@stryker-mutator/api/core').PartialStrykerOptions} */
export default {
  testRunner: 'jest',
  jest: { configFile: 'stryker.jest.mjs' },
  mutate: [
    'core/records/*.ts',
    'core/figures/*.ts',
    'core/plan/check*.ts',
    '!core/**/*.test.ts',
    '!core/**/index.ts',
    'core/figures/index.ts',
  ],
  coverageAnalysis: 'perTest',
  concurrency: 2,
  // What a module says once, as it is loaded, is in force in every test.
  ignoreStatic: true,
  reporters: ['clear-text', 'progress-append-only', 'json'],
  incremental: true,
  incrementalFile: '.stryker/known.json',
  clearTextReporter: { logTests: false, reportScoreTable: true },
  jsonReporter: { fileName: '.stryker/report.json' },
  tempDirName: '.stryker/tmp',
  ignorePatterns: ['.eudromos', 'web', 'docs', 'e2e', 'outside', 'router', 'database', 'test-results'],
  thresholds: { high: 95, low: 90, break: 85 },
  allowConsoleColors: false,
}
