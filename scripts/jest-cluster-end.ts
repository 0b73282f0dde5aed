import { rmSync } from 'node:fs'
import type { Cluster } from '../database/cluster/index.ts'

export default async function end(): Promise<void> {
  const { testCluster, testClusterFolder } = globalThis as unknown as {
    testCluster: Cluster
    testClusterFolder: string
  }
  await testCluster.stop('immediate')
  rmSync(testClusterFolder, { recursive: true, force: true })
}
