// What pages are drawn by is brought into memory before the first of them is asked for: done within a request it holds the
// event loop for a third of a second, and with it everybody else.
import { existsSync, readFileSync } from 'node:fs'
import { createServer, get } from 'node:http'
import { createRequire } from 'node:module'
import { join } from 'node:path'
import { handlersIn } from './straight.mjs'

/** @typedef {{ __next_app__?: { require: (id: unknown) => unknown, loadChunk: (chunk: string) => unknown } }} Page */
/** @typedef {Record<string, Record<string, { id: unknown, chunks: string[] }>>} Modules */

/** What the browser's components of a page are on the server.
 * @param {string} file
 * @param {string} name
 * @returns {Modules} */
function componentsOf(file, name) {
  const manifest = file.replace(/\.js$/, '_client-reference-manifest.js')
  if (!existsSync(manifest)) return {}
  createRequire(manifest)(manifest)
  const all = /** @type {Record<string, { ssrModuleMapping: Modules }>} */ (Reflect.get(globalThis, '__RSC_MANIFEST'))
  return all[name]?.ssrModuleMapping ?? {}
}

/** What the build has, by kind.
 * @param {string} dir the folder of the application
 * @param {'page' | 'route'} kind
 * @returns {{ name: string, file: string }[]} */
function entriesOf(dir, kind) {
  const server = join(dir, '.next/server')
  /** @type {Record<string, string>} */
  const files = JSON.parse(readFileSync(join(server, 'app-paths-manifest.json'), 'utf8'))
  return Object.entries(files).flatMap(([name, path]) =>
    name.endsWith(`/${kind}`) ? [{ name, file: join(server, path) }] : [],
  )
}

/** @param {string} dir */
function bringInPages(dir) {
  for (const { name, file } of entriesOf(dir, 'page')) {
    /** @type {Page} */
    const page = createRequire(file)(file)
    for (const { id, chunks } of Object.values(componentsOf(file, name)).flatMap((one) => Object.values(one))) {
      for (const chunk of chunks) page.__next_app__?.loadChunk(chunk)
      page.__next_app__?.require(id)
    }
  }
}

/** @param {string} dir */
async function bringInRoutes(dir) {
  for (const { name, file } of entriesOf(dir, 'route')) if (name.startsWith('/api/')) await handlersIn(file)
}

/** Draws a page that everybody may see, so that drawing itself has been done.
 * @param {import('node:http').RequestListener} handle */
async function draw(handle) {
  const server = createServer(handle).listen(0, '127.0.0.1')
  await new Promise((resolve) => server.once('listening', resolve))
  const address = server.address()
  const port = typeof address === 'object' ? address?.port : null
  await new Promise((resolve, reject) => {
    get(`http://127.0.0.1:${port}/sign-in`, (answer) => answer.resume().once('end', resolve)).once('error', reject)
  })
  server.close()
  server.closeAllConnections()
}

/**
 * Whatever of it fails is done by the first who asks, and says there why it fails.
 * @param {string} dir
 * @param {import('node:http').RequestListener} handle */
export async function warmUp(dir, handle) {
  try {
    bringInPages(dir)
    await bringInRoutes(dir)
    await draw(handle)
  } catch (error) {
    console.error('not everything could be brought into memory:', error)
  }
}
