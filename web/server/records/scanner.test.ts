import { mkdtempSync, rmSync } from 'node:fs'
import { createServer, type AddressInfo, type Server } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { startScanner } from '../../../outside/scanner.ts'
import { ProblemError } from '../edge/problem.ts'
import { requireClean } from './scanner.ts'

const eicar = ['X5O!P%@AP[4\\PZX54(P^)7CC)7}$', 'EICAR-STANDARD-ANTIVIRUS-TEST-FILE!$H+H*'].join('')
const folder = mkdtempSync(join(tmpdir(), 'eudromos-scanner-'))
afterAll(() => rmSync(folder, { recursive: true }))

const heard = (server: Server): Promise<void> => new Promise((resolve) => server.once('listening', resolve))
const codeOf = (asked: Promise<void>): Promise<string> =>
  asked.then(
    () => 'clean',
    (error: unknown) => (error instanceof ProblemError ? error.problem.code : String(error)),
  )

test('a file is clean, or holds what the scanner knows, wherever in it that stands', async () => {
  const at = join(folder, 'a.sock')
  const server = startScanner(at)
  await heard(server)
  const large = Buffer.alloc(300_000, 7)
  expect(await codeOf(requireClean(Buffer.alloc(0), at))).toBe('clean')
  expect(await codeOf(requireClean(large, at))).toBe('clean')
  // Across the border of two parts as well.
  for (const place of [0, 65_500, 299_000]) {
    const bytes = Buffer.from(large)
    bytes.write(eicar, place, 'latin1')
    expect(await codeOf(requireClean(bytes, at))).toBe('infected')
  }
  expect(await codeOf(requireClean(Buffer.alloc(33 * 1024 * 1024), at))).toBe('scannerAway')
  server.close()
})

test('by a port too; a scanner that is not there, or says something else, lets nothing in; without one all goes', async () => {
  const server = startScanner(0)
  await heard(server)
  const at = `127.0.0.1:${(server.address() as AddressInfo).port}`
  expect(await codeOf(requireClean(Buffer.from(eicar), at))).toBe('infected')
  expect(await codeOf(requireClean(Buffer.from('words'), at))).toBe('clean')
  await new Promise((resolve) => server.close(resolve))
  expect(await codeOf(requireClean(Buffer.from('words'), at))).toBe('scannerAway')
  const odd = createServer((socket) => void socket.end('stream: no idea ERROR\0')).listen(join(folder, 'odd.sock'))
  await heard(odd)
  expect(await codeOf(requireClean(Buffer.from('words'), join(folder, 'odd.sock')))).toBe('scannerAway')
  odd.close()
  expect(await codeOf(requireClean(Buffer.from(eicar), ''))).toBe('clean')
})
