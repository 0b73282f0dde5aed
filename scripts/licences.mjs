// The licences of all packages that the lock names, and which of them are allowed: node scripts/licences.mjs > docs/licences.md
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { root } from './prepare.mjs'

/** Licences that ask for no more than to be named, or for changes of the package itself; `only` where it is for these. */
const allowed = {
  'Apache-2.0': {},
  'Apache-2.0 AND MIT': {},
  MIT: {},
  'MIT-0': {},
  '(MIT OR CC0-1.0)': {},
  ISC: {},
  'BSD-2-Clause': {},
  'BSD-3-Clause': {},
  '0BSD': {},
  'BlueOak-1.0.0': {},
  Unlicense: {},
  'CC0-1.0': {},
  'MPL-2.0': { why: 'used as they are: changes of their files would have to be given away' },
  'Python-2.0': { only: ['argparse'] },
  'OFL-1.1': { only: ['@fontsource-variable/'], why: 'fonts, under their own names' },
  'CC-BY-4.0': { only: ['caniuse-lite'], why: 'a table that the build reads' },
  'LGPL-3.0-or-later': {
    only: ['@img/'],
    why: 'libraries of the image optimiser of Next.js, which is off and never loaded',
  },
  'Apache-2.0 AND LGPL-3.0-or-later': { only: ['@img/'], why: 'the same, for other systems' },
  'Apache-2.0 AND LGPL-3.0-or-later AND MIT': { only: ['@img/'], why: 'the same, for other systems' },
}

/** @typedef {{ readonly name: string, readonly licence: string }} Package */

/** @returns {Package[]} every package once, by name */
export function packages(file = join(root, 'package-lock.json')) {
  const lock = JSON.parse(readFileSync(file, 'utf8'))
  const found = new Map()
  for (const [path, { license, link }] of Object.entries(lock.packages)) {
    const name = path.split('node_modules/').at(-1) ?? ''
    if (path.includes('node_modules/') && link !== true)
      found.set(`${name} ${license}`, { name, licence: license ?? 'none' })
  }
  return [...found.values()].sort((a, b) => (a.name < b.name ? -1 : 1))
}

/** Those whose licence is not allowed, or not for them. @param {readonly Package[]} all */
export const refused = (all) =>
  all.filter(({ name, licence }) => {
    const rule = Object.hasOwn(allowed, licence) ? allowed[licence] : null
    return rule === null || (rule.only !== undefined && !rule.only.some((start) => name.startsWith(start)))
  })

/** What docs/licences.md says. @param {readonly Package[]} all */
export function listed(all) {
  const rows = Object.entries(allowed).map(([licence, { why = '' }]) => {
    const names = all.filter((one) => one.licence === licence).map(({ name }) => name)
    return `- **${licence}**: ${names.length}${why === '' ? '' : ` (${why})`}: ${names.join(', ')}`
  })
  return `# Licences of what is built on\n\nMade by \`node scripts/licences.mjs\` from package-lock.json; a test fails where another licence comes in.\n\n${rows.join('\n')}\n`
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) process.stdout.write(listed(packages()))
