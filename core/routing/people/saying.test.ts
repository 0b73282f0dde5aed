// What agents say of themselves, what is laid over the plan for them, and conversations that fall silent.
import { TestCentre, testPlan, testQueue, type TestPlanOptions } from '../../testing/index.ts'
import { groundsOf, visitOf } from '../index.ts'

const sup = { kind: 'person', id: 'sup' } as const
const obs = { kind: 'person', id: 'obs' } as const

function centreOf(rest: Partial<TestPlanOptions> = {}): TestCentre {
  const boats = { requirements: [{ skillId: 'fares', least: 2, most: 5 }] }
  const queues = [testQueue('sailings', ['ana', 'ben']), testQueue('boats', ['ana'], boats)]
  return new TestCentre(testPlan({ agents: ['ana', 'ben', 'cleo'], queues, slots: 2, ...rest }))
}

const phaseOf = ({ state }: TestCentre, id: string): string | undefined => state.interactions.get(id)?.phase
const stateOf = ({ state }: TestCentre, id: string): string => state.agent(id).stateId
const offeredTo = ({ journal }: TestCentre): string[] =>
  journal.flatMap((e) => (e.type === 'offerMade' ? [`${e.interactionId}>${e.agentId}`] : []))

function answered(centre: TestCentre, id = 'i1', agentId = 'ana'): void {
  centre.arrive(id)
  centre.do('answerOffer', { agentId, interactionId: id, offerId: `${id}.v1.o1` })
}

describe('after this', () => {
  test('the work is finished, nothing new comes, then the state changes by itself', () => {
    const centre = centreOf()
    centre.ready('ana')
    answered(centre)
    centre.do('planPresence', { agentId: 'ana', stateId: 'break' })
    centre.arrive('i2')
    expect(offeredTo(centre)).toEqual(['i1>ana'])
    expect(groundsOf(centre.state, 'i2')?.agents[0]?.grounds[0]).toMatchObject({ holds: false, gap: 'leaving' })
    centre.do('endInteraction', { agentId: 'ana', interactionId: 'i1' })
    expect(stateOf(centre, 'ana')).toBe('ready')
    centre.do('finishWrapUp', { agentId: 'ana', interactionId: 'i1' })
    expect(stateOf(centre, 'ana')).toBe('break')
    expect(centre.journal.at(-1)).toMatchObject({ type: 'presenceSet', cause: 'planned' })
    expect(centre.state.agent('ana').afterStateId).toBeNull()
  })
  test('at once where nothing is carried; an offer that is out is taken back; taken back itself', () => {
    const centre = centreOf()
    centre.ready('ana')
    centre.do('planPresence', { agentId: 'ana', stateId: 'break' })
    expect(stateOf(centre, 'ana')).toBe('break')
    centre.do('setPresence', { agentId: 'ana', stateId: 'ready' })
    answered(centre)
    centre.arrive('i2')
    centre.do('planPresence', { agentId: 'ana', stateId: 'break' })
    expect(phaseOf(centre, 'i2')).toBe('waiting')
    centre.do('planPresence', { agentId: 'ana', stateId: null })
    expect(phaseOf(centre, 'i2')).toBe('offered')
  })
  test('an offer of a channel that the next state admits stays', () => {
    for (const say of ['setPresence', 'planPresence'] as const) {
      const centre = centreOf()
      centre.ready('ana')
      centre.arrive('i1')
      centre.do(say, { agentId: 'ana', stateId: 'textsOnly' })
      expect(phaseOf(centre, 'i1')).toBe('offered')
      expect(offeredTo(centre)).toEqual(['i1>ana'])
      centre.do(say, { agentId: 'ana', stateId: 'break' })
      expect(phaseOf(centre, 'i1')).toBe('waiting')
    }
  })
  test('a state that the plan does not have, or that nobody may choose, is refused', () => {
    const centre = centreOf()
    for (const [stateId, code] of [
      ['nonsense', 'unknownPresenceState'],
      ['unattended', 'presenceNotChoosable'],
    ] as const)
      expect(centre.do('planPresence', { agentId: 'ana', stateId }).refusal?.code).toBe(code)
    expect(centre.do('planPresence', { agentId: 'ana', stateId: 'break' }, obs).refusal?.code).toBe('notAllowed')
  })
})

test('no new chats: what one has goes on, and opening them again makes one idle from then', () => {
  const centre = centreOf()
  centre.ready('ana')
  answered(centre)
  centre.do('closeChannels', { agentId: 'ana', closedTo: ['chat'] })
  centre.arrive('i2')
  expect(phaseOf(centre, 'i2')).toBe('waiting')
  expect(groundsOf(centre.state, 'i2')?.agents[0]?.grounds[0]).toMatchObject({ gap: 'channelClosed' })
  centre.wait(9).do('closeChannels', { agentId: 'ana', closedTo: [] })
  expect(centre.state.idleSinceOf(centre.state.agent('ana'), 'chat')).toBe(centre.at)
  expect(centre.state.idleSinceOf(centre.state.agent('ana'), 'voice')).toBeLessThan(centre.at)
  expect(phaseOf(centre, 'i2')).toBe('offered')
})

test('wrap-up is made longer, within what the centre allows', () => {
  const centre = centreOf({ centre: { longestWrapUpSeconds: 100 } })
  centre.ready('ana')
  answered(centre)
  centre.do('endInteraction', { agentId: 'ana', interactionId: 'i1' })
  const more = { agentId: 'ana', interactionId: 'i1', seconds: 60 }
  expect(centre.wait(10).do('extendWrapUp', more).refusal).toBeNull()
  expect(centre.do('extendWrapUp', more).refusal).toMatchObject({ code: 'wrapUpTooLong', params: { seconds: 100 } })
  centre.wait(79).ready('ben')
  expect(phaseOf(centre, 'i1')).toBe('wrapUp')
  centre.wait(1).do('setPresence', { agentId: 'ben', stateId: 'break' })
  expect(phaseOf(centre, 'i1')).toBeUndefined()
})

describe('laid over the plan for a while', () => {
  const lend = (centre: TestCentre, seconds: number, actor: typeof sup | typeof obs = sup) =>
    centre.do(
      'lendAgent',
      { loanId: 'l1', agentId: 'cleo', queueId: 'sailings', until: centre.at + seconds * 1000 },
      actor,
    )
  test('somebody lent is offered what waits there, until the time is up or it is taken back', () => {
    const centre = centreOf()
    centre.ready('cleo')
    centre.arrive('i1')
    expect(lend(centre, 60, obs).refusal?.code).toBe('notAllowed')
    expect(lend(centre, 60).refusal).toBeNull()
    expect(offeredTo(centre)).toEqual(['i1>cleo'])
    expect(centre.state.index.queuesOf('cleo')).toEqual(['sailings'])
    centre.wait(61).arrive('i2')
    expect(offeredTo(centre)).toEqual(['i1>cleo'])
    expect(centre.journal.find(({ type }) => type === 'loanEnded')).toMatchObject({ cause: 'time' })
    lend(centre, 60)
    expect(centre.do('endLoan', { loanId: 'l1' }, sup).refusal).toBeNull()
    expect(centre.state.index.queuesOf('cleo')).toEqual([])
    expect(centre.do('endLoan', { loanId: 'l1' }, sup).refusal?.code).toBe('unknownLoan')
  })
  test('nobody is lent to where they serve, nor for days', () => {
    const centre = centreOf()
    expect(lend(centre, 3 * 86_400).refusal?.code).toBe('loanTime')
    const there = { loanId: 'l2', agentId: 'ana', queueId: 'sailings', until: centre.at + 5000 }
    expect(centre.do('lendAgent', there, sup).refusal?.code).toBe('loanIdle')
  })
  test('a skill for today counts like one’s own, and survives a new plan', () => {
    const centre = centreOf()
    centre.ready('ana')
    centre.arrive('i1', 'boats')
    expect(offeredTo(centre)).toEqual([])
    const grant = { grantId: 'g1', agentId: 'ana', skillId: 'fares', level: 2, until: centre.at + 60_000 }
    expect(centre.do('grantSkill', { ...grant, level: 6 }, sup).refusal?.code).toBe('grantLevel')
    expect(centre.do('grantSkill', grant, sup).refusal).toBeNull()
    expect(offeredTo(centre)).toEqual(['i1>ana'])
    const { plan } = centre.state
    if (plan === null) throw new Error('no plan')
    centre.do('publishPlan', { plan: { ...plan, version: 2 } }, sup)
    expect(centre.state.levelsOf('ana').get('fares')).toBe(2)
    expect(centre.do('endGrant', { grantId: 'g1' }, sup).refusal).toBeNull()
    expect(centre.state.levelsOf('ana').get('fares')).toBeUndefined()
  })
})

describe('a customer who says nothing more', () => {
  const settings = {
    askAfterSilenceSeconds: 60,
    restAfterSilenceSeconds: 100,
    endAfterRestSeconds: 500,
    preferredSeconds: 20,
  }
  function silent(): TestCentre {
    const centre = centreOf({ centre: settings })
    centre.ready('ana')
    answered(centre)
    centre.do('sendMessage', { interactionId: 'i1', agentId: 'ana', contentId: 'words' })
    return centre
  }
  const word = (centre: TestCentre) =>
    centre.do('sendMessage', { interactionId: 'i1', agentId: null, contentId: 'more words' })
  const tick = (centre: TestCentre, seconds: number) =>
    centre.wait(seconds).do('setPresence', { agentId: 'cleo', stateId: seconds % 2 === 0 ? 'break' : 'offline' })

  test('is asked, then the conversation rests and the slots are free', () => {
    const centre = silent()
    tick(centre, 60)
    expect(centre.state.interaction('i1').asked).toBe(true)
    expect(phaseOf(centre, 'i1')).toBe('connected')
    tick(centre, 41)
    expect(phaseOf(centre, 'i1')).toBe('resting')
    expect(centre.state.agent('ana').carried).toEqual([])
  })
  test('is waited for as many times as long as their needs say, until it is over', () => {
    const centre = centreOf({ centre: settings })
    centre.ready('ana')
    centre.arrive('i1', undefined, { patience: 3 })
    centre.do('answerOffer', { agentId: 'ana', interactionId: 'i1', offerId: 'i1.v1.o1' })
    centre.do('sendMessage', { interactionId: 'i1', agentId: 'ana', contentId: 'words' })
    tick(centre, 179)
    expect(centre.state.interaction('i1').asked).toBe(false)
    tick(centre, 1)
    expect(centre.state.interaction('i1').asked).toBe(true)
    tick(centre, 119)
    expect(phaseOf(centre, 'i1')).toBe('connected')
    tick(centre, 2)
    expect(phaseOf(centre, 'i1')).toBe('resting')
    tick(centre, 1490)
    expect(phaseOf(centre, 'i1')).toBe('resting')
    tick(centre, 20)
    expect(phaseOf(centre, 'i1')).toBeUndefined()
  })
  test('a lost line is waited for as much longer', () => {
    const centre = centreOf({ centre: settings })
    centre.arrive('i1', undefined, { patience: 3, connection: null })
    centre.arrive('i2', undefined, { connection: null })
    const graceMs = centre.state.settings().customerGraceSeconds * 1000
    const left = (id: string) => (centre.state.interaction(id).customerGraceDueAt ?? 0) - centre.state.at
    expect([left('i1'), left('i2')]).toEqual([3 * graceMs, graceMs])
  })
  test('the next word wakes it, at first for the agent who had it', () => {
    const centre = silent()
    tick(centre, 101)
    centre.ready('ben')
    word(centre)
    expect(offeredTo(centre).at(-1)).toBe('i1>ana')
    expect(visitOf(centre.state.interaction('i1')).preferred).toMatchObject({ agentId: 'ana' })
  })
  test('to the queue where that agent is not there', () => {
    const centre = silent()
    tick(centre, 101)
    centre.do('setPresence', { agentId: 'ana', stateId: 'break' })
    centre.ready('ben')
    word(centre)
    expect(offeredTo(centre).at(-1)).toBe('i1>ben')
  })
  test('a word in time begins the time anew, and an agent who owes one is not asked', () => {
    const centre = silent()
    tick(centre, 50)
    word(centre)
    tick(centre, 200)
    expect(phaseOf(centre, 'i1')).toBe('connected')
    expect(centre.state.interaction('i1').asked).toBe(false)
  })
  test('after long rest it is over; a customer who leaves ends it', () => {
    const centre = silent()
    tick(centre, 101)
    tick(centre, 500)
    expect(phaseOf(centre, 'i1')).toBeUndefined()
    const other = silent()
    tick(other, 101)
    other.do('leaveInteraction', { interactionId: 'i1' })
    expect(phaseOf(other, 'i1')).toBeUndefined()
  })
})

test('whoever takes over a conversation waits for the customer’s word anew', () => {
  const centre = centreOf({ centre: { askAfterSilenceSeconds: 30, restAfterSilenceSeconds: 90 } })
  centre.ready('ana')
  answered(centre)
  centre.do('sendMessage', { interactionId: 'i1', agentId: 'ana', contentId: 'words' })
  centre.wait(20).ready('ben')
  centre.do('transferInteraction', { agentId: 'ana', interactionId: 'i1', to: { agentId: 'ben' }, noteContentId: null })
  centre.wait(14).do('answerOffer', { agentId: 'ben', interactionId: 'i1', offerId: 'i1.v2.o1' })
  expect(phaseOf(centre, 'i1')).toBe('connected')
  const asked = (): boolean => centre.journal.some(({ type }) => type === 'customerAsked')
  centre.wait(29).do('planPresence', { agentId: 'ana', stateId: null })
  expect(asked()).toBe(false)
  centre.wait(1).do('planPresence', { agentId: 'ana', stateId: null })
  expect(asked()).toBe(true)
})
