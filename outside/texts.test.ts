import { createServer, type IncomingMessage, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { pino } from 'pino'
import { signatureOf } from '../web/server/gateway/webhooks.ts'
import { mailService, readFiles, readNetwork, TextNetwork, usualNetwork } from './texts.ts'

interface Heard {
  readonly path: string
  readonly headers: IncomingMessage['headers']
  readonly body: string
}

let server: Server
let heard: Heard[]
let answers: { status: number; body?: object }[]
let network: TextNetwork
let origin: string
let roll: number

beforeEach(async () => {
  heard = []
  answers = []
  server = createServer((request, response) => {
    void (async () => {
      let body = ''
      for await (const part of request) body += String(part)
      heard.push({ path: request.url ?? '', headers: request.headers, body })
      const { status, body: said = {} } = answers.shift() ?? { status: 202 }
      response.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(said))
    })()
  })
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  origin = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
  roll = 0.5
  network = new TextNetwork(origin, 'a key', () => roll, pino({ level: 'silent' }))
  network.settings = { ...usualNetwork, delayMs: 5 }
})

afterEach(() => new Promise((resolve) => server.close(resolve)))

async function until(what: () => boolean): Promise<void> {
  for (let n = 0; n < 200 && !what(); n += 1) await new Promise((resolve) => setTimeout(resolve, 20))
  expect(what()).toBe(true)
}

test('what a customer writes is brought to the centre, signed; the same id is the same text', async () => {
  const text = network.write('+61491570006', '+442079460101', 'Is it running?', 'one')
  expect(network.write('+61491570006', '+442079460101', 'Is it running?', 'one')).toBe(text)
  await until(() => text.state === 'delivered')
  expect(heard).toHaveLength(1)
  const [{ path, headers, body }] = heard as [Heard]
  expect(path).toBe('/api/gateway/texts')
  expect(JSON.parse(body)).toEqual({ id: 'one', from: '+61491570006', to: '+442079460101', text: 'Is it running?' })
  const stamp = String(headers['webhook-timestamp'])
  expect(headers['webhook-signature']).toBe(signatureOf('a key', 'one', stamp, body))
})

test('where the centre has no time it is brought again, where it says no it is not', async () => {
  answers = [{ status: 503 }, { status: 202 }]
  const late = network.write('+61491570006', '+442079460101', 'Hello?')
  await until(() => late.state === 'delivered')
  expect(heard).toHaveLength(2)
  answers = [{ status: 404, body: { detail: 'No line has this number.' } }]
  const lost = network.write('+61491570006', '+442079460199', 'Hello?')
  await until(() => lost.state === 'failed')
  expect(lost.reason).toBe('No line has this number.')
})

test('what the centre sends arrives or does not, and the centre is told which', async () => {
  const arrived: string[] = []
  const unwatch = network.watch(({ id }) => arrived.push(id))
  const text = { from: '+442079460101', to: '+61491570006', text: 'It is.' }
  network.take({ ...text, id: 'i1.2.1' })
  network.take({ ...text, id: 'i1.2.1' })
  await until(() => heard.length === 1)
  expect(JSON.parse(heard[0]?.body ?? '')).toEqual({ id: 'i1.2.1', state: 'delivered', reason: null })
  network.settings = { ...network.settings, failPercent: 60 }
  network.take({ ...text, id: 'i1.3.1' })
  await until(() => heard.length === 2)
  expect(JSON.parse(heard[1]?.body ?? '')).toEqual({ id: 'i1.3.1', state: 'failed', reason: 'unreachable' })
  expect(arrived).toEqual(['i1.2.1'])
  expect(network.of('+61491570006').map(({ state }) => state)).toEqual(['delivered', 'failed'])
  unwatch()
})

test('pictures go with a text both ways, and the oldest are let go of', async () => {
  const picture = { name: 'bag.gif', type: 'image/gif', data: 'R0lGODlh' }
  const text = network.write('+61491570006', '+442079460101', { text: '', files: [picture] }, 'pic')
  await until(() => text.state === 'delivered')
  expect(JSON.parse(heard[0]?.body ?? '')).toMatchObject({ id: 'pic', text: '', pictures: [picture] })
  const answer = { from: '+442079460101', to: '+61491570006', text: '' }
  for (let n = 0; n < 100; n += 1)
    network.take({ ...answer, id: `i9.${n}.1`, files: [{ ...picture, name: `${n}.gif` }] })
  const kept = network.of('+61491570006').map(({ id, files }) => [id, files.length])
  expect(kept[0]).toEqual(['pic', 0])
  expect(kept.slice(1).every(([, files]) => files === 1)).toBe(true)
  await until(() => heard.length === 101)
})

test.each([
  ['a picture', 'list'],
  [Array.from({ length: 11 }, () => ({ type: 'image/gif', data: 'R0' })), 'at most 10'],
  [[{ type: 'image/gif' }], 'data'],
  [[{ type: 'text/html', data: 'R0' }], 'type'],
])('pictures %j are refused with a sentence that names it', (input, word) => {
  expect(() => readFiles(input)).toThrow(word)
})

test('email goes the same ways, with its subject, its sender’s name and files of any kind', async () => {
  const mails = new TextNetwork(origin, 'a key', () => roll, pino({ level: 'silent' }), mailService)
  mails.settings = network.settings
  const file = { name: 'ticket.pdf', type: 'application/pdf', data: 'JVBERg==' }
  const [ilse, bookings] = ['ilse@mail.example', 'bookings@skerrow.example']
  const written = {
    name: 'Ilse Varga',
    subject: 'My booking',
    text: 'Is it paid?',
    files: readFiles([file], mailService),
  }
  const mail = mails.write(ilse, bookings, written, 'm1')
  await until(() => mail.state === 'delivered')
  expect(heard[0]?.path).toBe('/api/gateway/mails')
  expect(JSON.parse(heard[0]?.body ?? '')).toEqual({ id: 'm1', from: ilse, to: bookings, ...written })
  mails.take({ id: 'i1.2.1', from: bookings, to: ilse, subject: 'Re: My booking', text: 'It is.' })
  await until(() => heard.length === 2)
  expect(heard[1]?.path).toBe('/api/gateway/mails/reports')
  expect(mails.of(ilse).map(({ subject }) => subject)).toEqual(['My booking', 'Re: My booking'])
  expect(network.of(ilse)).toEqual([])
  expect(() => readFiles([{ ...file, type: '' }], mailService)).toThrow('Files: give the type')
})

test('a report that the centre does not take is told again', async () => {
  answers = [{ status: 503 }, { status: 200 }]
  network.take({ id: 'i2.2.1', from: '+442079460101', to: '+61491570006', text: 'It is.' })
  await until(() => heard.length === 2)
  expect(heard[0]?.body).toBe(heard[1]?.body)
})

test.each([
  [null, 'JSON object'],
  [{ delayMs: -1 }, 'Delay'],
  [{ failPercent: 101 }, 'Not delivered'],
  [{ up: 'yes' }, 'Network'],
])('settings %j are refused with a sentence that names it', (input, word) => {
  expect(() => readNetwork(input, usualNetwork)).toThrow(word)
})

test('settings that are left out stay', () => {
  expect(readNetwork({ up: false }, { delayMs: 9, failPercent: 8, up: true })).toEqual({
    delayMs: 9,
    failPercent: 8,
    up: false,
  })
})
