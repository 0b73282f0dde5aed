import { spawn, type ChildProcess } from 'node:child_process'
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { join } from 'node:path'
import { checkCarrier, type CarrierCheck } from './carrier.ts'
import { signatureOf } from '../../outside/signing.ts'

const key = 'the key of the test'
const [from, to, nobody] = ['+442079460101', '+61491570006', '+61491579999']

const freePort = (): Promise<number> =>
  new Promise((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const { port } = server.address() as AddressInfo
      server.close(() => resolve(port))
    })
  })

const mail = { from: 'bookings@skerrow.example', to: 'ilse.varga@mail.example' }

const failed = (checks: readonly CarrierCheck[]): string[] => checks.filter(({ ok }) => !ok).map(({ name }) => name)

describe('the simulated carrier', () => {
  let outside: ChildProcess
  afterEach(() => {
    outside.kill('SIGKILL')
  })

  test('keeps the contract whole', async () => {
    const [listen, port] = [await freePort(), await freePort()]
    outside = spawn(process.execPath, ['--import', 'tsx', join(process.cwd(), 'outside/main.ts')], {
      env: {
        ...process.env,
        EUDROMOS_ORIGIN: `http://127.0.0.1:${listen}`,
        EUDROMOS_OUTSIDE_KEY: key,
        EUDROMOS_OUTSIDE_PORT: String(port),
        EUDROMOS_LOG: 'silent',
      },
      stdio: 'ignore',
    })
    const url = `http://127.0.0.1:${port}`
    for (let n = 0; n < 200; n += 1) {
      const up = await fetch(`${url}/numbers`).then(
        () => true,
        () => false,
      )
      if (up) break
      await new Promise((resolve) => setTimeout(resolve, 100))
    }
    const checks = await checkCarrier({ url, key, listen, from, to, nobody, mail })
    expect(failed(checks)).toEqual([])
    expect(checks).toHaveLength(22)
  })
})

/** What a carrier of the test does wrong. */
type Fault =
  | 'anyKey'
  | 'localNumbers'
  | 'silent'
  | 'unsigned'
  | 'oldStamp'
  | 'foreignKey'
  | 'oddState'
  | 'onceOnly'
  | 'twice'
  | 'takesAll'
  | 'noCalls'
  | 'noPictures'
  | 'noMail'

describe('a carrier that', () => {
  let server: Server

  /** A small carrier, right but for the fault. */
  async function carrier(fault: Fault | null, listen: number): Promise<string> {
    const known = new Set<string>()
    const tell = async (of: string, id: string, number: number, what: object, tried = 0): Promise<void> => {
      const body = JSON.stringify({ id, ...what })
      const message = `${id}.${number}`
      const stamp = String(Math.floor(Date.now() / 1000) - (fault === 'oldStamp' ? 1000 : 0))
      const signature = signatureOf(fault === 'foreignKey' ? 'another' : key, message, stamp, body)
      const answer = await fetch(`http://127.0.0.1:${listen}/api/gateway/${of}/reports`, {
        method: 'POST',
        headers: {
          'webhook-id': message,
          'webhook-timestamp': stamp,
          ...(fault !== 'unsigned' && { 'webhook-signature': signature }),
        },
        body,
      }).catch(() => null)
      if (answer?.ok !== true && tried < 3 && fault !== 'onceOnly') await tell(of, id, number, what, tried + 1)
    }
    server = createServer((request, response) => {
      void (async () => {
        let text = ''
        for await (const part of request) text += String(part)
        const answer = (status: number, body: object): void => {
          response.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(body))
        }
        if (request.headers.authorization !== `Bearer ${key}` && fault !== 'anyKey')
          return answer(401, { code: 'noKey' })
        const wanted = `${request.method ?? ''} ${request.url ?? ''}`
        if (wanted === 'GET /numbers') {
          const number = fault === 'localNumbers' ? '020 7946 0101' : from
          return answer(200, { numbers: [{ number, channels: ['sms'], place: 'London' }] })
        }
        const given = JSON.parse(text || '{}') as { id?: string; to?: string; pictures?: unknown }
        const { id = '', to: number } = given
        if (given.pictures !== undefined && fault === 'noPictures') return answer(422, { code: 'noWords' })
        if (wanted.includes('/mails')) return answer(501, {})
        if (wanted.includes('/calls')) {
          if (number === nobody && fault !== 'noCalls' && fault !== 'silent')
            void tell('calls', id, 1, { end: fault === 'oddState' ? 'flown' : 'unreachable' })
          return answer(fault === 'noCalls' ? 501 : 202, {})
        }
        if (number === undefined && fault !== 'takesAll') return answer(422, { code: 'invalid' })
        if (fault !== 'silent' && number !== undefined && (!known.has(id) || fault === 'twice')) {
          known.add(id)
          void tell('texts', id, fault === 'twice' ? Math.random() : 1, {
            state: fault === 'oddState' ? 'flown' : 'delivered',
          })
        }
        answer(202, { id })
      })()
    })
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
    return `http://127.0.0.1:${(server.address() as AddressInfo).port}`
  }
  afterEach(() => new Promise((resolve) => server.close(resolve)))

  const signedNot = ['signed, with a time stamp', 'signed as well']
  const noEnd = ['and told of as unreachable', 'signed as well']
  test.each<[Fault | null, string[]]>([
    [null, []],
    ['anyKey', ['another key is refused (401)']],
    ['localNumbers', ['its numbers are told, in E.164, with channels and place']],
    ['unsigned', signedNot],
    ['oldStamp', signedNot],
    ['foreignKey', signedNot],
    ['oddState', ['as sent, delivered or failed', 'and told of as unreachable']],
    ['onceOnly', ['brought again, as the same message, where the centre had no time']],
    ['twice', ['handed over twice it came to an end once']],
    ['noPictures', ['a picture is taken without words']],
    [
      'noMail',
      [
        'an email is taken',
        'the same email a second time is taken as the same',
        'what became of the email is told',
        'signed like the rest',
      ],
    ],
    ['takesAll', ['a text to nobody is refused, with a code']],
    [
      'noCalls',
      [
        'a call rings',
        'the same call a second time is the same',
        'it is stopped',
        'and again, though it is over',
        'a call to a number that is nobody’s is taken, too',
        ...noEnd,
      ],
    ],
    [
      'silent',
      [
        'what became of the text is told',
        'as sent, delivered or failed',
        'signed, with a time stamp',
        'brought again, as the same message, where the centre had no time',
        'handed over twice it came to an end once',
        ...noEnd,
      ],
    ],
  ])('%s', async (fault, wrong) => {
    const listen = await freePort()
    const url = await carrier(fault, listen)
    const checks = await checkCarrier({
      url,
      key,
      listen,
      from,
      to,
      nobody,
      mail: fault === 'noMail' ? mail : null,
      waitMs: 1500,
    })
    expect(failed(checks)).toEqual(wrong)
    for (const { ok, found } of checks) expect(ok ? undefined : typeof found).toBe(ok ? undefined : 'string')
  })
})

test('a carrier that is not there fails each check, with why', async () => {
  const [listen, port] = [await freePort(), await freePort()]
  const checks = await checkCarrier({
    url: `http://127.0.0.1:${port}`,
    key,
    listen,
    from,
    to,
    nobody,
    mail,
    waitMs: 10,
  })
  expect(checks.filter(({ ok }) => ok)).toEqual([])
  expect(checks[0]?.found).toMatch(/^0 /)
})
