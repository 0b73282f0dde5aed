import fc from 'fast-check'
import { personCommands, personCommandTypes, type PersonCommandType } from '../../web/server/commands/index.ts'
import { access } from './access.ts'
import { allRoutes } from './routes.ts'
import { Scene, type Call, type Door } from './scene.ts'

jest.mock('server-only', () => ({}))
jest.setTimeout(600_000)

/** So many inputs; EUDROMOS_FUZZ for more, or fewer. */
const inputs = Number(process.env.EUDROMOS_FUZZ ?? 3000)
const atOnce = 25

let scene: Scene

beforeAll(async () => {
  scene = await Scene.begin()
})
afterAll(() => scene.end())

/** What is of no use to anybody, and what is nearly of use. */
const odd: fc.Arbitrary<unknown> = fc.oneof(
  fc.constantFrom<unknown>(
    ...[
      null,
      true,
      0,
      -1,
      0.5,
      1e300,
      -1e300,
      2 ** 31,
      2 ** 53,
      8.64e15,
      '',
      ' ',
      'x',
      '5',
      '%25',
      '%',
      '../..',
      '\u0000',
    ],
    ...['\ud800', '\u202e', 'x'.repeat(5000), 'none', '2027-03-12', [], {}, [[]], { toString: 1 }, { __proto__: 1 }],
    ...[{ length: 1e9 }, ['a', 'a'], [null], [{}], { id: 'none' }, '01920000-0000-7000-8000-000000000001'],
    ...[
      'ana-mirel',
      'sailings',
      'skerrow-site',
      'lost-property',
      'quay-watch',
      'ready',
      '+442079460123',
      'a@b.example',
    ],
  ),
  fc.jsonValue({ maxDepth: 3 }),
  fc.string({ unit: 'binary', maxLength: 20 }),
)

const described = (type: PersonCommandType): string[] => Object.keys(personCommands[type].shape.describe().fields)

/** Names that bodies and queries of the application have. */
const names: readonly string[] = [
  ...new Set(personCommandTypes.flatMap(described)),
  ...[
    'id',
    'draft',
    'name',
    'find',
    'page',
    'size',
    'sort',
    'direction',
    'from',
    'to',
    'upTo',
    'customer',
    'format',
    'take',
  ],
  ...[
    'queue',
    'team',
    'people',
    'person',
    'line',
    'hours',
    'calendar',
    'site',
    'shift',
    'skill',
    'template',
    'script',
    'centre',
  ],
  ...[
    'limits',
    'state',
    'levels',
    'teams',
    'queues',
    'replacementId',
    'agent',
    'interaction',
    'seq',
    'view',
    'address',
    'data',
  ],
  ...[
    'channel',
    'delivered',
    'seen',
    'how',
    'passed',
    'atMs',
    'number',
    'sound',
    'files',
    'pictures',
    'lineId',
    'text',
  ],
]
const name = fc.oneof({ weight: 9, arbitrary: fc.constantFrom(...names) }, { weight: 1, arbitrary: fc.string() })
const anyObject = fc.dictionary(name, odd, { maxKeys: 8 })

/** Of the shapes that things of the plan have, as they are in it. */
let planned: Record<string, unknown>[] = []

/** A thing with one of its parts, however deep, in another place or of another kind. */
function bent(thing: unknown, path: readonly number[], value: unknown): unknown {
  const [first = 0, ...rest] = path
  if (typeof thing !== 'object' || thing === null || path.length === 0) return value
  const entries = Object.entries(thing)
  const [key, inner] = entries[first % Math.max(1, entries.length)] ?? ['x', undefined]
  const changed = bent(inner, rest, value)
  return Array.isArray(thing)
    ? thing.map((one, n) => (String(n) === key ? changed : (one as unknown)))
    : { ...thing, [key]: changed }
}

const command: fc.Arbitrary<unknown> = fc.constantFrom(...personCommandTypes).chain((type) =>
  fc.record({
    id: fc.uuid(),
    type: fc.constant(type),
    onBehalfOf: fc.constantFrom(null, 'ana-mirel', 'wanda-pryce'),
    body: fc.record(Object.fromEntries(described(type).map((field) => [field, odd])), { requiredKeys: [] }),
  }),
)

const routes = allRoutes().filter((route) => !/sign-out|demo|people\/password|\/live$/.test(route))
const part = fc.oneof(fc.constantFrom('none', '%25', '%00', '%ff', '..%2f', '1', '0', 'x'.repeat(400)), fc.uuid())
const query = fc
  .dictionary(
    name,
    fc.oneof(fc.constantFrom('', '1', '%', '1e300', '-1', '\u0000', 'x'), fc.string({ unit: 'binary' })),
    { maxKeys: 4 },
  )
  .map((all) =>
    Object.entries(all)
      .map(([key, value]) => `${escaped(key)}=${escaped(value)}`)
      .join('&'),
  )
const escaped = (text: string): string =>
  [...Buffer.from(text, 'latin1')].map((byte) => `%${byte.toString(16).padStart(2, '0')}`).join('')

const call: fc.Arbitrary<Call> = fc
  .record({
    route: fc.oneof(
      { weight: 3, arbitrary: fc.constantFrom(...routes) },
      { weight: 1, arbitrary: fc.constant('POST /api/commands') },
    ),
    parts: fc.array(part, { minLength: 4, maxLength: 4 }),
    query,
    thing: fc.nat(),
    path: fc.array(fc.nat({ max: 60 }), { minLength: 1, maxLength: 5 }),
    value: odd,
    how: fc.constantFrom('bent', 'bent', 'any', 'odd', 'raw'),
    body: anyObject,
    command,
    raw: fc.string({ unit: 'binary' }),
  })
  .map(({ route, parts, query: asked, thing, path, value, how, body, command: given, raw }) => {
    const [method = '', pattern = ''] = route.split(' ')
    let n = 0
    const filled = pattern.replace(/\[\w+\]/g, () => parts[n++] ?? 'none')
    const base = route === 'POST /api/commands' ? given : (planned[thing % Math.max(1, planned.length)] ?? body)
    const bodies: Record<string, unknown> = { bent: bent(base, path, value), any: body, odd: value, raw }
    const sent = bodies[how]
    return {
      method,
      path: `${filled}${asked === '' ? '' : `?${asked}`}`,
      ...(method !== 'GET' && { body: typeof sent === 'string' ? sent : JSON.stringify(sent ?? null) }),
    }
  })

/** What lets a route be reached at all. */
const keyOf = (route: string): Record<string, string> => {
  const key = `Bearer ${scene.stand.place.secrets.outside}`
  const lock = access[route]?.lock
  return lock === 'key' || lock === 'anybody' ? { authorization: key } : {}
}

test('nothing that is sent fells a route: what is wrong with it is said', async () => {
  const { text } = await scene.ask('administrator', { method: 'GET', path: '/api/plan/queues' })
  const { draft, document } = JSON.parse(text) as { draft: number; document: Record<string, unknown> }
  const single: Readonly<Record<string, string>> = {
    queues: 'queue',
    teams: 'team',
    people: 'person',
    lines: 'line',
    sites: 'site',
  }
  planned = Object.entries(document).flatMap(([kind, all]) =>
    Array.isArray(all)
      ? all.slice(0, 2).map((one: unknown) => ({ draft, [single[kind] ?? kind.replace(/s$/, '')]: one, [kind]: [one] }))
      : [{ draft, [kind]: all }],
  )
  const doors: readonly Door[] = ['administrator', 'supervisor', 'lead', 'agent']
  const statuses = new Map<number, number>()
  let turn = 0
  await fc.assert(
    fc.asyncProperty(fc.array(call, { minLength: atOnce, maxLength: atOnce }), async (calls) => {
      const answers = await Promise.all(
        calls.map(async (one) => {
          turn += 1
          const route = `${one.method} ${one.path.replace(/\?.*/, '')}`
          const headers = { ...keyOf(route), 'x-forwarded-for': `10.${turn % 250}.${Math.floor(turn / 250) % 250}.1` }
          const { status, text: said } = await scene.ask(doors[turn % doors.length] ?? 'agent', { ...one, headers })
          statuses.set(status, (statuses.get(status) ?? 0) + 1)
          return { status, said: status >= 500 ? said : '', one }
        }),
      )
      expect(answers.filter(({ status }) => status >= 500)).toEqual([])
    }),
    { numRuns: Math.ceil(inputs / atOnce), endOnFailure: true },
  )
  // Most are read as far as their fields: a limit that keeps all out would make this a test of nothing.
  const told = (statuses.get(422) ?? 0) + (statuses.get(400) ?? 0)
  expect(told / inputs).toBeGreaterThan(0.2)
  process.stdout.write(`answers: ${JSON.stringify(Object.fromEntries([...statuses].sort(([a], [b]) => a - b)))}\n`)
})
