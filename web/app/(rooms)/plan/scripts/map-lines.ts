// Where the boxes of a script's steps stand, and the lines between them.
import { nextStep, noStep, type CallScript, type ScriptWay } from '@eudromos/core/plan'

export const headHeight = 30
export const rowHeight = 24
const gap = 20
/** Above and below, together. */
const border = 2
const laneWidth = 10

/** One way out of a step: of one of its answers, or of the step itself (null). */
export interface MapWay {
  readonly answer: string | null
  /** The number of the step that it leads to, from 1; null: the script ends; 0: it leads to none that there is. */
  readonly to: number | null
}

export interface MapBox {
  readonly top: number
  readonly height: number
  readonly ways: readonly MapWay[]
}

/** From a way out, by a lane beside the boxes, to the head of a box; `lane` null: straight down to the next box. */
export interface MapLine {
  readonly from: number
  readonly to: number
  readonly lane: number | null
}

export interface ScriptMapPlan {
  readonly boxes: readonly MapBox[]
  readonly lines: readonly MapLine[]
  readonly height: number
  /** What the lanes take, in pixels. */
  readonly lanesWidth: number
}

function numberOf({ steps }: CallScript, n: number, way: ScriptWay): number | null {
  if (way === noStep) return null
  if (way === nextStep) return n + 1 < steps.length ? n + 2 : null
  return steps.findIndex(({ id }) => id === way) + 1
}

/** All in pixels, from the top of the first box. No two lines that share a lane overlap. */
export function mapOf(script: CallScript): ScriptMapPlan {
  const boxes: MapBox[] = []
  let top = 0
  for (const [n, step] of script.steps.entries()) {
    const ways =
      step.asks === 'choice'
        ? step.answers.map(({ text, to }) => ({ answer: text, to: numberOf(script, n, to) }))
        : [{ answer: null, to: numberOf(script, n, step.to) }]
    const height = headHeight + (step.asks === 'choice' ? ways.length * rowHeight : 0) + border
    boxes.push({ top, height, ways })
    top += height + gap
  }
  const lines = boxes.flatMap(({ top: start, height, ways }, n) =>
    ways.flatMap(({ answer, to }, place): MapLine[] => {
      const target = to === null || to === 0 ? undefined : boxes[to - 1]
      if (target === undefined) return []
      if (answer === null && to === n + 2) return [{ from: start + height, to: target.top, lane: null }]
      const from = answer === null ? start + headHeight / 2 : start + headHeight + (place + 0.5) * rowHeight
      return [{ from, to: target.top + headHeight / 2, lane: 0 }]
    }),
  )
  // The shortest lines go nearest to the boxes.
  const lanes: { readonly low: number; readonly high: number }[][] = []
  const laid = new Map<MapLine, number>()
  for (const line of lines
    .filter(({ lane }) => lane !== null)
    .toSorted((a, b) => Math.abs(a.to - a.from) - Math.abs(b.to - b.from))) {
    const low = Math.min(line.from, line.to)
    const high = Math.max(line.from, line.to)
    let lane = lanes.findIndex((taken) => taken.every((one) => one.high < low || one.low > high))
    if (lane < 0) lane = lanes.push([]) - 1
    lanes[lane]?.push({ low, high })
    laid.set(line, lane)
  }
  return {
    boxes,
    lines: lines.map((line) => ({ ...line, lane: laid.get(line) ?? null })),
    height: Math.max(0, top - gap),
    lanesWidth: (lanes.length + 1) * laneWidth,
  }
}

/** How far from the boxes a lane runs, in pixels. */
export const laneAt = (lane: number): number => (lane + 1) * laneWidth
