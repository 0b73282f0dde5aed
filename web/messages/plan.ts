// Words of the plan as a whole: many queues at once.
import { count } from './count.ts'

const queues = (n: number): string => count(n, 'queue', 'queues')

export const bulk = {
  title: 'Queues',
  all: (n: number) =>
    n === 0 ? 'Queues, as a table' : n === 1 ? '1 queue, as a table' : `All ${queues(n)}, side by side`,
  back: 'Back to the plan',
  help: 'Tick queues to change one field of all of them at once; click one to open it.',
  helpReading: 'Click a queue to open it.',
  selected: (n: number) => `Change ${queues(n)}`,
  none: 'none',
  alwaysOpen: 'always open',
  yes: 'yes',
  no: 'no',
  hours: 'Opening hours',
  target: 'Answer target',
  targetText: (percent: number, seconds: number) => `${percent} % in ${seconds} s`,
  priority: 'Priority',
  longestWait: 'Longest wait, seconds',
  onShiftOnly: 'Only people on shift',
  field: 'Field',
  value: 'New value',
  percent: 'Percent',
  seconds: 'within seconds',
  optional: 'Empty: none',
  effect: (n: number) => (n === 0 ? 'Nothing would change.' : `${queues(n)} would change:`),
  change: (queue: string, from: string, to: string) => `${queue}: ${from} → ${to}`,
  fault: (queue: string, text: string) => `${queue}: ${text}`,
  leave: 'Cancel',
  publish: (n: number) => `Publish for ${queues(n)}`,
  columns: {
    name: 'Queue',
    service: 'State',
    hours: 'Hours',
    target: 'Target',
    window: 'Window, s',
    wrapUp: 'Wrap-up, s',
    most: 'Queue limit',
    priority: 'Priority',
    selection: 'Chosen by',
    people: 'Could serve',
    findings: 'To mend',
  },
} as const
