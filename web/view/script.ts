import type { CallScript, ScriptId } from '@eudromos/core/plan'

/** An answer that was given in a conversation, as it was asked for then. */
export interface KeptAnswer {
  readonly scriptId: ScriptId
  readonly scriptName: string
  readonly stepId: string
  /** Empty: a step that asks nothing was passed. */
  readonly question: string
  readonly answer: string
}

/** The script of a conversation’s queue, if it has one, and what was answered, by whatever script. */
export interface ScriptView {
  readonly script: CallScript | null
  readonly answers: readonly KeptAnswer[]
}
