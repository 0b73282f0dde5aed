// What a new thing of the plan begins with.
import type { ChannelLimit, LoadLimits, Queue } from './plan.ts'

type Plain =
  | 'laterReaches'
  | 'requirements'
  | 'relaxations'
  | 'priority'
  | 'prioritySteps'
  | 'whenFullTo'
  | 'longestWaitSeconds'
  | 'longestWaitTo'

/** Of a new queue: everybody of it from the beginning, nothing asked for, in the middle of the priorities, no way on. */
export const plainQueue: Pick<Queue, Plain> = {
  laterReaches: [],
  requirements: [],
  relaxations: [],
  priority: 5,
  prioritySteps: [],
  whenFullTo: null,
  longestWaitSeconds: null,
  longestWaitTo: null,
}

/** So many interactions of a channel, one slot each. */
export const upTo = (most: number): ChannelLimit => ({ slots: 1, most, alone: false, beside: [] })

/** Chats and nothing else. */
export const chatsOnly = (most: number): LoadLimits['channels'] => ({ voice: upTo(0), chat: upTo(most), sms: upTo(0) })
