import { access, type Lock } from './access.ts'
import { allRoutes } from './routes.ts'
import { Scene, secret, type Door } from './scene.ts'

let scene: Scene

beforeAll(async () => {
  scene = await Scene.begin()
})
afterAll(() => scene.end())

const routes = allRoutes()

test('the table has every route of the application, and no other', () => {
  expect(Object.keys(access).sort()).toEqual(routes)
  expect(routes.length).toBeGreaterThan(100)
})

const doors: readonly Door[] = ['nobody', 'agent', 'observer', 'supervisor', 'administrator']

/** What a door gets, whatever else is wrong with what it asks: let in, or kept out and how. */
function expected(lock: Lock, door: Door): 'let in' | 401 | 403 | 404 {
  if (lock === 'anybody') return 'let in'
  if (lock === 'device') return 404
  if (lock === 'key' || lock === 'signature') return 401
  if (door === 'nobody') return 401
  return lock.some((role) => role === door) ? 'let in' : 403
}

test.each(routes)('%s lets in whom it is for, and keeps out all others', async (route) => {
  const [method = '', pattern = ''] = route.split(' ')
  const { lock, query } = access[route] ?? { lock: [], query: '' }
  // Of what is not there, and with nothing asked for: whoever is let in is told so.
  const path = pattern.replace(/\[(\w+)\]/g, (_, name: string) => (name === 'n' || name === 'number' ? '1' : 'none'))
  const body = method === 'GET' ? undefined : {}
  for (const door of doors) {
    const { status, code } = await scene.ask(door, { method, path: `${path}${query}`, body })
    const wanted = expected(lock, door)
    const got = wanted === 'let in' && status !== 401 && status !== 403 ? 'let in' : status
    expect([route, door, got]).toEqual([route, door, wanted])
    expect(status === 500 ? code : '').toBe('')
  }
  if (route === 'POST /api/auth/sign-out') await scene.signInAll()
})

const seeing = routes.filter((route) => access[route]?.sight != null)

test.each(seeing)('%s tells nobody outside of a private team’s work', async (route) => {
  const sight = access[route]?.sight
  if (sight == null) throw new Error('not in the table')
  const [method = ''] = route.split(' ')
  const call = { method, ...sight.ask(scene) }
  const outside = await scene.ask('supervisor', call)
  expect([route, [403, 404].includes(outside.status)]).toEqual([route, sight.outside === 'refused'])
  expect(outside.status).toBeLessThan(500)
  // Nothing that was said, and no conversation by which more could be asked for.
  expect(outside.text).not.toContain(secret)
  for (const id of [scene.live, scene.over]) expect(outside.text).not.toContain(id)
  const lead = await scene.ask('lead', call)
  expect([route, lead.status < 300]).toEqual([route, sight.lead === 'answered'])
})

test('why somebody was offered it then is told of an offer of the record, and of no other event', async () => {
  const record = await scene.stand.database.query.record.findFirst({ where: (one, { eq }) => eq(one.id, scene.over) })
  const seq = record?.offers[0]?.seq ?? 0
  const ask = (door: Door, at: number) =>
    scene.ask(door, { method: 'GET', path: `/api/grounds?interaction=${scene.over}&seq=${at}` })
  const told = await ask('lead', seq)
  expect(told.status).toBe(200)
  expect(told.text).toContain(record?.offers[0]?.agentId)
  expect((await ask('lead', seq + 1)).status).toBe(404)
  expect((await ask('supervisor', seq)).status).toBe(404)
})
