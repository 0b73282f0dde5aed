import { createServer, type Server, type Socket } from 'node:net'
import { connect, connectAlone, isAway, whenThere } from './connect.ts'
import { testDatabase } from './testing/index.ts'

const failure = (what: Promise<unknown>): Promise<unknown> =>
  what.then(
    () => null,
    (error: unknown) => error,
  )

/** A server that takes connections and closes each at once. */
async function closing(): Promise<{ server: Server; url: string }> {
  const server = createServer((socket: Socket) => socket.destroy())
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  const { port } = server.address() as { port: number }
  return { server, url: `postgres://nobody@127.0.0.1:${port}/none` }
}

test('a server that is not reached may be there later; what it refuses stays refused', async () => {
  const { server, url } = await closing()
  expect(isAway(await failure(connectAlone(url)))).toBe(true)
  await new Promise((resolve) => server.close(resolve))
  const refused = await failure(connectAlone(url))
  expect(isAway(refused)).toBe(true)
  expect(isAway(new Error('a query failed', { cause: refused }))).toBe(true)
  for (const [code, away] of [
    ['57P03', true],
    ['08006', true],
    ['EPIPE', false],
    ['28P01', false],
  ] as const)
    expect([code, isAway(Object.assign(new Error('made up'), { code }))]).toEqual([code, away])
  expect(isAway(Object.assign(new Error('cut off'), { code: 'EPIPE', syscall: 'write' }))).toBe(true)
  expect(isAway(new TypeError('a mistake'))).toBe(false)
})

test('what asks a server waits until it is there, and fails at once for any other reason', async () => {
  const place = await testDatabase()
  const database = connect(place.webUrl, 1)
  const { server, url: nowhere } = await closing()
  const away: unknown[] = []
  let tries = 0
  const ask = async (): Promise<number> => {
    tries += 1
    if (tries < 3) await connectAlone(nowhere)
    const { rows } = await database.$client.query<{ n: number }>('select 1 as n')
    return rows[0]?.n ?? 0
  }
  expect(await whenThere(ask, (error) => away.push(error))).toBe(1)
  expect([tries, away.length]).toEqual([3, 2])
  await expect(
    whenThere(
      () => database.$client.query('select nothing'),
      () => away.push(null),
    ),
  ).rejects.toMatchObject({
    code: '42703',
  })
  expect(away).toHaveLength(2)
  await database.$client.end()
  await place.drop()
  server.close()
})
