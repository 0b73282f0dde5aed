import type { Logger } from 'pino'
import type { Interaction } from '@eudromos/core/routing'
import { readAddresses, type Database } from '@eudromos/database'
import type { Carrier } from './carrier.ts'
import { envelope, gateway } from '../edge/envelope.ts'
import type { Follower } from '../runtime/follower.ts'
import type { Sender } from '../runtime/sender.ts'

/** The id that a carrier knows a call by that goes out. */
export const dialId = (interactionId: string, number: number): string => `${interactionId}.${number}`

/**
 * Has the carrier ring the customers of calls that go out, and stop where it is answered, given up or too late. Any number
 * of processes may do so: the carrier knows a second copy by its id. One that dies leaves the ringing to its time.
 */
export class Dialler {
  private readonly ringing = new Map<string, string>()
  private readonly unwatch: () => void

  constructor(
    private readonly database: Database,
    private readonly follower: Follower,
    private readonly sender: Pick<Sender, 'submit'>,
    private readonly carrier: Pick<Carrier, 'call' | 'hangUp'>,
    private readonly tokenOf: (interactionId: string) => string,
    private readonly log: Logger,
  ) {
    this.unwatch = follower.watch({
      changed: ({ everything, interactions }) => this.look(everything ? this.all() : interactions),
    })
    this.look(this.all())
  }

  close(): void {
    this.unwatch()
  }

  private all(): Set<string> {
    return new Set([...this.ringing.keys(), ...this.follower.state.interactions.keys()])
  }

  private look(interactions: Iterable<string>): void {
    for (const id of interactions) {
      const interaction = this.follower.state.interactions.get(id)
      const dial = interaction?.dial ?? null
      const wanted = dial === null ? undefined : dialId(id, dial.number)
      const now = this.ringing.get(id)
      if (wanted === now) continue
      if (now !== undefined) this.stop(id, now)
      if (wanted !== undefined && interaction !== undefined) {
        this.ringing.set(id, wanted)
        void this.ring(interaction, wanted)
      }
    }
  }

  private stop(interactionId: string, id: string): void {
    this.ringing.delete(interactionId)
    this.carrier.hangUp(id).catch((error: unknown) => this.log.warn({ err: error }, 'the carrier was not told to stop'))
  }

  private async ring({ id, dials, lineId, addressId }: Interaction, dialled: string): Promise<void> {
    try {
      const from = this.follower.document?.lines.find((line) => line.id === lineId)?.address ?? null
      const numbers = await readAddresses(this.database, addressId === null ? [] : [addressId])
      const to = numbers.get(addressId ?? '')
      if (from === null || to === undefined) return this.unreachable(id, dials)
      const handed = await this.carrier.call({ id: dialled, callId: id, from, to, token: this.tokenOf(id) })
      if (!handed.taken) this.unreachable(id, dials)
    } catch (error) {
      this.log.warn({ err: error }, 'the carrier does not take calls')
      this.unreachable(id, dials)
    }
  }

  /** Where the router is away as well it rings until its time. */
  private unreachable(interactionId: string, number: number): void {
    const id = `${dialId(interactionId, number)}.unreachable`
    const command = envelope('reportDial', gateway, { interactionId, number, end: 'unreachable' }, { id })
    this.sender.submit({ command }).catch((error: unknown) => this.log.warn({ err: error }, 'a call was not reported'))
  }
}
