import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { secretsIn } from './place.ts'

const folder = mkdtempSync(join(tmpdir(), 'eudromos-place-'))
const file = join(folder, 'secrets.json')
afterAll(() => rmSync(folder, { recursive: true }))

test('secrets are made once, for their owner only; one that an older installation has not is added to those it has', () => {
  const made = secretsIn(folder)
  expect(secretsIn(folder)).toEqual(made)
  expect(new Set(Object.values(made)).size).toBe(Object.keys(made).length)
  expect(statSync(file).mode & 0o777).toBe(0o600)
  const { jobs, ...older } = made
  writeFileSync(file, JSON.stringify(older))
  const now = secretsIn(folder)
  expect(now).toMatchObject(older)
  expect(now.jobs).not.toBe(jobs)
  expect(JSON.parse(readFileSync(file, 'utf8'))).toEqual(now)
  expect(statSync(file).mode & 0o777).toBe(0o600)
})
