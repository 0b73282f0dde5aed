// npm run -s eudromos -- COMMAND: see scripts/cli.ts.
import { spawnSync } from 'node:child_process'
import { prepare, root } from './prepare.mjs'

prepare({ browser: false })
const args = ['--import', 'tsx', 'scripts/cli.ts', ...process.argv.slice(2)]
process.exit(spawnSync(process.execPath, args, { cwd: root, stdio: 'inherit' }).status ?? 1)
