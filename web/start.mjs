// A web process: Next.js behind a server that takes one request at a time from those that have come.
//
// Node accepts one new connection in each turn of its event loop (libuv from 1.45 on). With many busy connections a turn
// handles a request of each, takes long, and whoever connects anew waits for seconds behind them: measured 16 s with 124
// busy ones. One request in each turn keeps turns short, and all are served in the order in which they came.
import { createServer } from 'node:http'
import { dirname } from 'node:path'
import { setImmediate } from 'node:timers'
import { fileURLToPath } from 'node:url'
import next from 'next'
import { clientAddress, trustedProxies } from './client-address.mjs'
import { straightTo } from './straight.mjs'
import { warmUp } from './warm.mjs'

const [port, hostname] = [Number(process.argv[2]), process.argv[3] ?? '127.0.0.1']
if (!Number.isInteger(port) || port < 1 || port > 65_535) {
  console.error('Give the port as the first argument: node web/start.mjs 4700 [host]')
  process.exit(2)
}

/** What no address can be read as: the framework fails at it instead of saying so.
 * @param {string} url */
function isReadable(url) {
  try {
    decodeURIComponent(url.replace(/\?.*$/s, ''))
    return true
  } catch {
    return false
  }
}

const unreadable = JSON.stringify({
  ...{ type: 'about:blank', title: 'Not valid', status: 400, code: 'notText' },
  detail: 'Address: this contains characters that text cannot have. Check it and try again.',
})

/** @type {(() => void)[]} */
const waiting = []

function takeNext() {
  waiting.shift()?.()
  if (waiting.length > 0) setImmediate(takeNext)
}

const isTrusted = trustedProxies(process.env.EUDROMOS_TRUSTED_PROXIES ?? '')
const dir = dirname(fileURLToPath(import.meta.url))
const app = next({ dev: false, dir, hostname, port })
const handle = app.getRequestHandler()
await app.prepare()
const straight = straightTo(dir)
await warmUp(dir, handle)
const server = createServer((request, response) => {
  const { headers, socket } = request
  const forwarded = headers['x-forwarded-for']
  // From here on it is one address, and nobody's word for it.
  headers['x-forwarded-for'] = clientAddress(socket.remoteAddress, String(forwarded ?? ''), isTrusted)
  if (!isReadable(request.url ?? '')) {
    response.writeHead(400, { 'content-type': 'application/problem+json' }).end(unreadable)
    return
  }
  waiting.push(() => {
    if (request.socket.destroyed) return
    straight(request, response)
      .then((answered) => answered || handle(request, response))
      .catch((error) => {
        console.error(error)
        response.destroy()
      })
  })
  if (waiting.length === 1) setImmediate(takeNext)
})
server.on('error', (error) => {
  console.error(`The web process cannot listen at ${hostname}:${port}: ${error.message}`)
  process.exit(1)
})
server.listen(port, hostname)
