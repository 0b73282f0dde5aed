import type { PersonId, ProcessId } from '@eudromos/core/plan'
import type { Logger } from 'pino'
import { envelope } from '../edge/envelope.ts'
import type { Follower } from './follower.ts'
import type { Sender } from './sender.ts'

const graceMs = 8000

/**
 * Supervisors' open pages, so that one who listens to a call and is gone does not go on listening: some time after the last
 * page has closed they leave the call.
 */
export class Attending {
  private readonly open = new Map<string, number>()

  constructor(
    private readonly processId: ProcessId,
    private readonly sender: Pick<Sender, 'submit'>,
    private readonly follower: Pick<Follower, 'state'>,
    private readonly log: Pick<Logger, 'warn'>,
  ) {}

  /** A page of theirs is open; gives what closes it. */
  begin(personId: PersonId): () => void {
    this.open.set(personId, (this.open.get(personId) ?? 0) + 1)
    return () => {
      const left = (this.open.get(personId) ?? 1) - 1
      if (left > 0) this.open.set(personId, left)
      else {
        this.open.delete(personId)
        setTimeout(() => this.leave(personId), graceMs).unref()
      }
    }
  }

  private leave(personId: PersonId): void {
    if (this.open.has(personId)) return
    const { follower, sender, processId, log } = this
    for (const { id, guests } of follower.state.interactions.values())
      if (guests.some((guest) => guest.personId === personId && guest.processId === processId))
        sender
          .submit({
            command: envelope('leaveCall', { kind: 'system', id: processId }, { interactionId: id, personId }),
          })
          .catch((error: unknown) => log.warn({ err: error }, 'could not leave a call'))
  }
}
