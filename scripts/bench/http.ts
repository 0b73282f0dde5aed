// The same through HTTP and the framework: commands a second of a real web process with 64 senders.
import { v7 as newId } from 'uuid'
import { inParallel } from '../../e2e/crowd.ts'
import type { Stand } from '../../e2e/stand.ts'
import { Carrier } from '../../outside/index.ts'

export async function httpCommandsPerSecond(stand: Stand, senders: number, seconds: number): Promise<number> {
  const carrier = new Carrier(stand.origin, stand.place.secrets.outside)
  const end = performance.now() + seconds * 1000
  let count = 0
  await inParallel(senders, senders, async (n) => {
    const agentId = `agent-${String(n).padStart(4, '0')}`
    for (let k = 0; performance.now() < end; k += 1) {
      await carrier.act(agentId, 'setPresence', { stateId: k % 2 === 0 ? 'break' : 'offline' }, newId())
      count += 1
    }
  })
  return Math.round(count / seconds)
}
