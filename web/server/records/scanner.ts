import { connect, type Socket } from 'node:net'
import { problem, ProblemError } from '../edge/problem.ts'

// Files are looked through by a scanner of the centre's own, where it has one: a daemon that speaks ClamAV's INSTREAM.

const patienceMs = 20_000
const partBytes = 64 * 1024

/** By EUDROMOS_SCANNER: a socket's path, or HOST:PORT. */
function reach(at: string): Socket {
  const [, host, port] = /^(.+):(\d+)$/.exec(at) ?? []
  return host === undefined ? connect(at) : connect(Number(port), host)
}

/** What the scanner says of a file. Throws where it is not there, or says nothing. */
const said = (at: string, bytes: Buffer): Promise<string> =>
  new Promise((resolve, reject) => {
    const socket = reach(at)
    let answer = ''
    socket.setTimeout(patienceMs, () => socket.destroy(new Error('the scanner says nothing')))
    socket.once('error', reject)
    socket.on('data', (part) => (answer += part.toString('utf8')))
    socket.once('end', () => resolve(answer.replaceAll('\0', '').trim()))
    socket.write('zINSTREAM\0')
    for (let from = 0; from < bytes.length; from += partBytes) {
      const part = bytes.subarray(from, from + partBytes)
      const length = Buffer.alloc(4)
      length.writeUInt32BE(part.length)
      socket.write(length)
      socket.write(part)
    }
    socket.write(Buffer.alloc(4))
  })

const infected = (): ProblemError =>
  new ProblemError(
    problem(422, 'infected', 'Not accepted', 'The scanner found something harmful in the file. It is not accepted.'),
  )

const scannerAway = (): ProblemError =>
  new ProblemError(
    problem(503, 'scannerAway', 'Cannot be scanned', 'Files cannot be scanned at the moment. Try again in a minute.'),
  )

/** Throws where the scanner finds something in a file, or cannot look; without a scanner nothing is looked through. */
export async function requireClean(bytes: Buffer, at = process.env.EUDROMOS_SCANNER ?? ''): Promise<void> {
  if (at === '') return
  const answer = await said(at, bytes).catch(() => '')
  if (answer.endsWith(' FOUND')) throw infected()
  if (!answer.endsWith(' OK')) throw scannerAway()
}
