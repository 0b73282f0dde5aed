// npm run demo: see scripts/demo/main.ts. This file needs nothing installed; it installs, then hands over.
import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { prepare, root, say } from './prepare.mjs'

say('Eudromos demo')
prepare({ browser: false })
const run = (...args) =>
  spawn(process.execPath, ['--import', 'tsx', join(root, 'scripts/demo/main.ts'), ...args], {
    cwd: root,
    stdio: 'inherit',
  })
const options = process.argv.slice(2)
const child = run(...options)
// The terminal tells both of us; the child ends everything in order, and we end with it.
process.on('SIGINT', () => undefined)
process.on('SIGTERM', () => child.kill('SIGTERM'))
// npm may be ended without a word to us.
const parent = process.ppid
setInterval(() => {
  if (process.ppid !== parent) child.kill('SIGTERM')
}, 500).unref()
child.on('exit', (code, signal) => {
  if (signal === null) process.exit(code ?? 1)
  // It was killed, and could not end what it had started.
  run(...options, '--stop').on('exit', () => process.exit(1))
})
