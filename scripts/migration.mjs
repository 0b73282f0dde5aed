// npm run migration -- --name X [--custom]: makes a migration from what has changed in the schema. Of the pictures of the
// schema that drizzle-kit compares with, only the newest is of use: the one before it goes.
import { spawnSync } from 'node:child_process'
import { readdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { root } from './prepare.mjs'

const meta = join(root, 'database/migrations/meta')
const args = ['drizzle-kit', 'generate', '--config', 'database/drizzle.config.ts', ...process.argv.slice(2)]
const { status } = spawnSync('npx', args, { cwd: root, stdio: 'inherit' })
const pictures = readdirSync(meta).filter((name) => name.endsWith('_snapshot.json'))
for (const old of pictures.sort().slice(0, -1)) rmSync(join(meta, old))
process.exit(status ?? 1)
