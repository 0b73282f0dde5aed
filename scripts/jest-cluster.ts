// Starts the throw-away cluster that database and router tests use; jest ends it by the teardown beside this file.
import { mkdtempSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Cluster } from '../database/cluster/index.ts'

export const freePort = (): Promise<number> =>
  new Promise((resolve, reject) => {
    const server = createServer()
    server.on('error', reject)
    server.listen(0, '127.0.0.1', () => {
      const address = server.address()
      server.close(() => resolve(typeof address === 'object' && address !== null ? address.port : 0))
    })
  })

export default async function start(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'eudromos-test-'))
  const cluster = new Cluster({ folder, port: await freePort(), password: 'for-tests', fsync: false })
  await cluster.initialise()
  await cluster.start()
  process.env.EUDROMOS_TEST_CLUSTER = cluster.url('postgres', 'for-tests', 'postgres')
  Object.assign(globalThis, { testCluster: cluster, testClusterFolder: folder })
}
