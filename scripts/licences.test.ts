import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { listed, packages, refused } from './licences.mjs'

test('every package has a licence that is allowed, and the list of them is of today', () => {
  const all = packages()
  expect(all.length).toBeGreaterThan(500)
  expect(refused(all)).toEqual([])
  expect(readFileSync(join(process.cwd(), 'docs/licences.md'), 'utf8')).toBe(listed(all))
})

test('what is not allowed is found: another licence, none, or one that is for others only', () => {
  const wrong = [
    { name: 'a', licence: 'GPL-3.0' },
    { name: 'b', licence: 'none' },
    { name: 'c', licence: 'LGPL-3.0-or-later' },
    { name: 'd', licence: 'toString' },
  ]
  expect(refused([...wrong, { name: '@img/x', licence: 'LGPL-3.0-or-later' }, { name: 'e', licence: 'MIT' }])).toEqual(
    wrong,
  )
})
