// Call scripts: their steps, and the way that answers take through them.
import type { ScriptId } from '../ids/index.ts'

/** Where a script goes on: with the step listed next, at a step named by its id, or nowhere. */
export type ScriptWay = string
export const nextStep = 'next'
export const noStep = 'end'

export const scriptAsks = ['nothing', 'words', 'choice'] as const
/** What a step wants kept: nothing, words of the agent's own, or one of its answers. */
export type ScriptAsks = (typeof scriptAsks)[number]

/** One of the answers that a step offers, and where it leads. */
export interface ScriptAnswer {
  readonly text: string
  readonly to: ScriptWay
}

export interface ScriptStep {
  /** Within its script. */
  readonly id: string
  readonly title: string
  /** What the agent says; fields in braces are filled in. */
  readonly say: string
  readonly asks: ScriptAsks
  /** As what the answer is kept; empty where nothing is asked. */
  readonly question: string
  /** To choose among; empty unless the step asks for a choice. */
  readonly answers: readonly ScriptAnswer[]
  /** Where the step leads, unless its answers say. */
  readonly to: ScriptWay
}

/** What agents of a queue say and ask, step by step, from the first. */
export interface CallScript {
  readonly id: ScriptId
  readonly name: string
  readonly steps: readonly ScriptStep[]
}

export interface WalkedStep {
  readonly step: ScriptStep
  /** Null: here one is; empty: passed where nothing is asked. */
  readonly answer: string | null
}

/** The steps that one has come by, the last of them where one is, unless the script is done. */
export interface ScriptWalk {
  readonly steps: readonly WalkedStep[]
  readonly done: boolean
}

/** The step that a way leads to; null: the script ends. */
function stepAt({ steps }: CallScript, from: ScriptStep, way: ScriptWay): ScriptStep | null {
  if (way === noStep) return null
  if (way === nextStep) return steps[steps.indexOf(from) + 1] ?? null
  return steps.find(({ id }) => id === way) ?? null
}

/** Whether the answer is one that the step takes. */
export const takesAnswer = ({ asks, answers }: ScriptStep, answer: string): boolean =>
  asks === 'choice' ? answers.some(({ text }) => text === answer) : asks === 'words' ? answer.trim() !== '' : true

/** The ways out of a step, each once. */
const waysOf = ({ asks, answers, to }: ScriptStep): ScriptWay[] =>
  asks === 'choice' ? [...new Set(answers.map((one) => one.to))] : [to]

/** The steps that a step can lead to. */
const after = (script: CallScript, step: ScriptStep): ScriptStep[] =>
  waysOf(step).flatMap((way) => stepAt(script, step, way) ?? [])

/**
 * The way through a script by the answers given so far, by the ids of steps. An answer that its step takes no more
 * counts as none; where a script leads in a circle, it is done when it comes back.
 */
export function walkOf(script: CallScript, answers: ReadonlyMap<string, string>): ScriptWalk {
  const steps: WalkedStep[] = []
  const been = new Set<ScriptStep>()
  let step = script.steps[0] ?? null
  while (step !== null && !been.has(step)) {
    been.add(step)
    const answer = answers.get(step.id)
    if (answer === undefined || !takesAnswer(step, answer))
      return { steps: [...steps, { step, answer: null }], done: false }
    steps.push({ step, answer })
    const way: ScriptWay =
      step.asks === 'choice' ? (step.answers.find(({ text }) => text === answer)?.to ?? noStep) : step.to
    step = stepAt(script, step, way)
  }
  return { steps, done: true }
}

/** The steps that no answers lead to. */
export function unreached(script: CallScript): ScriptStep[] {
  const reached = new Set(script.steps.slice(0, 1))
  for (const step of reached) for (const next of after(script, step)) reached.add(next)
  return script.steps.filter((step) => !reached.has(step))
}

/** The steps of one circle that answers can lead round, in order; empty where there is none. */
export function circleIn(script: CallScript): ScriptStep[] {
  const done = new Set<ScriptStep>()
  const way: ScriptStep[] = []
  const from = (step: ScriptStep): ScriptStep[] => {
    const met = way.indexOf(step)
    if (met >= 0) return way.slice(met)
    if (done.has(step)) return []
    done.add(step)
    way.push(step)
    for (const next of after(script, step)) {
      const circle = from(next)
      if (circle.length > 0) return circle
    }
    way.pop()
    return []
  }
  for (const step of script.steps) {
    const circle = from(step)
    if (circle.length > 0) return circle
  }
  return []
}

/** Named ways of a step that lead to no step of the script. */
export const lostWays = ({ steps }: CallScript, step: ScriptStep): ScriptWay[] =>
  waysOf(step).filter((way) => way !== nextStep && way !== noStep && !steps.some(({ id }) => id === way))

/** The script without one of its steps: ways that led there end. */
export const withoutStep = (script: CallScript, stepId: string): CallScript => {
  const rid = (way: ScriptWay): ScriptWay => (way === stepId ? noStep : way)
  return {
    ...script,
    steps: script.steps
      .filter(({ id }) => id !== stepId)
      .map((step) => ({
        ...step,
        to: rid(step.to),
        answers: step.answers.map((one) => ({ ...one, to: rid(one.to) })),
      })),
  }
}
