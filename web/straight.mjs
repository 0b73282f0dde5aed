// Answers the routes of the API by the very handlers that their files export. The framework's own way to them costs several
// times what most of them do; pages, and whatever is not found here, still go by it.
import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { join } from 'node:path'

/** @typedef {(request: Request, context: { params: Promise<Record<string, string>> }) => Promise<Response>} Handler */
/** @typedef {{ parts: string[], file: string, handlers: Promise<Record<string, Handler>> | null }} Route */

/** What stands for itself comes before what stands for anything.
 * @param {Route} a
 * @param {Route} b */
function bySpecificity(a, b) {
  for (const [n, part] of a.parts.entries()) {
    const [own, other] = [part.startsWith('['), b.parts[n]?.startsWith('[') === true]
    if (own !== other) return own ? 1 : -1
  }
  return 0
}

/** The routes of the API that the build has.
 * @param {string} server the folder that it was built into
 * @returns {Route[]} */
function routesOf(server) {
  /** @type {Record<string, string>} */
  const files = JSON.parse(readFileSync(join(server, 'app-paths-manifest.json'), 'utf8'))
  return Object.entries(files)
    .filter(([name]) => name.startsWith('/api/') && name.endsWith('/route') && !name.includes('...'))
    .map(([name, file]) => ({ parts: name.split('/').slice(1, -1), file: join(server, file), handlers: null }))
    .sort(bySpecificity)
}

/** What a built route's file exports, by method.
 * @param {string} file */
export async function handlersIn(file) {
  const { routeModule } = await createRequire(file)(file)
  await routeModule.ensureUserland()
  return routeModule.userland
}

/**
 * @param {Route} route
 * @param {string[]} parts of an address
 * @returns {Record<string, string> | null} what stands in the place of names; null where it is another address */
function paramsOf(route, parts) {
  if (route.parts.length !== parts.length) return null
  /** @type {Record<string, string>} */
  const params = {}
  for (const [n, part] of route.parts.entries()) {
    const given = parts[n] ?? ''
    if (part.startsWith('[') && given !== '') params[part.slice(1, -1)] = given
    else if (part !== given) return null
  }
  return params
}

/** What is left of a body is read and kept nowhere, so that the answer to it gets through.
 * @param {import('node:http').IncomingMessage} incoming */
function throwAway(incoming) {
  incoming.removeAllListeners('data')
  incoming.resume()
}

/** The body as it comes, no faster than it is read.
 * @param {import('node:http').IncomingMessage} incoming
 * @returns {ReadableStream<Uint8Array>} */
function bodyOf(incoming) {
  return new ReadableStream(
    {
      start(controller) {
        incoming.on('data', (/** @type {Buffer} */ part) => {
          controller.enqueue(new Uint8Array(part.buffer, part.byteOffset, part.byteLength))
          if ((controller.desiredSize ?? 0) <= 0) incoming.pause()
        })
        incoming.once('end', () => controller.close())
        incoming.once('error', (error) => controller.error(error))
        incoming.once('close', () => {
          if (!incoming.complete) controller.error(new Error('the request was cut off'))
        })
      },
      pull() {
        incoming.resume()
      },
      cancel() {
        throwAway(incoming)
      },
    },
    new ByteLengthQueuingStrategy({ highWaterMark: 64 * 1024 }),
  )
}

/** @param {import('node:http').IncomingMessage} incoming */
function headersOf(incoming) {
  const headers = new Headers()
  for (const [name, value] of Object.entries(incoming.headers))
    if (typeof value === 'string') headers.set(name, value)
    else for (const one of value ?? []) headers.append(name, one)
  return headers
}

/** @param {import('node:http').IncomingMessage} incoming */
const addressOf = ({ headers, url }) => `http://${headers.host ?? 'localhost'}${url}`

/**
 * @param {import('node:http').IncomingMessage} incoming
 * @param {AbortSignal} signal */
function requestOf(incoming, signal) {
  const { method = 'GET' } = incoming
  const hasBody = method !== 'GET' && method !== 'HEAD'
  return new Request(addressOf(incoming), {
    method,
    headers: headersOf(incoming),
    signal,
    ...(hasBody && { body: bodyOf(incoming), duplex: 'half' }),
  })
}

/** Waits until there is room for more, or nobody reads any more.
 * @param {import('node:http').ServerResponse} outgoing
 * @returns {Promise<void>} */
const roomIn = (outgoing) =>
  new Promise((resolve) => {
    const go = () => {
      outgoing.off('drain', go)
      outgoing.off('close', go)
      resolve()
    }
    outgoing.once('drain', go)
    outgoing.once('close', go)
  })

/**
 * @param {Response} answer
 * @param {import('node:http').ServerResponse} outgoing */
async function send(answer, outgoing) {
  for (const [name, value] of answer.headers) if (name !== 'set-cookie') outgoing.setHeader(name, value)
  const cookies = answer.headers.getSetCookie()
  if (cookies.length > 0) outgoing.setHeader('set-cookie', cookies)
  outgoing.setHeader('x-content-type-options', 'nosniff')
  outgoing.statusCode = answer.status
  if (answer.body === null) return void outgoing.end()
  const isStream = answer.headers.get('content-type')?.startsWith('text/event-stream') === true
  if (isStream) outgoing.flushHeaders()
  const reader = answer.body.getReader()
  let part = await reader.read()
  if (!isStream && !part.done) {
    // What is whole with its first part goes out at once, with its length.
    const next = await reader.read()
    if (next.done) return void outgoing.end(part.value)
    if (!outgoing.write(part.value)) await roomIn(outgoing)
    part = next
  }
  while (!part.done && !outgoing.destroyed) {
    if (!outgoing.write(part.value)) await roomIn(outgoing)
    part = await reader.read()
  }
  if (outgoing.destroyed) await reader.cancel().catch(() => undefined)
  outgoing.end()
}

/**
 * Answers requests of the API. What it gives says for each whether it has been, or will be, answered.
 * @param {string} folder the application's
 * @returns {(incoming: import('node:http').IncomingMessage, outgoing: import('node:http').ServerResponse) => Promise<boolean>}
 */
export function straightTo(folder) {
  const routes = routesOf(join(folder, '.next/server'))
  return async (incoming, outgoing) => {
    const path = (incoming.url ?? '').replace(/\?.*$/s, '')
    if (!path.startsWith('/api/') || !URL.canParse(addressOf(incoming))) return false
    const parts = path.split('/').slice(1)
    for (const route of routes) {
      const params = paramsOf(route, parts)
      if (params === null) continue
      // One that cannot be had this way goes by the framework, for as long as the process lives.
      route.handlers ??= handlersIn(route.file).catch((error) => {
        console.error(error)
        return {}
      })
      const handler = (await route.handlers)[incoming.method ?? '']
      if (typeof handler !== 'function') return false
      const gone = new AbortController()
      outgoing.once('close', () => gone.abort())
      const answer = await handler(requestOf(incoming, gone.signal), { params: Promise.resolve(params) })
      if (!incoming.readableEnded) throwAway(incoming)
      await send(answer, outgoing)
      return true
    }
    return false
  }
}
