// Words of an empty seat: what the day holds, what waits, and what has changed for its agent.
import type { NoticedField, OwnChange } from '@eudromos/core/plan'
import { count } from './count.ts'
import { absenceReasons, pauseNames } from './rota.ts'
import type { Standing } from '@eudromos/core/rota'

const fields: Record<NoticedField, string> = {
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
}

const listed = (words: readonly string[]): string =>
  words.length < 2 ? words.join() : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`

/** What a change of the plan is to its agent, as a sentence. */
export function ownChangeText(change: OwnChange): string {
  switch (change.code) {
    case 'queueGained':
      return `You serve ${change.name} now.`
    case 'queueLost':
      return `You no longer serve ${change.name}.`
    case 'queueRenamed':
      return `${change.before} is called ${change.name} now.`
    case 'queueChanged':
      return `Changed in ${change.name}: ${listed(change.fields.map((field) => fields[field]))}.`
    case 'hoursChanged':
      return `The opening hours ${change.name} have changed.`
    case 'scriptChanged':
      return `The call script ${change.name} has changed.`
    case 'shiftChanged':
      return `Your shift, ${change.name}, has changed.`
    case 'skill':
      return change.level === 0
        ? `You no longer have ${change.name}.`
        : `You have ${change.name} at level ${change.level}.`
    case 'team':
      return change.name === null ? 'You are in no team now.' : `You are in the team ${change.name} now.`
    case 'site':
      return change.name === null ? 'You have no site now.' : `Your site is ${change.name} now.`
    case 'shift':
      return change.name === null ? 'You have no shift now.' : `You work the shift ${change.name} now.`
    case 'loadLimits':
      return 'How much you carry at once has changed.'
    case 'stateAdded':
      return `There is a new presence state, ${change.name}.`
    case 'stateRemoved':
      return `The presence state ${change.name} is gone.`
  }
}

/** What the agent's shift says of now; times are those of their site. */
export function standingText(standing: Standing, time: (at: number) => string): string {
  switch (standing.kind) {
    case 'away':
      return `You are away (${absenceReasons[standing.reason]}) until ${time(standing.until)}.`
    case 'pause':
      return `Your ${pauseNames[standing.pause]} lasts until ${time(standing.until)}.`
    case 'working':
      return `You are on shift until ${time(standing.until)}.`
    case 'off':
      return standing.next === null
        ? 'You have no shift in the coming days.'
        : `Your next shift begins at ${time(standing.next)}.`
  }
}

export const ownChanges = {
  day: 'Your day',
  waits: 'What waits',
  changed: 'What has changed for you',
  nextPause: (kind: keyof typeof pauseNames, from: string, to: string) => `Next ${pauseNames[kind]}: ${from} to ${to}.`,
  coming: 'The next days, from midnight to midnight; pauses are light',
  queue: 'Queue',
  waiting: 'Waiting',
  longest: 'Longest',
  openUntil: (time: string) => `open until ${time}`,
  open: 'always open',
  closedUntil: (time: string) => `closed until ${time}`,
  closed: 'closed',
  target: (percent: number, time: string) => `target ${percent} % in ${time}`,
  moreQueues: (n: number) => (n === 1 ? 'and 1 more queue' : `and ${n} more queues`),
  nothing: (days: number) => `Nothing in the last ${count(days, 'day', 'days')}.`,
  by: (name: string) => `by ${name}`,
  goReady: 'Go Ready',
} as const
