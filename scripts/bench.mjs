// npm run bench: see scripts/bench/main.ts.
import { spawnSync } from 'node:child_process'
import { prepare, root } from './prepare.mjs'

prepare({ browser: false })
const args = ['--conditions=react-server', '--import', 'tsx', 'scripts/bench/main.ts', ...process.argv.slice(2)]
process.exit(spawnSync(process.execPath, args, { cwd: root, stdio: 'inherit' }).status ?? 1)
