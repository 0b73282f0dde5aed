// Which text thread of a line and a customer's number is alive.
import type { AddressId, InteractionId, LineId } from '../plan/index.ts'
import type { Interaction } from './pieces.ts'

const keyOf = (lineId: LineId, addressId: AddressId): string => `${lineId} ${addressId}`

/** One thread a pair of numbers: a conversation that is wrapped up leaves room for the next. */
export class Threads {
  private readonly alive = new Map<string, InteractionId>()

  clear(): void {
    this.alive.clear()
  }

  /** To be called after the phase of one changed. */
  note({ id, channel, lineId, addressId, phase }: Interaction): void {
    if (addressId === null || channel !== 'sms') return
    if (phase === 'wrapUp') this.forget(id, keyOf(lineId, addressId))
    else this.alive.set(keyOf(lineId, addressId), id)
  }

  /** It is over. */
  gone({ id, lineId, addressId }: Pick<Interaction, 'id' | 'lineId' | 'addressId'>): void {
    if (addressId !== null) this.forget(id, keyOf(lineId, addressId))
  }

  private forget(id: InteractionId, key: string): void {
    if (this.alive.get(key) === id) this.alive.delete(key)
  }

  of(lineId: LineId, addressId: AddressId): InteractionId | null {
    return this.alive.get(keyOf(lineId, addressId)) ?? null
  }
}
