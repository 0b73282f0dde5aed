import type { OwnChange } from '@eudromos/core/plan'

/** What the plan has changed for one agent, version by version, the newest first. */
export interface OwnChangesView {
  /** How far back was looked. */
  readonly days: number
  readonly versions: readonly {
    readonly version: number
    readonly at: number
    readonly byName: string | null
    readonly changes: readonly OwnChange[]
  }[]
}
