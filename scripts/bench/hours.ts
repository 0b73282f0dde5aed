// Answers about opening hours a second on one core, beside a naive walk minute by minute over the same pattern.
import { dayMs, OpenTimes, type Hours } from '../../core/hours/index.ts'
import { seeded } from '../../outside/index.ts'

const begin = Date.parse('2024-01-01T00:00:00Z')
const years = 10 * 365 * dayMs
const week = [1, 2, 3, 4, 5, 6, 7]

const shapes: readonly (readonly [name: string, hours: Hours])[] = [
  [
    'weekdays',
    {
      zone: 'Europe/Lisbon',
      weekly: [1, 2, 3, 4, 5].map((weekday) => ({ weekday, from: '09:00', to: '17:00' })),
      exceptions: [],
      holidays: [],
    },
  ],
  [
    'always',
    {
      zone: 'Europe/Lisbon',
      weekly: week.map((weekday) => ({ weekday, from: '00:00', to: '24:00' })),
      exceptions: [],
      holidays: [],
    },
  ],
  [
    'many',
    {
      zone: 'Australia/Lord_Howe',
      weekly: week.flatMap((weekday) =>
        Array.from({ length: 12 }, (_, n) => ({
          weekday,
          from: `${String(2 * n).padStart(2, '0')}:00`,
          to: `${String(2 * n + 1).padStart(2, '0')}:30`,
        })),
      ),
      exceptions: [],
      holidays: Array.from({ length: 100 }, (_, n) => {
        const date = new Date(begin + n * 36 * dayMs).toISOString().slice(0, 10)
        return { name: 'h', from: date, until: date }
      }),
    },
  ],
  ['never', { zone: 'Europe/Lisbon', weekly: [], exceptions: [], holidays: [] }],
]

function perSecond(count: number, ask: (n: number) => unknown): number {
  for (let n = 0; n < count; n += 1) ask(n)
  const from = performance.now()
  for (let n = 0; n < count; n += 1) ask(n)
  return Math.round(count / ((performance.now() - from) / 1000))
}

export function benchHours(): object {
  const random = seeded(5)
  const instants = Float64Array.from({ length: 65_536 }, () => begin + Math.floor(random() * years))
  const at = (n: number): number => instants[n & 65_535] ?? begin
  return {
    toReach: 'a million answers a second for each shape, over ten years',
    shapes: shapes.map(([name, hours]) => {
      const times = new OpenTimes(hours)
      const started = performance.now()
      times.openMs(begin - dayMs, begin + years + 60 * dayMs)
      const compileMs = performance.now() - started
      // The walk asks minute by minute until it has counted four hours of opening, or a week has gone by.
      const walk = (n: number): number => {
        let left = 240
        let minute = at(n)
        for (const end = minute + 7 * dayMs; left > 0 && minute < end; minute += 60_000)
          if (times.isOpen(minute)) left -= 1
        return minute
      }
      return {
        name,
        compileMs: Math.round(compileMs),
        openAtPerSecond: perSecond(1_000_000, (n) => times.isOpen(at(n))),
        afterOpenSecondsPerSecond: perSecond(1_000_000, (n) => times.afterOpenMs(at(n), 4 * 3_600_000)),
        walkPerSecond: perSecond(300, walk),
      }
    }),
  }
}
