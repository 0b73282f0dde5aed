// Installs what a fresh machine lacks, without needing anything but Node: the packages of package-lock.json, and from
// Debian PostgreSQL (and Chromium, where browsers are tested).
import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { join } from 'node:path'

export const root = fileURLToPath(new URL('..', import.meta.url))

export const say = (text) => process.stdout.write(`${text}\n`)

export function fail(sentence) {
  process.stderr.write(`\n${sentence}\n`)
  process.exit(1)
}

function run(command, args, options = {}) {
  const done = spawnSync(command, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'], encoding: 'utf8', ...options })
  return { ok: done.status === 0, said: `${done.stdout ?? ''}${done.stderr ?? ''}${done.error ?? ''}` }
}

const lastLines = (text) => text.trim().split('\n').slice(-12).join('\n')

function installPackages() {
  const lock = join(root, 'package-lock.json')
  const marker = join(root, 'node_modules/.package-lock.json')
  if (existsSync(marker) && statSync(marker).mtimeMs >= statSync(lock).mtimeMs) return
  const stamp = join(root, 'node_modules/.eudromos-lock')
  const wanted = readFileSync(lock, 'utf8')
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return
  say('  installing node packages (a minute or two) …')
  const { ok, said } = run('npm', ['ci', '--no-fund', '--no-audit'])
  if (!ok) {
    if (/ENOSPC/.test(said))
      fail('The disk is full, so the node packages could not be installed. Free about 2 GB and start again.')
    fail(`The node packages could not be installed. npm said:\n${lastLines(said)}`)
  }
  writeFileSync(stamp, wanted)
}

const hasPostgres = () => {
  const base = '/usr/lib/postgresql'
  return existsSync(base) && readdirSync(base).some((version) => existsSync(join(base, version, 'bin/initdb')))
}

function installDebian(wanted) {
  const missing = wanted.filter(({ there }) => !there()).map(({ name }) => name)
  if (missing.length === 0) return
  if (process.getuid?.() !== 0)
    fail(
      `These Debian packages are missing: ${missing.join(', ')}. Install them with: sudo apt-get install ${missing.join(' ')}`,
    )
  say(`  installing ${missing.join(', ')} from Debian …`)
  if (missing.includes('postgresql')) {
    // Without this Debian makes and starts a default cluster, which is not ours to make.
    mkdirSync('/etc/postgresql-common', { recursive: true })
    const file = '/etc/postgresql-common/createcluster.conf'
    if (!existsSync(file)) writeFileSync(file, 'create_main_cluster = false\n')
  }
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  run('apt-get', ['update', '-q'], { env })
  const { ok, said } = run('apt-get', ['install', '-y', '-q', '--no-install-recommends', ...missing], { env })
  if (!ok) fail(`${missing.join(', ')} could not be installed. apt-get said:\n${lastLines(said)}`)
}

/** What journeys run in. */
const headless = 'chromium-headless-shell'

/** Puts everything in place that the commands need; `browser` where tests drive one. */
export function prepare({ browser }) {
  const [major] = process.versions.node.split('.').map(Number)
  if (major < 20) fail(`Node ${process.versions.node} is too old: Eudromos needs Node 20.9 or newer.`)
  installPackages()
  installDebian([
    { name: 'postgresql', there: hasPostgres },
    ...(browser ? [{ name: headless, there: () => existsSync(`/usr/bin/${headless}`) }] : []),
  ])
}
