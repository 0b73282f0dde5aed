// One field of several queues, changed at once.
import { recordingPolicies, selectionMethods, serviceStates, type PlanDocument } from '@eudromos/core/plan'
import { bulk as t } from '../../../../../messages/plan.ts'
import { en } from '../../../../../messages/en.ts'
import { identity } from '../../../../../messages/needs.ts'
import { recording } from '../../../../../messages/recording.ts'
import { script } from '../../../../../messages/scripts.ts'
import { methodNames } from '../../../../../messages/skills.ts'

type Queue = PlanDocument['queues'][number]
type Field =
  | 'service'
  | 'hoursId'
  | 'selection'
  | 'target'
  | 'answerWindowSeconds'
  | 'wrapUpSeconds'
  | 'mostWaiting'
  | 'longestWaitSeconds'
  | 'priority'
  | 'onShiftOnly'
  | 'shownAs'
  | 'scriptId'
  | 'identityCheck'
  | 'recording'

/** How a field is entered: chosen from a list, a number (or nothing), percent within seconds, or a text. */
export interface BulkField {
  readonly id: Field
  readonly label: string
  readonly entry: 'choice' | 'number' | 'target' | 'text'
  /** Of a number: nothing may be given. */
  readonly optional?: boolean
}

export const bulkFields: readonly BulkField[] = [
  { id: 'answerWindowSeconds', label: en.plan.window, entry: 'number' },
  { id: 'target', label: t.target, entry: 'target' },
  { id: 'wrapUpSeconds', label: en.plan.wrapUp, entry: 'number' },
  { id: 'mostWaiting', label: en.plan.mostWaiting, entry: 'number', optional: true },
  { id: 'longestWaitSeconds', label: t.longestWait, entry: 'number', optional: true },
  { id: 'priority', label: t.priority, entry: 'choice' },
  { id: 'selection', label: en.plan.selection, entry: 'choice' },
  { id: 'hoursId', label: t.hours, entry: 'choice' },
  { id: 'service', label: en.plan.service, entry: 'choice' },
  { id: 'onShiftOnly', label: t.onShiftOnly, entry: 'choice' },
  { id: 'shownAs', label: en.plan.shownAs, entry: 'text' },
  { id: 'recording', label: recording.policy, entry: 'choice' },
  { id: 'scriptId', label: script.field, entry: 'choice' },
  { id: 'identityCheck', label: identity.field, entry: 'text' },
]

export type BulkValue = string | number | boolean | null | { readonly percent: number; readonly seconds: number }

/** What can be chosen for a field that is entered by choice. */
export function choicesOf(field: Field, document: PlanDocument): readonly { value: BulkValue; name: string }[] {
  switch (field) {
    case 'service':
      return serviceStates.map((value) => ({ value, name: en.plan.serviceNames[value] }))
    case 'selection':
      return selectionMethods.map((value) => ({ value, name: methodNames[value] }))
    case 'hoursId':
      return [{ value: null, name: t.alwaysOpen }, ...document.hours.map(({ id, name }) => ({ value: id, name }))]
    case 'scriptId':
      return [{ value: null, name: t.none }, ...document.scripts.map(({ id, name }) => ({ value: id, name }))]
    case 'recording':
      return recordingPolicies.map((value) => ({ value, name: recording.policies[value] }))
    case 'priority':
      return Array.from({ length: 10 }, (_, n) => ({ value: n + 1, name: String(n + 1) }))
    case 'onShiftOnly':
      return [
        { value: true, name: t.yes },
        { value: false, name: t.no },
      ]
    default:
      return []
  }
}

/** How the field stands in a queue, as text. */
export function textOf(queue: Queue, field: Field, document: PlanDocument): string {
  const value: unknown = queue[field]
  const chosen = choicesOf(field, document).find((one) => one.value === value)
  if (chosen !== undefined) return chosen.name
  if (field === 'target')
    return queue.target === null ? t.none : t.targetText(queue.target.percent, queue.target.seconds)
  return value === null || value === '' ? t.none : String(value)
}

/** The queue with the field as given. A longest wait that falls away leads nowhere any more. */
export const withField = (queue: Queue, field: Field, value: BulkValue): Queue => {
  const changed = { ...queue, [field]: value } as Queue
  return field === 'longestWaitSeconds' && value === null ? { ...changed, longestWaitTo: null } : changed
}

/** Those of the queues that the value changes, each with how it stood and will stand. */
export function changesOf(queues: readonly Queue[], field: Field, value: BulkValue, document: PlanDocument) {
  return queues.flatMap((queue) => {
    const after = withField(queue, field, value)
    const [from, to] = [textOf(queue, field, document), textOf(after, field, document)]
    return from === to ? [] : [{ queue, after, from, to }]
  })
}
