// Who may do what, route by route, and what a route does with what a private team has: the one table of it.
import type { Call, Door, Scene } from './scene.ts'

type Role = Exclude<Door, 'nobody' | 'lead'>

/** By roles of those who are signed in; or open to anybody, a conversation's own device, a carrier by key or signature. */
export type Lock = readonly Role[] | 'anybody' | 'device' | 'key' | 'signature'

const shaping: readonly Role[] = ['supervisor', 'administrator']
const looking: readonly Role[] = [...shaping, 'observer']
const working: readonly Role[] = [...shaping, 'agent']
const all: readonly Role[] = [...working, 'observer']

/**
 * What somebody outside gets who names what a private team has: `refused`; `nothing` of theirs in what is answered; or the
 * route can name nothing of the kind (null). `ask` is what is asked, and whether the team's lead gets it.
 */
interface Sight {
  readonly outside: 'refused' | 'nothing'
  readonly lead: 'answered' | 'refused'
  readonly ask: (scene: Scene) => Omit<Call, 'method'>
}

export interface Access {
  readonly lock: Lock
  readonly sight: Sight | null
  /** What is asked for where there is more than one thing to ask for. */
  readonly query: string
}

const of = (lock: Lock, sight: Sight | null = null, query = ''): Access => ({ lock, sight, query })

/** Theirs alone, and read by their lead. */
const read = (ask: Sight['ask']): Sight => ({ outside: 'refused', lead: 'answered', ask })
/** What only whoever has the conversation may do: nobody else, the lead's hand neither. */
const own = (ask: Sight['ask']): Sight => ({ outside: 'refused', lead: 'refused', ask })
/** A list of what one may see. */
const list = (ask: Sight['ask']): Sight => ({ outside: 'nothing', lead: 'answered', ask })

const uuid = '01920000-0000-7000-8000-000000000001'

export const access: Readonly<Record<string, Access>> = {
  'GET /api/attachments/[contentId]': of(
    all,
    read(({ contentId }) => ({ path: `/api/attachments/${contentId}` })),
  ),
  'POST /api/attachments': of(working),
  'POST /api/auth/sign-in': of('anybody'),
  'POST /api/auth/sign-out': of('anybody'),
  // Each command of the kind: web/server/commands/in-sight.test.ts.
  'POST /api/commands': of(
    working,
    own(({ live, agentId }) => ({
      path: '/api/commands',
      body: {
        id: uuid,
        type: 'sendMessage',
        onBehalfOf: null,
        body: { agentId, interactionId: live, text: 'Hello' },
      },
    })),
  ),
  'GET /api/customers/[id]/export': of(
    shaping,
    list(({ customerId }) => ({ path: `/api/customers/${customerId}/export` })),
  ),
  'POST /api/customers/[id]/merged': of(shaping),
  'DELETE /api/customers/[id]/merged': of(shaping),
  'GET /api/customers/[id]': of(
    looking,
    list(({ customerId }) => ({ path: `/api/customers/${customerId}` })),
  ),
  'PUT /api/customers/[id]': of(shaping),
  'DELETE /api/customers/[id]': of(
    shaping,
    own(({ customerId }) => ({ path: `/api/customers/${customerId}-none` })),
  ),
  'PUT /api/customers/contact': of(
    working,
    read(({ live }) => ({ path: '/api/customers/contact', body: { interactionId: live, doNotContact: false } })),
  ),
  'POST /api/customers/export': of(
    shaping,
    list(() => ({ path: '/api/customers/export?format=csv', body: 'find=Wilma' })),
  ),
  'POST /api/customers/import': of(shaping),
  'POST /api/plan/rows': of(shaping),
  'GET /api/customers': of(
    looking,
    list(() => ({ path: '/api/customers', headers: { 'eudromos-find': 'Wilma' } })),
  ),
  'POST /api/customers': of(
    working,
    own(({ live }) => ({ path: '/api/customers', body: { interactionId: live, name: 'Other' } })),
  ),
  'POST /api/demo/sign-in': of('anybody'),
  'POST /api/gateway/calls/[id]/callback': of('device'),
  'DELETE /api/gateway/calls/[id]/callback': of('device'),
  'POST /api/gateway/calls/[id]/leave': of('device'),
  'GET /api/gateway/calls/[id]/live': of('device'),
  'POST /api/gateway/calls/[id]/recordings/[recordingId]/end': of('device'),
  'PUT /api/gateway/calls/[id]/recordings/[recordingId]/parts/[number]': of('device'),
  'POST /api/gateway/calls/[id]/recordings': of('device'),
  'POST /api/gateway/calls/[id]/refuse-recording': of('device'),
  'POST /api/gateway/calls/[id]/signals': of('device'),
  'POST /api/gateway/calls/messages': of('signature'),
  'POST /api/gateway/calls/reports': of('signature'),
  'POST /api/gateway/calls': of('signature'),
  'GET /api/gateway/chats/[id]/attachments/[contentId]': of('device'),
  'POST /api/gateway/chats/[id]/attachments': of('device'),
  'POST /api/gateway/chats/[id]/leave': of('device'),
  'GET /api/gateway/chats/[id]/live': of(
    'device',
    own(({ live }) => ({ path: `/api/gateway/chats/${live}/live` })),
  ),
  'POST /api/gateway/chats/[id]/messages': of('device'),
  'POST /api/gateway/chats/[id]/receipts': of('device'),
  'POST /api/gateway/chats/[id]/typing': of('device'),
  'POST /api/gateway/chats': of('anybody'),
  'GET /api/gateway/lines': of('anybody'),
  'POST /api/gateway/mails/reports': of('signature'),
  'POST /api/gateway/mails': of('signature'),
  'POST /api/gateway/robots/commands': of('key'),
  'GET /api/gateway/robots/live': of('key'),
  'POST /api/gateway/robots/signals': of('key'),
  'POST /api/gateway/texts/reports': of('signature'),
  'POST /api/gateway/texts': of('signature'),
  'GET /api/grounds': of(
    looking,
    read(({ live }) => ({ path: `/api/grounds?interaction=${live}` })),
  ),
  'GET /api/health': of('anybody'),
  'GET /api/live': of(
    looking,
    read(({ agentId }) => ({ path: `/api/live?agent=${agentId}` })),
    '?view=live',
  ),
  'GET /api/outside/mailboxes/[address]/mails/[id]/files/[n]': of(shaping),
  'GET /api/outside/mailboxes/[address]/mails': of(shaping),
  'POST /api/outside/mailboxes/[address]/mails': of(shaping),
  'GET /api/outside/mailboxes': of(shaping),
  'GET /api/outside/network': of(shaping),
  'PUT /api/outside/network': of(shaping),
  'POST /api/outside/phones/[number]/calls/[id]/answer': of(shaping),
  'POST /api/outside/phones/[number]/calls/[id]/refuse': of(shaping),
  'GET /api/outside/phones/[number]/calls': of(shaping),
  'POST /api/outside/phones/[number]/calls': of(shaping),
  'POST /api/outside/phones/[number]/messages': of(shaping),
  'GET /api/outside/phones/[number]/texts/[id]/files/[n]': of(shaping),
  'GET /api/outside/phones/[number]/texts': of(shaping),
  'POST /api/outside/phones/[number]/texts': of(shaping),
  'GET /api/outside/phones': of(shaping),
  'GET /api/outside/traffic': of(looking),
  'PUT /api/outside/traffic': of(shaping),
  'DELETE /api/outside/traffic': of(shaping),
  'GET /api/own-factor': of(all),
  'POST /api/own-factor': of(all),
  'PUT /api/own-factor': of(all),
  'DELETE /api/own-factor': of(all),
  'PUT /api/own-password': of(all),
  'GET /api/own-sessions': of(all),
  'DELETE /api/own-sessions': of(all),
  'GET /api/own-changes': of(
    working,
    read(({ agentId }) => ({ path: `/api/own-changes?agent=${agentId}` })),
  ),
  ...Object.fromEntries(
    [
      'calendars',
      'hours',
      'limits',
      'lines',
      'people',
      'presence',
      'scripts',
      'shifts',
      'sites',
      'skills',
      'teams',
      'templates',
    ].flatMap((kind) => ['PUT', 'DELETE'].map((method) => [`${method} /api/plan/${kind}`, of(shaping)])),
  ),
  ...Object.fromEntries(
    ['centre', 'levels', 'own-absences', 'people/many', 'queues/many', 'queues', 'teams/many'].map((kind) => [
      `PUT /api/plan/${kind}`,
      of(shaping),
    ]),
  ),
  'GET /api/plan/numbers': of(shaping),
  'DELETE /api/plan/people/factor': of(shaping),
  'POST /api/plan/people/password': of(shaping),
  // The plan names its people and queues to all who read it, and nothing of what they do.
  'GET /api/plan/queues': of(
    looking,
    list(() => ({ path: '/api/plan/queues' })),
  ),
  'POST /api/plan/try': of(shaping),
  'GET /api/reach': of(
    working,
    list(() => ({ path: `/api/reach?address=%2B442079460123&queue=lost-property` })),
  ),
  'POST /api/reach': of(
    working,
    read(({ agentId }) => ({
      path: '/api/reach',
      body: {
        ...{ id: uuid, channel: 'email', address: 'cleo@mail.example', customerId: null, queueId: 'lost-property' },
        ...{ agentId, subject: 'Found', text: 'It is found.' },
      },
    })),
  ),
  'POST /api/recordings/[id]/end': of(working),
  'PUT /api/recordings/[id]/parts/[number]': of(working),
  'GET /api/recordings/[id]': of(looking),
  'GET /api/recordings': of(
    working,
    own(({ live }) => ({ path: `/api/recordings?interaction=${live}-none` })),
  ),
  'POST /api/recordings': of(
    working,
    own(({ live }) => ({ path: '/api/recordings', body: { id: uuid, interactionId: live } })),
  ),
  'DELETE /api/records/[id]/marks/[markId]': of(shaping),
  'POST /api/records/[id]/marks': of(
    shaping,
    own(({ over }) => ({ path: `/api/records/${over}/marks`, body: { id: uuid, atMs: 1, note: 'Here' } })),
  ),
  'GET /api/records/[id]/vcon': of(
    looking,
    read(({ over }) => ({ path: `/api/records/${over}/vcon` })),
  ),
  'POST /api/records/export': of(
    looking,
    list(() => ({ path: '/api/records/export', body: 'find=Wilma' })),
  ),
  'GET /api/records': of(
    looking,
    list(() => ({ path: '/api/records', headers: { 'eudromos-find': 'Wilma' } })),
  ),
  'GET /api/rota': of(all),
  'GET /api/scripts/[id]': of(
    working,
    read(({ live }) => ({ path: `/api/scripts/${live}` })),
  ),
  'PUT /api/scripts/[id]': of(
    working,
    own(({ live }) => ({ path: `/api/scripts/${live}`, body: { scriptId: 's', stepId: 's', answer: 'x' } })),
  ),
  'POST /api/signals': of(
    working,
    read(({ live, agentId }) => ({
      path: '/api/signals',
      body: { interactionId: live, from: agentId, to: 'customer', data: {} },
    })),
  ),
  'PUT /api/stories/[id]/identity': of(
    working,
    read(({ live }) => ({ path: `/api/stories/${live}/identity`, body: { passed: true } })),
  ),
  'GET /api/stories/[id]': of(
    working,
    read(({ live }) => ({ path: `/api/stories/${live}` })),
  ),
  'GET /api/test-customers': of(looking),
  'POST /api/test-customers': of(shaping),
  'POST /api/texts/again': of(
    working,
    own(({ live }) => ({ path: '/api/texts/again', body: { interactionId: live, number: 1 } })),
  ),
  'GET /api/transfer-targets': of(
    working,
    read(({ live }) => ({ path: `/api/transfer-targets?interaction=${live}` })),
  ),
  'POST /api/typing': of(
    working,
    read(({ live }) => ({ path: '/api/typing', body: { interactionId: live } })),
  ),
  'GET /api/wrap-ups/[id]': of(
    working,
    read(({ live }) => ({ path: `/api/wrap-ups/${live}` })),
  ),
}
