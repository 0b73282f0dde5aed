import type { InteractionId } from '@eudromos/core/plan'
import { commandOf, gateway } from '@eudromos/core/routing'
import { insertCommands, readDialled, type Database, type RingKey } from '@eudromos/database'
import type { Carrier, Handed } from './carrier.ts'
import { PutOff } from './hands.ts'
import type { Published } from './published.ts'

/** The id that a carrier knows a call by that goes out. */
export const dialId = ({ interactionId, number }: RingKey): string => `${interactionId}.${number}`

/**
 * Has the carrier ring the customers of calls that go out, and stop where it is answered, given up or too late; the carrier
 * knows a second copy by its id.
 */
export class Ringing {
  constructor(
    private readonly database: Database,
    private readonly published: Pick<Published, 'read'>,
    private readonly carrier: Pick<Carrier, 'call' | 'hangUp'>,
    private readonly tokenOf: (interactionId: InteractionId) => string,
  ) {}

  async ring(key: RingKey): Promise<void> {
    const dialled = await readDialled(this.database, key)
    if (dialled === null) return
    const plan = await this.published.read()
    const from = plan?.lines.find(({ id }) => id === dialled.lineId)?.address ?? null
    const handed = from !== null && dialled.to !== null && (await this.call(key, from, dialled.to))
    if (handed === false || !handed.taken) await this.unreachable(key)
  }

  private call(key: RingKey, from: string, to: string): Promise<Handed> {
    const callId = key.interactionId
    return this.carrier
      .call({ id: dialId(key), callId, from, to, token: this.tokenOf(callId) })
      .catch(() => ({ taken: false, reason: 'noCarrier', again: false }))
  }

  /** It is to ring no longer. */
  async stop(key: RingKey): Promise<void> {
    await this.carrier.hangUp(dialId(key)).catch(() => {
      throw new PutOff('noCarrier')
    })
  }

  private async unreachable(key: RingKey): Promise<void> {
    const { interactionId, number } = key
    const body = { interactionId, number, end: 'unreachable' } as const
    const command = commandOf(`${dialId(key)}.unreachable`, 'reportDial', gateway, body)
    await insertCommands(this.database.$client, [{ command }])
  }
}
