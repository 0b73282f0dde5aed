// Builds the web application where its sources changed since the last build.
import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { root } from './prepare.mjs'

const sources = ['core', 'database', 'jobs', 'web', 'package-lock.json', 'tsconfig.base.json']
/** Among them what the build itself writes. */
const left = new Set(['node_modules', '.next', 'migrations', 'next-env.d.ts', 'testing'])

function* filesOf(path: string): Generator<string> {
  if (/\.(tsx?|json|css|mjs|woff2|svg|png)$/.test(path)) yield path
  else if (!/\.\w+$/.test(path))
    for (const name of readdirSync(join(root, path)).sort())
      if (!left.has(name) && !/\.(test\.tsx?|tsbuildinfo)$/.test(name)) yield* filesOf(join(path, name))
}

function fingerprint(): string {
  const hash = createHash('sha256')
  for (const source of sources)
    for (const file of filesOf(source)) hash.update(file).update(readFileSync(join(root, file)))
  return hash.digest('hex')
}

/**
 * The builder writes a chunk that many routes need once for each of them, under another name. Of chunks that differ in
 * nothing else one stays and the others lead to it, so that a web process reads, compiles and keeps it once.
 */
function joinChunks(folder: string): void {
  const known = new Map<string, string>()
  for (const name of readdirSync(folder).sort())
    if (name.endsWith('.js')) {
      const file = join(folder, name)
      const text = readFileSync(file, 'utf8').replace(/\n\/\/# sourceMappingURL=.*\s*$/, '')
      const hash = createHash('sha256').update(text).digest('hex')
      const first = known.get(hash)
      if (first === undefined) known.set(hash, name)
      else {
        rmSync(file)
        symlinkSync(first, file)
      }
    }
}

/** True when it had to build. Throws with the builder's last words when that fails. */
export function buildWeb(): boolean {
  const stamp = join(root, 'web/.next/eudromos-sources')
  const wanted = fingerprint()
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return false
  const done = spawnSync(process.execPath, [join(root, 'node_modules/next/dist/bin/next'), 'build'], {
    cwd: join(root, 'web'),
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1', NODE_ENV: 'production' },
    encoding: 'utf8',
  })
  if (done.status !== 0) throw new Error(`The build failed:\n${`${done.stdout}${done.stderr}`.slice(-4000)}`)
  for (const folder of ['chunks', 'chunks/ssr']) joinChunks(join(root, 'web/.next/server', folder))
  writeFileSync(stamp, wanted)
  return true
}
