import type { InteractionId, PersonId } from '@eudromos/core/plan'
import type { Grounds } from '@eudromos/core/routing'
import { tooMany } from '../edge/problem.ts'
import type { Thread } from './thread.ts'

/** What of one person, and of all, may be under way or wait: a list of offers is looked through quickly. */
const mostOfPerson = 4
const mostOfAll = 40

/** What was at an event of the past, one thing at a time for each person. */
export class Past {
  private readonly asking = new Map<string, { count: number; last: Promise<void> }>()
  private total = 0

  constructor(private readonly thread: Pick<Thread, 'ask'>) {}

  /** After what this person asked before. Throws where they, or all together, ask for more than is worked out soon. */
  async groundsBefore(personId: PersonId, interactionId: InteractionId, seq: number): Promise<Grounds | null> {
    const own = this.asking.get(personId) ?? { count: 0, last: Promise.resolve() }
    if (own.count >= mostOfPerson || this.total >= mostOfAll) throw tooMany()
    own.count += 1
    this.total += 1
    this.asking.set(personId, own)
    const answer = own.last.then(() => this.thread.ask('groundsBefore', { interactionId, seq }))
    own.last = answer.then(
      () => undefined,
      () => undefined,
    )
    try {
      return await answer
    } finally {
      own.count -= 1
      this.total -= 1
      if (own.count === 0) this.asking.delete(personId)
    }
  }
}
