import type { Role } from '@eudromos/core/plan'
import { everyChannel, TestCentre, testPlan, testQueue } from '@eudromos/core/testing'
import { commandOf, personCommands, personCommandTypes, type PersonCommandType } from './index.ts'
import { requireInSight } from '../sight/in-sight.ts'
import { ProblemError } from '../edge/problem.ts'
import type { Runtime } from '../runtime/runtime.ts'
import type { Who } from '../edge/who.ts'

jest.mock('server-only', () => ({}))

const limits = everyChannel(2)
const sup: Who = { id: 'sup', name: 'Sup', roles: ['administrator', 'supervisor', 'agent'] }
const lead: Who = { ...sup, id: 'lead', name: 'Lead' }
const ben: Who = { id: 'ben', name: 'Ben', roles: ['agent'] }

let sent: string[]

/** Ana is of a private team that nobody but `lead` looks into, alone serves `secret`, and has a chat of it in hand. */
function place(): Runtime {
  const centre = new TestCentre(
    testPlan({
      queues: [testQueue('secret', ['ana']), testQueue('open', ['ben'])],
      limits,
    }),
  )
  centre.ready('ana')
  centre.ready('ben')
  centre.arrive('chat', 'secret')
  centre.do('answerOffer', { agentId: 'ana', offerId: 'chat.v1.o1', interactionId: 'chat' })
  const until = centre.state.at + 3_600_000
  const by = { kind: 'person', id: 'sup' } as const
  centre.do('lendAgent', { loanId: 'loan', agentId: 'ana', queueId: 'open', until }, by)
  centre.do('grantSkill', { grantId: 'grant', agentId: 'ana', skillId: 'english', level: 3, until }, by)
  centre.do(
    'beginStopgap',
    { stopgapId: 'stopgap', queueId: 'secret', kind: 'closed', until, reason: 'other', wordsId: null },
    by,
  )
  const team = { id: 'care', private: true, parentId: null, leadId: null, observerIds: ['lead'] }
  const document = {
    teams: [team],
    people: [
      { id: 'ana', teamId: 'care', roles: ['agent'] },
      ...['ben', 'sup', 'lead'].map((id) => ({ id, teamId: null, roles: ['agent'] })),
    ],
    queues: centre.state.plan?.queues.map((queue) => ({ ...queue, teams: [], laterReaches: [] })),
    skills: [{ id: 'english' }],
  }
  const submit = ({ command }: { command: { type: string } }) => {
    sent.push(command.type)
    return Promise.resolve({ seq: 1, refusal: null })
  }
  const kept = { query: () => Promise.resolve({ rows: [] }) }
  return {
    database: { $client: kept, insert: () => ({ values: () => ({ onConflictDoNothing: () => Promise.resolve() }) }) },
    sender: { submit },
    follower: { state: centre.state, document, people: new Map() },
  } as unknown as Runtime
}

beforeEach(() => {
  sent = []
})

const named: Readonly<Record<string, unknown>> = {
  ...{ agentId: 'ana', personId: 'ana', interactionId: 'chat', queueId: 'secret', queueIds: ['secret'] },
  ...{ loanId: 'loan', grantId: 'grant', stopgapId: 'stopgap', skillId: 'english', scope: 'queues' },
  ...{ toQueueId: 'open', toAgentId: null, text: 'Hello', notes: '', note: '', words: '', announcement: '' },
}

interface Described {
  readonly type: string
  readonly oneOf?: readonly unknown[]
}

/** A body of the shape that names the private team's wherever it can. */
function bodyOf(type: PersonCommandType, given = named): Record<string, unknown> {
  const fields = personCommands[type].shape.describe().fields as Record<string, Described>
  const value = (name: string, { type: kind, oneOf = [] }: Described): unknown =>
    name in given
      ? given[name]
      : (oneOf[0] ?? (kind === 'number' ? 1 : kind === 'boolean' ? true : kind === 'array' ? [] : 'x'))
  return Object.fromEntries(Object.entries(fields).map(([name, field]) => [name, value(name, field)]))
}

async function codeOf(who: Who, type: PersonCommandType, onBehalfOf: string | null, given = named): Promise<string> {
  try {
    await commandOf(place(), who, {
      id: `${type} ${who.id} ${onBehalfOf}`,
      type,
      body: bodyOf(type, given),
      onBehalfOf,
    })
    return 'done'
  } catch (error) {
    if (error instanceof ProblemError) return error.problem.code
    throw error
  }
}

const types = [...personCommandTypes]

/** These name nothing of a team: a block is of a customer, an emergency of the centre. */
const ofNoTeam = ['endBlock', 'endEmergency']

test.each(types)('%s of a private team’s person, work or queue is for those who may look into it', async (type) => {
  const codes = [await codeOf(sup, type, null), await codeOf(sup, type, 'ana')]
  if (ofNoTeam.includes(type)) expect(codes).toEqual(['done', 'notFound'])
  else {
    expect(sent).toEqual([])
    expect(codes).toEqual([expect.stringMatching(/^(notFound|notAllowed)$/), 'notFound'])
  }
})

test('nobody from outside lends anybody to a private team’s queue', async () => {
  const body = { loanId: 'other', agentId: 'ben', queueId: 'secret', until: 1 }
  const lent = commandOf(place(), sup, { id: 'lend', type: 'lendAgent', body, onBehalfOf: null })
  await expect(lent).rejects.toMatchObject({ problem: { code: 'notFound' } })
  expect(sent).toEqual([])
})

test('whoever looks into the team may do all of it', async () => {
  // Whether a customer is of the conversation's number is asked of the database.
  const asked = types.filter((type) => type !== 'identifyCustomer')
  const codes = new Map<string, string>()
  for (const type of asked) codes.set(type, await codeOf(lead, type, 'ana'))
  expect([...codes].filter(([, code]) => code === 'notFound')).toEqual([])
  expect(sent.length).toBeGreaterThan(30)
})

test('their own work is theirs, whoever’s queue it is of, and what is not there is for the router to refuse', () => {
  const runtime = place()
  expect(() => requireInSight(runtime, ben, { agentId: 'ben', interactionId: 'gone' })).not.toThrow()
  expect(() => requireInSight(runtime, ben, { agentId: 'ben', interactionId: 'chat' })).toThrow()
  runtime.follower.state.agent('ben').carried.push('chat')
  expect(() => requireInSight(runtime, ben, { agentId: 'ben', interactionId: 'chat' })).not.toThrow()
})

/** Whose each command is: of one's own seat, of those who steer the centre, or of both. */
const kinds: Readonly<Record<PersonCommandType, 'seat' | 'steering' | 'both'>> = {
  setPresence: 'both',
  answerOffer: 'seat',
  declineOffer: 'seat',
  sendMessage: 'seat',
  receiveMessages: 'seat',
  identifyCustomer: 'seat',
  holdCall: 'seat',
  consult: 'seat',
  answerConsult: 'seat',
  declineConsult: 'seat',
  joinGuest: 'seat',
  dismissGuest: 'seat',
  handOver: 'seat',
  askForHelp: 'seat',
  attendCall: 'steering',
  leaveCall: 'seat',
  dialCustomer: 'seat',
  stopDialling: 'seat',
  endInteraction: 'seat',
  warnCustomer: 'seat',
  endForAbuse: 'seat',
  askForBlock: 'seat',
  blockCustomer: 'steering',
  refuseBlock: 'steering',
  endBlock: 'steering',
  takeInteraction: 'seat',
  joinWaiting: 'seat',
  assignInteraction: 'steering',
  moveInteraction: 'steering',
  transferInteraction: 'seat',
  planPresence: 'both',
  closeChannels: 'seat',
  lendAgent: 'steering',
  endLoan: 'steering',
  grantSkill: 'steering',
  endGrant: 'steering',
  extendWrapUp: 'seat',
  saveWrapUp: 'seat',
  finishWrapUp: 'seat',
  beginStopgap: 'steering',
  endStopgap: 'steering',
  beginEmergency: 'steering',
  endEmergency: 'steering',
  enterAbsence: 'both',
  removeAbsence: 'both',
}

const steering: readonly Role[] = ['supervisor', 'administrator']

test.each(types)('%s is for whom it is for: of one’s own, in another’s name, and of another’s', async (type) => {
  const kind = kinds[type]
  const given = { ...named, interactionId: 'gone', queueId: 'open', queueIds: ['open'] }
  const of = (agentId: string) => ({ ...given, agentId, personId: agentId })
  for (const role of ['agent', 'supervisor', 'administrator', 'observer'] as const) {
    const who: Who = { id: 'me', name: 'Me', roles: [role] }
    const steers = steering.includes(role)
    const may = async (agentId: string, onBehalfOf: string | null): Promise<boolean> =>
      (await codeOf(who, type, onBehalfOf, of(agentId))) !== 'notAllowed'
    const got = { own: await may('me', null), inName: await may('ben', 'ben'), others: await may('ben', null) }
    // Whoever has no seat is kept from all of these by the route, and by the core.
    const own = kind === 'steering' ? steers : true
    expect([type, role, got]).toEqual([type, role, { own, inName: steers, others: steers && kind !== 'seat' }])
  }
})
