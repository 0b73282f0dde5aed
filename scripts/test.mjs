// npm test: everything that must hold, from a fresh clone on. Ends with a line "N passed, N failed".
import { spawn, spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { availableParallelism, tmpdir } from 'node:os'
import { join, relative } from 'node:path'
import { prepare, root, say } from './prepare.mjs'

let passed = 0
let failed = 0
/** What failed, by name: said again at the end, where the output of a long run is looked at first. */
const failures = []
const reports = mkdtempSync(join(tmpdir(), 'eudromos-reports-'))
const bin = (name) => join(root, 'node_modules/.bin', name)

const environment = (more = {}) => ({ ...process.env, NEXT_TELEMETRY_DISABLED: '1', ...more })
const took = (what, well, from) =>
  `── ${what}: ${well ? 'well' : 'FAILED'}, ${((performance.now() - from) / 1000).toFixed(0)} s`

function run(what, command, args, env = {}) {
  say(`\n── ${what}`)
  const from = performance.now()
  const done = spawnSync(command, args, { cwd: root, stdio: 'inherit', env: environment(env) })
  say(took(what, done.status === 0, from))
  return done.status === 0
}

/** The same beside others: what it says comes when it is done. */
const runBeside = (what, command, args) =>
  new Promise((resolve) => {
    const from = performance.now()
    const child = spawn(command, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'], env: environment() })
    let said = ''
    for (const stream of [child.stdout, child.stderr]) stream.setEncoding('utf8').on('data', (part) => (said += part))
    const end = (well) => {
      say(`\n── ${what}\n${said.trim()}`)
      say(took(what, well, from))
      resolve(well)
    }
    child.on('error', (error) => (said += String(error)))
    child.on('close', (status) => end(status === 0))
  })

/** Steps that are one check each, in lanes beside each other; within a lane one waits for the other. Those that failed. */
async function checks(lanes) {
  const wrong = []
  const work = async (lane) => {
    for (const step of lane) {
      if (await runBeside(...step)) passed += 1
      else wrong.push(step[0])
    }
  }
  await Promise.all(lanes.map(work))
  failed += wrong.length
  failures.push(...wrong)
  return wrong
}

/** A step that counts its own tests in a report: how many were good, and the names of those that were not. */
function counted(what, command, args, env, count) {
  const well = run(what, command, args, env)
  let bad = []
  try {
    const [good, names] = count()
    passed += good
    bad = names
  } catch {
    bad = [`${what}: its report cannot be read`]
  }
  if (!well && bad.length === 0) bad = [what]
  failed += bad.length
  failures.push(...bad)
}

const jestReport = (file) => {
  const { numPassedTests, testResults } = JSON.parse(readFileSync(file, 'utf8'))
  const bad = testResults.flatMap(({ name, status, assertionResults }) => {
    const failing = assertionResults.filter((one) => one.status === 'failed').map(({ fullName }) => fullName)
    const names = failing.length === 0 && status === 'failed' ? ['does not run'] : failing
    return names.map((one) => `${relative(root, name)}: ${one}`)
  })
  return [numPassedTests, bad]
}

const journeysReport = (file) => {
  const { stats, suites } = JSON.parse(readFileSync(file, 'utf8'))
  const bad = (suite) => [
    ...(suite.specs ?? []).filter(({ ok, tests }) => !ok || tests.some(({ status }) => status === 'flaky')),
    ...(suite.suites ?? []).flatMap(bad),
  ]
  return [stats.expected, suites.flatMap(bad).map(({ file: of, title }) => `${of}: ${title}`)]
}

prepare({ browser: true })
const folders = ['core', 'database', 'router', 'jobs', 'outside', 'web', 'e2e', 'scripts']
const building = 'build of the web'
const types = (what, project) => [`types of ${what}`, bin('tsc'), ['-p', project]]
const wrong = await checks([
  // The build writes types of its own, which the others of its lane read.
  [
    [building, process.execPath, ['--import', 'tsx', 'scripts/build-web.ts']],
    types('web', 'web'),
    ['lint', bin('eslint'), ['.', '--max-warnings', '0']],
  ],
  [
    types('core', 'core'),
    ['format', bin('prettier'), ['--check', '--log-level', 'warn', '.']],
    types('database, router, jobs and outside', 'tsconfig.node.json'),
    ['arrows between folders', bin('depcruise'), ['--config', '.dependency-cruiser.cjs', ...folders]],
    types('tests, e2e and scripts', 'tsconfig.tests.json'),
  ],
])

const unit = join(reports, 'unit.json')
const workers = `--maxWorkers=${Math.min(4, availableParallelism())}`
counted('unit, property and database tests', bin('jest'), [workers, '--json', `--outputFile=${unit}`], {}, () =>
  jestReport(unit),
)

if (!wrong.includes(building)) {
  const kill = join(reports, 'kill.json')
  counted(
    'kills, restarts and attacks',
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
    () => journeysReport(journeys),
  )
}

rmSync(reports, { recursive: true, force: true })
for (const one of failures) say(`failed: ${one}`)
say(`\n${passed} passed, ${failed} failed`)
process.exit(failed === 0 ? 0 : 1)
