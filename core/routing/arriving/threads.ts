// What the next contact from a customer's address to a line goes on with: a thread that is alive, or a callback that waits.
import { traitsOf, inThreads, type AddressId, type InteractionId, type LineId } from '../../plan/index.ts'
import { isUnanswered, type Interaction } from '../state/pieces.ts'

const keyOf = (lineId: LineId, addressId: AddressId): string => `${lineId} ${addressId}`

const isAlive = ({ channel, phase, callback }: Interaction): boolean =>
  inThreads(channel) ? phase !== 'wrapUp' : callback !== null && isUnanswered({ phase })

/** One a pair of addresses: a conversation that is wrapped up, or a callback that is answered, leaves room for the next. */
export class Threads {
  private readonly alive = new Map<string, InteractionId>()

  clear(): void {
    this.alive.clear()
  }

  /** To be called after the phase of one changed, or it became a callback. */
  note(interaction: Interaction): void {
    const { id, channel, lineId, addressId } = interaction
    if (addressId === null || traitsOf(channel).address === null) return
    if (isAlive(interaction)) this.alive.set(keyOf(lineId, addressId), id)
    else this.forget(id, keyOf(lineId, addressId))
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
