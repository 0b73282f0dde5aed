import { createServer, request as ask, type IncomingMessage, type Server } from 'node:http'
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { straightTo } from './straight.mjs'

// What a build would have: each route's module with its handlers.
const routes: Record<string, string> = {
  'api/things/[id]': `GET: async (request, { params }) => Response.json({ id: (await params).id, url: request.url, of: 'any' }, {
      headers: [['set-cookie', 'a=1'], ['set-cookie', 'b=2'], ['cache-control', 'no-store']] }),
    DELETE: async () => new Response(null, { status: 204 })`,
  'api/things/first': `GET: async () => Response.json({ of: 'first' })`,
  'api/echo': `POST: async (request) => Response.json({ text: await request.text(), kind: request.headers.get('content-type') }, { status: 201 })`,
  'api/small': `POST: async (request) => { const { value } = await request.body.getReader().read(); return Response.json({ first: value.length }, { status: 413 }) }`,
  'api/large': `GET: async () => new Response(new ReadableStream({ pull(c) { this.n = (this.n ?? 0) + 1; c.enqueue(new Uint8Array(65536).fill(65)); if (this.n === 40) c.close() } }))`,
  'api/live': `GET: async (request) => new Response(new ReadableStream({
      start(c) { c.enqueue(new TextEncoder().encode('data: 1\\n\\n')); request.signal.addEventListener('abort', () => { globalThis.eudromosAborted = true; c.close() }) } }),
      { headers: { 'content-type': 'text/event-stream' } })`,
  'api/fails': `GET: async () => { throw new Error('within') }`,
}

let folder: string
let server: Server
let origin: string

beforeAll(async () => {
  jest.spyOn(console, 'error').mockImplementation(() => undefined)
  folder = mkdtempSync(join(tmpdir(), 'eudromos-straight-'))
  const built = join(folder, '.next/server')
  const files: Record<string, string> = { '/plan/page': 'app/plan/page.js', '/api/broken/route': 'app/none.js' }
  for (const [path, handlers] of Object.entries(routes)) {
    files[`/${path}/route`] = `app/${path}/route.js`
    mkdirSync(join(built, 'app', path), { recursive: true })
    writeFileSync(
      join(built, 'app', path, 'route.js'),
      `let there = false
      const handlers = { ${handlers} }
      module.exports = { routeModule: {
        ensureUserland: async () => { there = true },
        get userland() { if (!there) throw new Error('not loaded'); return handlers },
      } }`,
    )
  }
  writeFileSync(join(built, 'app-paths-manifest.json'), JSON.stringify(files))
  const straight = straightTo(folder)
  server = createServer((incoming, outgoing) => {
    straight(incoming, outgoing).then(
      (answered) => answered || outgoing.writeHead(404, { by: 'the framework' }).end(),
      () => outgoing.writeHead(500).end(),
    )
  })
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  origin = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
})
afterAll(async () => {
  server.closeAllConnections()
  await new Promise((resolve) => server.close(resolve))
  rmSync(folder, { recursive: true })
})

test('a route is answered by its own handler, with its part of the address, its cookies and what guards all', async () => {
  const answer = await fetch(`${origin}/api/things/a%20b?x=1`)
  expect(await answer.json()).toEqual({ id: 'a%20b', url: `${origin}/api/things/a%20b?x=1`, of: 'any' })
  expect(answer.headers.getSetCookie()).toEqual(['a=1', 'b=2'])
  expect(answer.headers.get('x-content-type-options')).toBe('nosniff')
  expect(answer.headers.get('cache-control')).toBe('no-store')
  expect(answer.headers.get('content-length')).not.toBeNull()
  expect(await (await fetch(`${origin}/api/things/first`)).json()).toEqual({ of: 'first' })
  expect((await fetch(`${origin}/api/things/x`, { method: 'DELETE' })).status).toBe(204)
})

test.each([
  ['GET', '/plan'],
  ['GET', '/api/nothing'],
  ['GET', '/api/broken'],
  ['GET', '/api/things/'],
  ['GET', '/api/things/a/b'],
  ['PUT', '/api/things/a'],
  ['HEAD', '/api/things/a'],
])('%s %s is the framework’s', async (method, path) => {
  const answer = await fetch(`${origin}${path}`, { method })
  expect([answer.status, answer.headers.get('by')]).toEqual([404, 'the framework'])
})

test('a body is read whole, in its parts, and one that is not read to its end keeps no answer', async () => {
  const text = 'ä'.repeat(300_000)
  const answer = await fetch(`${origin}/api/echo`, {
    method: 'POST',
    body: text,
    headers: { 'content-type': 'text/plain' },
  })
  expect(answer.status).toBe(201)
  expect(await answer.json()).toEqual({ text, kind: 'text/plain' })
  for (let n = 0; n < 3; n += 1) {
    const refused = await fetch(`${origin}/api/small`, { method: 'POST', body: 'x'.repeat(3_000_000) })
    expect(refused.status).toBe(413)
    expect(((await refused.json()) as { first: number }).first).toBeGreaterThan(0)
  }
})

test('what comes in many parts comes whole', async () => {
  const answer = await fetch(`${origin}/api/large`)
  expect((await answer.arrayBuffer()).byteLength).toBe(40 * 65_536)
})

test('a stream begins at once, and is told when its reader has gone', async () => {
  const incoming = await new Promise<IncomingMessage>((resolve) => ask(`${origin}/api/live`, resolve).end())
  const first = await new Promise<string>((resolve) =>
    incoming.once('data', (part: Buffer) => resolve(part.toString())),
  )
  expect(first).toBe('data: 1\n\n')
  incoming.destroy()
  const told = globalThis as { eudromosAborted?: boolean }
  for (const end = Date.now() + 5000; Date.now() < end && told.eudromosAborted !== true;)
    await new Promise((resolve) => setTimeout(resolve, 10))
  expect(told.eudromosAborted).toBe(true)
})

test('what throws is for the server to answer, and the next is answered', async () => {
  expect((await fetch(`${origin}/api/fails`)).status).toBe(500)
  expect((await fetch(`${origin}/api/things/first`)).status).toBe(200)
})

test('an address that none can be read from is the framework’s', async () => {
  const status = await new Promise((resolve) => {
    ask(`${origin}/api/things/first`, { headers: { host: 'a b' } }, (answer) => resolve(answer.statusCode)).end()
  })
  expect(status).toBe(404)
})
