// The routes of the application as its files have them.
import { readdirSync, readFileSync } from 'node:fs'
import { join, relative } from 'node:path'
import { root } from '../../scripts/prepare.mjs'

const folder = join(root, 'web/app/api')
const methods = /\b(GET|POST|PUT|PATCH|DELETE)\b/g

/** Each as "GET /api/records/[id]". */
export function allRoutes(): string[] {
  const files = readdirSync(folder, { recursive: true, encoding: 'utf8' }).filter((file) => file.endsWith('route.ts'))
  return files
    .flatMap((file) => {
      const path = `/api/${relative('.', file).replace(/\/?route\.ts$/, '')}`
      const exported = readFileSync(join(folder, file), 'utf8').match(
        /^export (?:const|function|async function)?[^=(\n]*/gm,
      )
      return (exported ?? []).flatMap((line) => (line.match(methods) ?? []).map((method) => `${method} ${path}`))
    })
    .sort()
}
