// Words of an empty seat: what the day holds, what waits, and what has changed for its agent.
import type { NoticedField, OwnChange } from '@eudromos/core/plan'
import { absenceReasons, pauseNames } from './rota.ts'
import type { Standing } from '@eudromos/core/rota'
import { fill, words } from './words.ts'

const fields: Record<NoticedField, string> = words({
  service: 'whether it is in service',
  hoursId: 'opening hours',
  target: 'answer target',
  answerWindowSeconds: 'answer window',
  selection: 'selection method',
  wrapUpSeconds: 'wrap-up time',
  dispositionIds: 'dispositions',
  dispositionRequired: 'whether a disposition is required',
  recording: 'recording',
  scriptId: 'call script',
  identityCheck: 'identity check',
})

const listed = (words: readonly string[]): string =>
  words.length < 2
    ? words.join()
    : fill('{first} and {last}', { first: words.slice(0, -1).join(', '), last: words.at(-1) })

/** What a change of the plan is to its agent, as a sentence. */
export function ownChangeText(change: OwnChange): string {
  switch (change.code) {
    case 'queueGained':
      return fill('You serve {name} now.', { name: change.name })
    case 'queueLost':
      return fill('You no longer serve {name}.', { name: change.name })
    case 'queueRenamed':
      return fill('{before} is called {name} now.', { before: change.before, name: change.name })
    case 'queueChanged':
      return fill('Changed in {name}: {change}.', {
        name: change.name,
        change: listed(change.fields.map((field) => fields[field])),
      })
    case 'hoursChanged':
      return fill('The opening hours {name} have changed.', { name: change.name })
    case 'scriptChanged':
      return fill('The call script {name} has changed.', { name: change.name })
    case 'shiftChanged':
      return fill('Your shift, {name}, has changed.', { name: change.name })
    case 'skill':
      return fill('{level, plural, =0 {You no longer have {name}.} other {You have {name} at level {level}.}}', {
        level: change.level,
        name: change.name,
      })
    case 'team':
      return fill('{name, select, null {You are in no team now.} other {You are in the team {name} now.}}', {
        name: change.name,
      })
    case 'site':
      return fill('{name, select, null {You have no site now.} other {Your site is {name} now.}}', {
        name: change.name,
      })
    case 'shift':
      return fill('{name, select, null {You have no shift now.} other {You work the shift {name} now.}}', {
        name: change.name,
      })
    case 'loadLimits':
      return fill('How much you carry at once has changed.')
    case 'stateAdded':
      return fill('There is a new presence state, {name}.', { name: change.name })
    case 'stateRemoved':
      return fill('The presence state {name} is gone.', { name: change.name })
  }
}

/** What the agent's shift says of now; times are those of their site. */
export function standingText(standing: Standing, time: (at: number) => string): string {
  switch (standing.kind) {
    case 'away':
      return fill('You are away ({reason}) until {until}.', {
        reason: absenceReasons[standing.reason],
        until: time(standing.until),
      })
    case 'pause':
      return fill('Your {pause} lasts until {until}.', {
        pause: pauseNames[standing.pause],
        until: time(standing.until),
      })
    case 'working':
      return fill('You are on shift until {until}.', { until: time(standing.until) })
    case 'off':
      return fill(
        '{next, select, null {You have no shift in the coming days.} other {Your next shift begins at {next}.}}',
        {
          next: standing.next === null ? null : time(standing.next),
        },
      )
  }
}

export const ownChanges = words({
  day: 'Your day',
  waits: 'What waits',
  changed: 'What has changed for you',
  nextPause: (kind: keyof typeof pauseNames, from: string, to: string) =>
    fill('Next {kind}: {from} to {to}.', { kind: pauseNames[kind], from, to }),
  coming: 'The next days, from midnight to midnight; pauses are light',
  queue: 'Queue',
  waiting: 'Waiting',
  longest: 'Longest',
  openUntil: (time: string) => fill('open until {time}', { time }),
  open: 'always open',
  closedUntil: (time: string) => fill('closed until {time}', { time }),
  closed: 'closed',
  target: (percent: number, time: string) => fill('target {percent} % in {time}', { percent, time }),
  moreQueues: (n: number) => fill('{n, plural, one {and 1 more queue} other {and {n} more queues}}', { n }),
  nothing: (days: number) => fill('Nothing in the last {days, plural, one {# day} other {# days}}.', { days }),
  by: (name: string) => fill('by {name}', { name }),
  goReady: 'Go Ready',
} as const)
