// Who is offered what: each condition alone decides, and each selection method chooses by what it says.
import { chatsOnly, eachChannel, upTo, type LoadLimits, type Queue } from '../../plan/index.ts'
import { TestCentre, testPlan, testQueue } from '../../testing/index.ts'
import { changesFor, groundsOf, waitingFor } from '../index.ts'

const offersOf = ({ journal }: TestCentre): string[] =>
  journal.flatMap((event) => (event.type === 'offerMade' ? [`${event.interactionId}>${event.agentId}`] : []))

interface Made {
  readonly agents?: readonly string[]
  readonly queue?: Partial<Queue>
  readonly skills?: Readonly<Record<string, Readonly<Record<string, number>>>>
  readonly slots?: number
  readonly limits?: LoadLimits
}

function centreOf({ agents = ['ana', 'ben', 'cleo'], queue = {}, ...rest }: Made): TestCentre {
  const { agentIds = agents, ...asked } = queue
  return new TestCentre(testPlan({ agents, queues: [testQueue('sailings', agentIds, asked)], ...rest }))
}

const fares = (least: number, most = 5) => ({ skillId: 'fares', least, most })

describe('skilled', () => {
  const skills = { ana: { fares: 1 }, ben: { fares: 4 } }
  test('the level asked for is enough, one less is not, and to have it not is none', () => {
    const centre = centreOf({ skills, queue: { requirements: [fares(2)] } })
    for (const id of ['ana', 'cleo', 'ben']) centre.wait(1).ready(id)
    centre.arrive('i1')
    expect(offersOf(centre)).toEqual(['i1>ben'])
    const gaps = groundsOf(centre.state, 'i1')?.agents.map(({ agentId, grounds }) => [
      agentId,
      grounds.find(({ criterion }) => criterion === 'skilled')?.skill?.level ?? null,
    ])
    expect(Object.fromEntries(gaps ?? [])).toEqual({ ana: 1, ben: null, cleo: 0 })
  })
  test('more than the highest level does not serve', () => {
    const centre = centreOf({ skills, queue: { requirements: [fares(1, 3)] } })
    centre.ready('ben')
    centre.wait(1).ready('ana')
    centre.arrive('i1')
    expect(offersOf(centre)).toEqual(['i1>ana'])
  })
  test('of two bounds for one skill the stricter hold, before anything is relaxed', () => {
    const centre = centreOf({ skills, queue: { requirements: [fares(1)] } })
    centre.ready('ana')
    centre.wait(1).ready('ben')
    centre.arrive('i1', 'sailings', { requirements: [fares(3)] })
    expect(offersOf(centre)).toEqual(['i1>ben'])
  })
  test('a relaxation comes on the second, by itself, and only widens', () => {
    const queue = {
      requirements: [fares(3)],
      relaxations: [
        { ...fares(1), afterSeconds: 30 },
        { ...fares(5), afterSeconds: 40 },
      ],
    }
    const centre = centreOf({ skills, queue })
    centre.ready('ana')
    centre.arrive('i1')
    expect(offersOf(centre)).toEqual([])
    expect(groundsOf(centre.state, 'i1')?.nextStepAt).toBe(centre.at + 30_000)
    const from = centre.at
    centre.wait(60).do('setPresence', { agentId: 'ana', stateId: 'break' })
    expect(centre.journal.find(({ type }) => type === 'offerMade')?.at).toBe(from + 30_000)
  })
})

describe('in reach', () => {
  const queue = { agentIds: ['ana'], laterReaches: [{ afterSeconds: 20, agentIds: ['ben'] }] }
  test('a later reach is offered to from its wait on, and its people stay apart until then', () => {
    const centre = centreOf({ queue })
    centre.ready('ben')
    centre.arrive('i1')
    expect(offersOf(centre)).toEqual([])
    expect(groundsOf(centre.state, 'i1')?.agents.find(({ agentId }) => agentId === 'ben')?.grounds[1]).toMatchObject({
      criterion: 'inReach',
      holds: false,
      reach: { code: 'later', afterSeconds: 20, inMs: 20_000 },
    })
    centre.wait(20).do('setPresence', { agentId: 'ana', stateId: 'break' })
    expect(offersOf(centre)).toEqual(['i1>ben'])
  })
  test('the wait of a new plan’s steps is the wait so far', () => {
    const centre = centreOf({ queue: { agentIds: ['ana'] } })
    centre.ready('ben')
    centre.arrive('i1')
    centre.wait(25)
    const plan = testPlan({
      version: 2,
      agents: ['ana', 'ben', 'cleo'],
      queues: [testQueue('sailings', ['ana'], queue)],
    })
    centre.do('publishPlan', { plan })
    expect(offersOf(centre)).toEqual(['i1>ben'])
  })
})

describe('room', () => {
  const call = { ...upTo(1), slots: 2, alone: true }
  const limits = (beside: LoadLimits['channels']['voice']['beside']): LoadLimits => ({
    id: 'mixed',
    slots: 3,
    freeForCalls: 0,
    sameCustomerInCalls: false,
    channels: { ...eachChannel(() => upTo(1)), voice: { ...call, beside }, chat: upTo(3) },
  })
  const withCall = (beside: LoadLimits['channels']['voice']['beside']): TestCentre => {
    const centre = centreOf({ agents: ['ana'], limits: limits(beside) })
    centre.ready('ana')
    centre.arrive('call', 'sailings', { channel: 'voice', lineId: 'phone' })
    centre.do('answerOffer', { agentId: 'ana', interactionId: 'call', offerId: 'call.v1.o1' })
    return centre
  }
  test('nothing comes beside what wants the agent alone, but what it names', () => {
    const centre = withCall(['sms'])
    centre.arrive('chat')
    centre.arrive('text', 'sailings', { channel: 'sms', lineId: 'texts' })
    expect(offersOf(centre)).toEqual(['call>ana', 'text>ana'])
    const room = groundsOf(centre.state, 'chat')?.agents[0]?.grounds.find(({ criterion }) => criterion === 'roomForIt')
    expect(room?.room).toEqual({ code: 'alone', beside: 'voice', wants: 'carried' })
  })
  test('what wants to be alone does not come beside what it does not name', () => {
    const centre = centreOf({ agents: ['ana'], limits: limits([]) })
    centre.ready('ana')
    centre.arrive('chat')
    centre.do('answerOffer', { agentId: 'ana', interactionId: 'chat', offerId: 'chat.v1.o1' })
    centre.arrive('call', 'sailings', { channel: 'voice', lineId: 'phone' })
    expect(offersOf(centre)).toEqual(['chat>ana'])
  })
  test('slots are counted over all channels, and each channel has its most', () => {
    const centre = withCall(['chat', 'sms'])
    centre.arrive('c1')
    centre.do('answerOffer', { agentId: 'ana', interactionId: 'c1', offerId: 'c1.v1.o1' })
    centre.arrive('c2')
    expect(offersOf(centre)).toEqual(['call>ana', 'c1>ana'])
    const room = groundsOf(centre.state, 'c2')?.agents[0]?.grounds.find(({ criterion }) => criterion === 'roomForIt')
    expect(room?.room).toEqual({ code: 'slots', needs: 1, free: 0 })
  })
  test('a presence state admits some channels and not others', () => {
    const centre = centreOf({ agents: ['ana'], limits: limits([]) })
    centre.do('connectAgent', { agentId: 'ana', connectionId: 'a', processId: 'web' })
    centre.do('setPresence', { agentId: 'ana', stateId: 'textsOnly' })
    centre.arrive('call', 'sailings', { channel: 'voice', lineId: 'phone' })
    centre.arrive('chat')
    expect(offersOf(centre)).toEqual(['chat>ana'])
  })
})

describe('what waits, as one agent stands to it', () => {
  test('what they could take comes first, then by how little is in the way, then the longest wait, of all queues', () => {
    const queues = [
      testQueue('sailings', ['ana'], { requirements: [fares(3)] }),
      testQueue('boats', ['ben'], { requirements: [fares(3)] }),
      testQueue('open', ['ana'], { selection: 'openList' }),
    ]
    const centre = new TestCentre(testPlan({ agents: ['ana', 'ben'], queues, skills: { ana: { fares: 1 } } }))
    centre.ready('ana')
    centre.arrive('far', 'boats')
    centre.wait(1).arrive('near1', 'sailings')
    centre.wait(1).arrive('near2', 'sailings')
    centre.wait(1).arrive('mine', 'open')
    const found = waitingFor(centre.state, 'ana')
    expect(found.map(({ interactionId }) => interactionId)).toEqual(['mine', 'near1', 'near2', 'far'])
    expect(found.map(({ agent }) => agent.eligible)).toEqual([true, false, false, false])
    const inTheWay = found
      .at(-1)
      ?.agent.grounds.filter(({ holds }) => !holds)
      .map(({ criterion }) => criterion)
    expect(inTheWay).toEqual(['inReach', 'skilled'])
    expect(waitingFor(centre.state, 'nobody')).toEqual([])
  })
})

describe('kept free for calls', () => {
  const limits = (freeForCalls: number, alone = true): LoadLimits => ({
    id: 'mixed',
    slots: 3,
    freeForCalls,
    sameCustomerInCalls: false,
    channels: { ...eachChannel(() => upTo(3)), voice: { ...upTo(1), alone } },
  })
  const made = (freeForCalls: number, alone = true): TestCentre => {
    const centre = centreOf({ limits: limits(freeForCalls, alone) })
    for (const id of ['ana', 'ben']) centre.wait(1).ready(id)
    return centre
  }
  const call = { channel: 'voice', lineId: 'phone' } as const

  test('the last who could take a call is offered no chat, and the grounds say so', () => {
    const centre = made(1)
    centre.arrive('i1')
    centre.arrive('i2')
    expect(offersOf(centre)).toEqual(['i1>ana'])
    const ben = groundsOf(centre.state, 'i2')?.agents.find(({ agentId }) => agentId === 'ben')
    expect(ben?.grounds.filter(({ holds }) => !holds).map(({ criterion }) => criterion)).toEqual(['notKept'])
    centre.arrive('c1', 'sailings', call)
    expect(offersOf(centre)).toEqual(['i1>ana', 'c1>ben'])
  })
  test('whoever comes besides lets the one go who was kept', () => {
    const centre = made(1)
    for (const id of ['i1', 'i2', 'i3']) {
      centre.arrive(id)
      centre.do('answerOffer', { agentId: 'ana', interactionId: id, offerId: `${id}.v1.o1` })
    }
    centre.arrive('i4')
    expect(offersOf(centre)).toEqual(['i1>ana', 'i2>ana', 'i3>ana'])
    centre.ready('cleo')
    expect(offersOf(centre).at(-1)).toBe('i4>ben')
    centre.arrive('i5')
    expect(offersOf(centre)).toHaveLength(4)
  })
  test('what leaves room for a call beside it is offered to anybody', () => {
    const centre = made(2, false)
    centre.arrive('i1')
    expect(offersOf(centre)).toEqual(['i1>ana'])
  })
  test('who takes no calls now keeps none free', () => {
    const centre = made(1)
    centre.do('setPresence', { agentId: 'ben', stateId: 'textsOnly' })
    centre.arrive('i1')
    expect(offersOf(centre)).toEqual(['i1>ben'])
  })
})

describe('which first', () => {
  test('the higher priority goes first, and it rises with the wait', () => {
    const centre = centreOf({ agents: ['ana'], queue: { prioritySteps: [{ afterSeconds: 60, priority: 9 }] } })
    centre.arrive('old')
    centre.wait(30).arrive('urgent', 'sailings', { priority: 8 })
    centre.ready('ana')
    expect(offersOf(centre)).toEqual(['urgent>ana'])
    const late = centreOf({ agents: ['ana'], queue: { prioritySteps: [{ afterSeconds: 60, priority: 9 }] } })
    late.arrive('old')
    late.wait(60).arrive('urgent', 'sailings', { priority: 8 })
    late.ready('ana')
    expect(offersOf(late)).toEqual(['old>ana'])
  })
})

describe('which agent', () => {
  const skills = { ana: { fares: 2 }, ben: { fares: 5 }, cleo: { fares: 3 } }
  const ready = (selection: Queue['selection'], rest: Made = {}): TestCentre => {
    const centre = centreOf({
      skills,
      slots: 3,
      ...rest,
      queue: { selection, requirements: [fares(1)], ...rest.queue },
    })
    for (const id of ['cleo', 'ana', 'ben']) centre.wait(1).ready(id)
    return centre
  }
  const takes = (centre: TestCentre, ids: readonly string[]): string[] => {
    for (const id of ids) {
      centre.wait(1).arrive(id)
      const offer = centre.journal.findLast((event) => event.type === 'offerMade')
      if (offer?.type === 'offerMade') centre.do('answerOffer', offer)
    }
    return offersOf(centre).map((offer) => offer.split('>')[1] ?? '')
  }
  test('longest idle', () => expect(takes(ready('longestIdle'), ['a', 'b', 'c'])).toEqual(['cleo', 'ana', 'ben']))
  test('best skilled, however busy, until there is no room', () =>
    expect(takes(ready('bestSkilled'), ['a', 'b', 'c', 'd'])).toEqual(['ben', 'ben', 'ben', 'cleo']))
  test('lightest load', () =>
    expect(takes(ready('lightestLoad', { slots: 2 }), ['a', 'b', 'c', 'd'])).toEqual(['cleo', 'ana', 'ben', 'cleo']))
  test('in turn, in the order of the list, past whoever cannot', () => {
    const centre = ready('inTurn', { slots: 1 })
    expect(takes(centre, ['a'])).toEqual(['ana'])
    centre.do('setPresence', { agentId: 'ben', stateId: 'break' })
    expect(takes(centre, ['b'])).toEqual(['ana', 'cleo'])
    centre.do('endInteraction', { agentId: 'ana', interactionId: 'a' })
    centre.do('finishWrapUp', { agentId: 'ana', interactionId: 'a' })
    centre.do('setPresence', { agentId: 'ben', stateId: 'ready' })
    expect(takes(centre, ['c', 'd'])).toEqual(['ana', 'cleo', 'ana', 'ben'])
  })
})

describe('what would have to change', () => {
  const made: Made = {
    agents: ['away', 'busy', 'unskilled', 'elsewhere', 'twice'],
    slots: 1,
    skills: { away: { fares: 3 }, busy: { fares: 3 }, unskilled: { fares: 1 }, elsewhere: { fares: 2 }, twice: {} },
    queue: { agentIds: ['away', 'busy', 'unskilled', 'twice'], requirements: [fares(2)] },
  }
  function waiting(): TestCentre {
    const centre = centreOf(made)
    centre.ready('busy')
    centre.arrive('first')
    centre.do('answerOffer', { agentId: 'busy', interactionId: 'first', offerId: 'first.v1.o1' })
    for (const id of ['unskilled', 'elsewhere', 'away']) centre.ready(id)
    centre.do('setPresence', { agentId: 'away', stateId: 'break' })
    centre.do('connectAgent', { agentId: 'twice', connectionId: 't', processId: 'web' })
    centre.arrive('i1')
    return centre
  }
  test('names the single changes, the smallest first, and nobody who would need two', () => {
    const changes = changesFor(waiting().state, 'i1')
    expect(changes.map(({ kind, agentId }) => `${kind} ${agentId}`)).toEqual([
      'presence away',
      'skill unskilled',
      'reach elsewhere',
      'slot busy',
    ])
  })
  test('each, once made, has it offered to that person', () => {
    const byPresence = waiting()
    byPresence.do('setPresence', { agentId: 'away', stateId: 'ready' })
    expect(offersOf(byPresence).at(-1)).toBe('i1>away')
    const bySlot = waiting()
    bySlot.do('endInteraction', { agentId: 'busy', interactionId: 'first' })
    bySlot.do('finishWrapUp', { agentId: 'busy', interactionId: 'first' })
    expect(offersOf(bySlot).at(-1)).toBe('i1>busy')
    const { agents, skills, queue } = made
    const republished = (queueNow: Made['queue'], skillsNow: Made['skills']): TestCentre => {
      const centre = waiting()
      const { agentIds = [], ...asked } = queueNow ?? {}
      const queues = [testQueue('sailings', agentIds, asked)]
      centre.do('publishPlan', { plan: testPlan({ version: 2, agents, slots: 1, skills: skillsNow, queues }) })
      return centre
    }
    expect(offersOf(republished(queue, { ...skills, unskilled: { fares: 2 } })).at(-1)).toBe('i1>unskilled')
    expect(offersOf(republished({ ...queue, agentIds: ['elsewhere'] }, skills)).at(-1)).toBe('i1>elsewhere')
  })
  test('nothing, where somebody could be offered it or it does not wait', () => {
    const centre = waiting()
    centre.do('setPresence', { agentId: 'away', stateId: 'ready' })
    expect(changesFor(centre.state, 'i1')).toEqual([])
    expect(changesFor(centre.state, 'unknown')).toEqual([])
  })
})

test('who is Offline is named where nobody else could take it', () => {
  const centre = centreOf({ agents: ['ana', 'ben'] })
  centre.arrive('i1')
  expect(changesFor(centre.state, 'i1').map(({ kind, agentId }) => `${kind} ${agentId}`)).toEqual([
    'offline ana',
    'offline ben',
  ])
  centre.ready('ben')
  centre.do('setPresence', { agentId: 'ben', stateId: 'break' })
  expect(changesFor(centre.state, 'i1').map(({ kind, agentId }) => `${kind} ${agentId}`)).toEqual(['presence ben'])
})

test('chats only leaves calls and texts without room', () => {
  const limits = { id: 'chats', slots: 2, freeForCalls: 0, sameCustomerInCalls: false, channels: chatsOnly(2) }
  const centre = centreOf({ agents: ['ana'], limits })
  centre.ready('ana')
  centre.arrive('call', 'sailings', { channel: 'voice', lineId: 'phone' })
  expect(offersOf(centre)).toEqual([])
})
