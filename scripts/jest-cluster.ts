// Starts the throw-away cluster that database and router tests use; jest ends it by the teardown beside this file.
import { mkdtempSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Cluster } from '../database/cluster/index.ts'

/** Below those that the system gives to whoever connects: one of these is still free when it is used, seconds later. */
const ports = { from: 20_000, to: 32_000 }

const isFree = (port: number): Promise<boolean> =>
  new Promise((resolve) => {
    const server = createServer()
    server.once('error', () => resolve(false))
    server.listen(port, '127.0.0.1', () => server.close(() => resolve(true)))
  })

export async function freePort(): Promise<number> {
  for (;;) {
    const port = ports.from + Math.floor(Math.random() * (ports.to - ports.from))
    if (await isFree(port)) return port
  }
}

export default async function start(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'eudromos-test-'))
  const cluster = new Cluster({ folder, port: await freePort(), password: 'for-tests', fsync: false })
  await cluster.initialise()
  await cluster.start()
  process.env.EUDROMOS_TEST_CLUSTER = cluster.url('postgres', 'for-tests', 'postgres')
  Object.assign(globalThis, { testCluster: cluster, testClusterFolder: folder })
}
