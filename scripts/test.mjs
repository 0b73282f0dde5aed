// npm test: everything that must hold, from a fresh clone on. Ends with a line "N passed, N failed".
import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { prepare, root, say } from './prepare.mjs'

let passed = 0
let failed = 0
const reports = mkdtempSync(join(tmpdir(), 'eudromos-reports-'))
const bin = (name) => join(root, 'node_modules/.bin', name)

function run(what, command, args, env = {}) {
  say(`\n── ${what}`)
  const from = performance.now()
  const done = spawnSync(command, args, {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1', ...env },
  })
  say(`── ${what}: ${done.status === 0 ? 'well' : 'FAILED'}, ${((performance.now() - from) / 1000).toFixed(0)} s`)
  return done.status === 0
}

/** A step that is one check: it passes or fails as a whole. */
function check(what, command, args) {
  if (run(what, command, args)) passed += 1
  else failed += 1
}

/** A step that counts its own tests in a report. */
function counted(what, command, args, env, count) {
  const well = run(what, command, args, env)
  try {
    const [good, bad] = count()
    passed += good
    failed += bad
    if (!well && bad === 0) failed += 1
  } catch {
    failed += 1
  }
}

const jestReport = (file) => {
  const { numPassedTests, numFailedTests, numRuntimeErrorTestSuites } = JSON.parse(readFileSync(file, 'utf8'))
  return [numPassedTests, numFailedTests + numRuntimeErrorTestSuites]
}

prepare({ browser: true })
check('format', bin('prettier'), ['--check', '--log-level', 'warn', '.'])
check('lint', bin('eslint'), ['.', '--max-warnings', '0'])
check('arrows between folders', bin('depcruise'), [
  '--config',
  '.dependency-cruiser.cjs',
  'core',
  'database',
  'router',
  'outside',
  'web',
  'e2e',
  'scripts',
])
for (const folder of ['core', 'database', 'router', 'outside', 'web', 'e2e', 'scripts'])
  check(`types of ${folder}`, bin('tsc'), ['-p', folder])

check('types of the tests', bin('tsc'), ['-p', 'tsconfig.tests.json'])

const unit = join(reports, 'unit.json')
counted('unit, property and database tests', bin('jest'), ['--json', `--outputFile=${unit}`], {}, () =>
  jestReport(unit),
)

if (run('build of the web', process.execPath, ['--import', 'tsx', 'scripts/build-web.ts'])) {
  const kill = join(reports, 'kill.json')
  counted(
    'kills and restarts',
    bin('jest'),
    ['--config', 'e2e/jest.config.mjs', '--json', `--outputFile=${kill}`],
    {},
    () => jestReport(kill),
  )
  const journeys = join(reports, 'journeys.json')
  counted(
    'journeys in Chromium',
    bin('playwright'),
    ['test', '--config', 'e2e/playwright.config.ts'],
    { EUDROMOS_E2E_REPORT: journeys },
    () => {
      const { stats } = JSON.parse(readFileSync(journeys, 'utf8'))
      return [stats.expected, stats.unexpected + stats.flaky]
    },
  )
} else failed += 1

rmSync(reports, { recursive: true, force: true })
say(`\n${passed} passed, ${failed} failed`)
process.exit(failed === 0 ? 0 : 1)
