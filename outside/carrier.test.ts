import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http'
import type { AddressInfo } from 'node:net'
import { Carrier, GatewayError, type News } from './carrier.ts'

interface Heard {
  readonly path: string
  readonly authorization: string | undefined
  readonly body: Record<string, unknown>
}

let server: Server
let origin: string
let heard: Heard[]
let answer: (request: IncomingMessage, response: ServerResponse) => void

beforeEach(async () => {
  heard = []
  answer = (_, response) => response.end('{}')
  server = createServer((request, response) => {
    let text = ''
    request.on('data', (part: Buffer) => (text += part.toString()))
    request.on('end', () => {
      const { url = '', headers } = request
      heard.push({ path: url, authorization: headers.authorization, body: JSON.parse(text || '{}') as Heard['body'] })
      answer(request, response)
    })
  })
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  origin = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
})

afterEach(() => new Promise((resolve) => server.close(resolve)))

test('a chat is begun with the carrier’s key, and goes on with the key of the chat', async () => {
  answer = (_, response) => response.end('{"token":"of this chat"}')
  const carrier = new Carrier(origin, 'key')
  const id = await carrier.beginChat('site', 'sailings', 'Orla', 'Does it sail?')
  expect(carrier.knows(id)).toBe(true)
  await carrier.say(id, 'Hello?')
  await carrier.leave(id)
  expect(heard.map(({ path, authorization }) => [path, authorization])).toEqual([
    ['/api/gateway/chats', 'Bearer key'],
    [`/api/gateway/chats/${id}/messages`, 'Bearer of this chat'],
    [`/api/gateway/chats/${id}/leave`, 'Bearer of this chat'],
  ])
  expect(heard[0]?.body).toMatchObject({ lineId: 'site', queueId: 'sailings', name: 'Orla', text: 'Does it sail?' })
  carrier.forget(id)
  expect(carrier.knows(id)).toBe(false)
})

test('a simulated agent acts in their own name', async () => {
  await new Carrier(origin, 'key').act('ana', 'setPresence', { stateId: 'ready' }, 'once')
  expect(heard[0]).toMatchObject({
    path: '/api/gateway/robots/commands',
    body: { id: 'once', type: 'setPresence', agentId: 'ana', body: { agentId: 'ana', stateId: 'ready' } },
  })
})

test('what the gateway refuses is an error with its status', async () => {
  answer = (_, response) => response.writeHead(409).end('queue closed')
  const carrier = new Carrier(origin, 'key')
  const refused = await carrier.leave('i1').catch((error: unknown) => error)
  expect(refused).toBeInstanceOf(GatewayError)
  expect(refused).toMatchObject({ status: 409, message: 'queue closed' })
  await expect(carrier.lines()).rejects.toMatchObject({ status: 409 })
})

test('the stream is read whole, however it is cut into parts', async () => {
  const news = { interactionId: 'i1', phase: 'offered', offer: null, agentId: null, turn: null, messages: 1 }
  const text = `retry: 1000\n\nevent: ready\ndata: {"agents":["ana","jo\u00e3o"]}\n\n: still here\n\nevent: news\ndata: ${JSON.stringify(news)}\n\nevent: other\ndata: {}\n\n`
  const bytes = Buffer.from(text)
  answer = (_, response) => {
    for (let at = 0; at < bytes.length; at += 7) response.write(bytes.subarray(at, at + 7))
    response.end()
  }
  const told: (readonly string[] | News)[] = []
  await new Carrier(origin, 'key').follow(2, new AbortController().signal, {
    ready: (agentIds) => told.push(agentIds),
    news: (one) => told.push(one),
  })
  expect(told).toEqual([['ana', 'joão'], news])
  expect(heard[0]?.path).toContain('agents=2')
})
