import { rmSync } from 'node:fs'
import { createServer, type Server, type Socket } from 'node:net'

// A simulated virus scanner. It takes files as ClamAV's daemon does (INSTREAM: parts, each with its length before it as four bytes,
// the longest first; none ends it), and knows the one sign by which scanners are tried.

/** The EICAR test file's, in two parts: this program is no test file. */
const sign = ['X5O!P%@AP[4\\PZX54(P^)7CC)7}$', 'EICAR-STANDARD-ANTIVIRUS-TEST-FILE!$H+H*'].join('')
const command = Buffer.from('zINSTREAM\0')
const mostBytes = 32 * 1024 * 1024

/** What came after the command; null where the end has not come. */
function fileIn(sent: Buffer): Buffer | null {
  const parts: Buffer[] = []
  for (let at = command.length; at + 4 <= sent.length;) {
    const length = sent.readUInt32BE(at)
    if (length === 0) return Buffer.concat(parts)
    if (at + 4 + length > sent.length) return null
    parts.push(sent.subarray(at + 4, at + 4 + length))
    at += 4 + length
  }
  return null
}

function serve(socket: Socket): void {
  let sent = Buffer.alloc(0)
  socket.on('error', () => undefined)
  socket.on('data', (part) => {
    sent = Buffer.concat([sent, part])
    if (sent.length > mostBytes) return void socket.end('INSTREAM size limit exceeded. ERROR\0')
    if (!sent.subarray(0, command.length).equals(command.subarray(0, sent.length)))
      return void socket.end('UNKNOWN COMMAND\0')
    const file = fileIn(sent)
    if (file !== null) socket.end(file.includes(sign) ? 'stream: Eicar-Test-Signature FOUND\0' : 'stream: OK\0')
  })
}

/** Scans what comes by a socket at this path, or port of this machine. */
export function startScanner(at: string | number): Server {
  const server = createServer(serve)
  if (typeof at === 'number') return server.listen(at, '127.0.0.1')
  // One that was killed has left its socket there.
  rmSync(at, { force: true })
  return server.listen(at)
}
