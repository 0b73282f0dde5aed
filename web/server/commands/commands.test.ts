import { connect, type Database, type Submission } from '@eudromos/database'
import { may } from '@eudromos/core/plan'
import { State } from '@eudromos/core/routing'
import { ValidationError } from 'yup'
import { insertContent, testDatabase, type TestDatabase } from '../../../database/testing/index.ts'
import { mostConversationBytes } from '../../view/files.ts'
import { commandOf } from './index.ts'
import { ProblemError } from '../edge/problem.ts'
import type { Runtime } from '../runtime/runtime.ts'
import type { Who } from '../edge/who.ts'

jest.mock('server-only', () => ({}))

let place: TestDatabase
let database: Database
let sent: Submission[]
let runtime: Runtime

beforeAll(async () => {
  place = await testDatabase()
  database = connect(place.webUrl)
})

afterAll(async () => {
  await database.$client.end()
  await place.drop()
})

beforeEach(() => {
  sent = []
  const submit = (submission: Submission) => {
    sent.push(submission)
    return Promise.resolve({ seq: 7, refusal: null })
  }
  runtime = { database, sender: { submit }, follower: { state: new State(), document: null } } as unknown as Runtime
})

const sup: Who = { id: 'sup', name: 'Sup', roles: ['supervisor'] }
const ana: Who = { id: 'ana', name: 'Ana', roles: ['agent'] }
const mei: Who = { id: 'mei', name: 'Mei', roles: ['observer'] }

/** An interaction that nobody has, in a queue of everybody's. */
const ofAnybody = { guests: [], participations: [], visits: [{ queueId: 'sailings', offers: [] }] }

let count = 0
const ask = (who: Who, type: string, body: object, onBehalfOf: string | null = null): Promise<number> =>
  commandOf(runtime, who, { id: `c${(count += 1)}`, type, body, onBehalfOf })

/** The code or the sentence that it is refused with. */
async function refusalOf(asked: Promise<number>): Promise<string> {
  try {
    await asked
  } catch (error) {
    if (error instanceof ProblemError) return error.problem.code
    if (error instanceof ValidationError) return error.errors.join(' ')
    throw error
  }
  return 'done'
}

const emergency = {
  emergencyId: 'e1',
  scope: 'centre',
  evacuate: true,
  waiting: 'kept',
  talking: 'goOn',
  reason: 'weather',
}
const absence = { absenceId: 'a1', agentId: 'ana', from: 1, to: 2, reason: 'sick' }

describe('an emergency closing', () => {
  test('keeps its announcement as content, and hands the router its id only', async () => {
    expect(await ask(sup, 'beginEmergency', { ...emergency, announcement: '  The quay is under water. ' })).toBe(7)
    const body = sent[0]?.command.body as unknown as { announcementId: string }
    expect(body).toMatchObject({ siteId: null, queueIds: [], overflowTo: null })
    expect(JSON.stringify(sent[0]?.command)).not.toContain('under water')
    const said = {
      id: body.announcementId,
      interactionId: null,
      kind: 'announcement',
      body: 'The quay is under water.',
    }
    expect(sent[0]?.contents).toEqual([said])
  })

  test('may have none', async () => {
    await ask(sup, 'beginEmergency', { ...emergency, announcement: '   ' })
    expect(sent[0]?.command.body).toMatchObject({ announcementId: null })
  })

  test.each([
    [{ scope: 'planet' }, 'What closes: choose one from the list.'],
    [{ waiting: 'gone' }, 'Those waiting: choose one from the list.'],
    [{ talking: undefined }, 'Conversations: choose one.'],
    [{ evacuate: undefined }, 'Evacuate: say whether.'],
    [{ announcement: 'x'.repeat(501) }, 'Announcement: write at most 500 characters.'],
  ])('with %o is refused, the field named', async (wrong, sentence) => {
    expect(await refusalOf(ask(sup, 'beginEmergency', { ...emergency, ...wrong }))).toBe(sentence)
    expect(sent).toEqual([])
  })
})

describe('who may ask for what', () => {
  test.each([
    ['beginEmergency', emergency],
    ['endEmergency', { emergencyId: 'e1' }],
    ['beginStopgap', { stopgapId: 's', queueId: 'q', kind: 'closed', until: 1, reason: 'weather' }],
    ['endStopgap', { stopgapId: 's' }],
  ])('%s: supervisors, nobody else', async (type, body) => {
    expect(await refusalOf(ask(sup, type, body))).toBe('done')
    expect(await refusalOf(ask(ana, type, body))).toBe('notAllowed')
    expect(await refusalOf(ask(mei, type, body))).toBe('notAllowed')
  })

  test('absences: supervisors anybody’s, agents their own', async () => {
    expect(await refusalOf(ask(sup, 'enterAbsence', absence))).toBe('done')
    expect(await refusalOf(ask(ana, 'enterAbsence', absence))).toBe('done')
    expect(await refusalOf(ask(ana, 'enterAbsence', { ...absence, agentId: 'ben' }))).toBe('notAllowed')
    expect(await refusalOf(ask(mei, 'removeAbsence', { absenceId: 'a1', agentId: 'ana' }))).toBe('notAllowed')
  })

  test('a seat: its agent, and a supervisor who says in whose name', async () => {
    const answer = { agentId: 'ana', offerId: 'o', interactionId: 'i' }
    expect(await refusalOf(ask(ana, 'answerOffer', answer))).toBe('done')
    expect(await refusalOf(ask(sup, 'answerOffer', answer))).toBe('notAllowed')
    expect(await refusalOf(ask(sup, 'answerOffer', answer, 'ana'))).toBe('done')
    expect(sent.at(-1)?.command).toMatchObject({ actor: { id: 'sup' }, onBehalfOf: 'ana' })
    expect(await refusalOf(ask(ana, 'answerOffer', answer, 'ben'))).toBe('notAllowed')
  })

  test('presence: one’s own, and others’ by those who may set it', async () => {
    const presence = { agentId: 'ana', stateId: 'break' }
    expect(may(['supervisor'], 'presence.setOthers')).toBe(true)
    expect(await refusalOf(ask(ana, 'setPresence', presence))).toBe('done')
    expect(await refusalOf(ask(sup, 'setPresence', presence))).toBe('done')
    expect(await refusalOf(ask(ana, 'setPresence', { ...presence, agentId: 'ben' }))).toBe('notAllowed')
  })

  test('what is not a command of people is refused by name', async () => {
    expect(await refusalOf(ask(sup, 'publishPlan', {}))).toBe('This command is not known.')
  })
})

describe('a file', () => {
  const gif = { name: 'map.gif', bytes: Buffer.from('GIF89a and so on') }
  const pdf = { name: 'terms.pdf', bytes: Buffer.from('%PDF-1.7') }
  const say = (who: Who, interactionId: string, file?: typeof gif, text = ''): Promise<number> =>
    commandOf(
      runtime,
      who,
      { id: `f${(count += 1)}`, type: 'sendMessage', body: { agentId: who.id, interactionId, text } },
      file,
    )

  beforeEach(() => {
    const state = new State()
    state.agents.set('ana', { carried: ['chat', 'thread'] } as never)
    for (const [id, channel] of [
      ['chat', 'chat'],
      ['thread', 'sms'],
      ['another', 'chat'],
    ] as const)
      state.interactions.set(id, { id, channel, ...ofAnybody } as never)
    Object.assign(runtime, { follower: { state, document: null } })
  })

  test('goes along with an agent’s words, or alone, in what is kept with the command', async () => {
    await say(ana, 'chat', pdf, ' Our terms. ')
    const { contentId } = sent[0]?.command.body as unknown as { contentId: string }
    const attachment = { fileName: 'terms.pdf', mediaType: 'application/pdf', bytes: pdf.bytes }
    expect(sent[0]?.contents).toMatchObject([{ id: contentId, body: 'Our terms.', subject: null, attachment }])
    await say(ana, 'thread', gif)
    expect(sent).toHaveLength(2)
  })

  test('is one more than is kept of a conversation only where there is room', async () => {
    const attachment = { fileName: 'much', mediaType: 'image/gif', bytes: Buffer.alloc(mostConversationBytes - 10) }
    await insertContent(database, { id: 'much', interactionId: 'thread', kind: 'message', body: '', attachment })
    const more = { name: 'more.gif', bytes: Buffer.concat([gif.bytes, Buffer.alloc(10)]) }
    expect(await refusalOf(say(ana, 'thread', more))).toBe('tooMuch')
    expect(sent).toEqual([])
    await database.$client.query('delete from content')
    await say(ana, 'thread', more)
    expect(sent).toHaveLength(1)
  })

  test.each([
    ['that is no picture, with a text', ana, 'thread', pdf, 'typeNotTaken'],
    ['of a conversation that is another’s', ana, 'another', gif, 'notAllowed'],
    ['that there is not, and no words', ana, 'chat', undefined, 'Write something first.'],
  ])('%s is refused', async (_, who, interactionId, file, why) => {
    expect(await refusalOf(say(who, interactionId, file))).toBe(why)
    expect(sent).toEqual([])
  })
})

test('notes are kept as content, an empty text as none', async () => {
  const body = { agentId: 'ana', interactionId: 'i', dispositionId: null }
  await ask(ana, 'saveWrapUp', { ...body, notes: 'She found it herself.' })
  const { notesContentId } = sent[0]?.command.body as unknown as { notesContentId: string }
  expect(sent[0]?.contents).toEqual([
    { id: notesContentId, interactionId: 'i', kind: 'notes', body: 'She found it herself.' },
  ])
  await ask(ana, 'saveWrapUp', { ...body, notes: ' ' })
  expect(sent[1]?.command.body).toMatchObject({ notesContentId: null })
})

test('words of a message travel beside the command, not in it', async () => {
  await ask(ana, 'sendMessage', { agentId: 'ana', interactionId: 'i', text: ' Good morning ' })
  expect(sent[0]?.contents).toMatchObject([{ interactionId: 'i', body: 'Good morning' }])
  expect(JSON.stringify(sent[0]?.command)).not.toContain('Good morning')
  expect(await refusalOf(ask(ana, 'sendMessage', { agentId: 'ana', interactionId: 'i', text: '  ' }))).toBe(
    'Write something first.',
  )
})

test('words are kept under an id that nobody chooses: another’s command of the same id, or other words, have another', async () => {
  const idOf = async (who: Who, text: string): Promise<string> => {
    const body = { agentId: who.id, interactionId: 'i', text }
    await commandOf(runtime, who, { id: 'chosen', type: 'sendMessage', body })
    return sent.at(-1)?.contents?.[0]?.id ?? ''
  }
  const first = await idOf(ana, 'Hello')
  expect(await idOf(ana, 'Hello')).toBe(first)
  const others = [await idOf(ana, 'Hello again'), await idOf({ ...ana, id: 'ben' }, 'Hello')]
  expect(new Set([first, ...others]).size).toBe(3)
  expect(first).not.toContain('chosen')
})

test('only an email has a subject, and may be long', async () => {
  runtime.follower.state.interactions.set('mail', { channel: 'email', ...ofAnybody } as never)
  const long = 'x'.repeat(4001)
  const say = (interactionId: string, text: string) =>
    ask(ana, 'sendMessage', { agentId: 'ana', interactionId, text, subject: ' Your\r\nbag ' })
  await say('mail', long)
  expect(sent[0]?.contents).toMatchObject([{ subject: 'Your bag', body: long }])
  await say('i', 'Hello')
  expect(sent[1]?.contents).toMatchObject([{ subject: null }])
  expect(await refusalOf(say('i', long))).toBe('Write at most 4,000 characters.')
  expect(await refusalOf(say('mail', 'x'.repeat(20_001)))).toBe('Write at most 20,000 characters.')
})
