// Words of emergency closings.
import type { EmergencyScope, TalkingWay, WaitingWay } from '@eudromos/core/plan'
import { count } from './count.ts'
import { someOf } from './rota.ts'

const queues = (n: number): string => count(n, 'queue', 'queues')
const people = (n: number): string => count(n, 'person', 'people')
const isAre = (n: number): string => (n === 1 ? 'is' : 'are')

const scopes: Record<EmergencyScope, string> = {
  centre: 'The whole centre',
  site: 'One site',
  queues: 'Some queues',
}

const waitingWays: Record<WaitingWay, string> = {
  kept: 'keep their place',
  served: 'are still served',
  overflowed: 'go on to another queue',
  ended: 'are rejected',
}

const talkingWays: Record<TalkingWay, string> = {
  goOn: 'go on',
  requeued: 'go back to their queue',
  ended: 'end',
}

const becomes: Record<WaitingWay, (n: number) => string> = {
  kept: (n) => (n === 1 ? '1 waits and keeps the place.' : `${n} wait and keep their places.`),
  served: (n) => (n === 1 ? '1 waits and is still served.' : `${n} wait and are still served.`),
  overflowed: (n) => (n === 1 ? '1 waits and goes on to the other queue.' : `${n} wait and go on to the other queue.`),
  ended: (n) => (n === 1 ? '1 waits and is rejected.' : `${n} wait and are rejected.`),
}

const talks: Record<TalkingWay, (n: number) => string> = {
  goOn: (n) => `${count(n, 'conversation goes', 'conversations go')} on.`,
  requeued: (n) => `${count(n, 'conversation goes', 'conversations go')} back to the queue.`,
  ended: (n) => `${count(n, 'conversation ends', 'conversations end')}.`,
}

export const emergency = {
  begin: 'Close in an emergency…',
  title: 'Close in an emergency',
  help: 'Closes at once, overriding hours and stopgaps, until someone reopens it. Reopening restores everything.',
  scope: 'What closes',
  scopes,
  site: 'Site',
  queues: 'Queues',
  waiting: 'Those who wait',
  waitingWays,
  overflowTo: 'Queue that takes them',
  talking: 'Conversations',
  talkingWays,
  evacuate: 'Set the people concerned to Evacuated',
  reason: 'Reason',
  announcement: 'Announcement to customers',
  announcementHelp: 'Shown on the chat box of the queues that close.',
  announcementDraft: 'We have had to close at short notice and will be back as soon as we can.',
  effect: 'What it would do',
  nothing: 'There is nothing to close and no one to evacuate.',
  closes: (names: readonly string[]) =>
    names.length === 0
      ? 'No queue closes: each is served from elsewhere too.'
      : `${queues(names.length)} ${names.length === 1 ? 'closes' : 'close'}: ${someOf(names, 8)}.`,
  becomes,
  talks,
  evacuates: (n: number) => `${people(n)} ${isAre(n)} set to Evacuated.`,
  close: (n: number) => (n === 0 ? 'Evacuate now' : `Close ${queues(n)} now`),
  where: (scope: EmergencyScope, site: string | null, names: readonly string[]) =>
    scope === 'centre' ? 'the whole centre' : scope === 'site' ? (site ?? '') : someOf(names, 4),
  running: (where: string, at: string, reason: string, who: string | null) =>
    `Closed in an emergency since ${at}: ${where} (${reason}${who === null ? '' : `, ${who}`}).`,
  sums: (closed: number, evacuated: number) =>
    [
      closed === 0 ? 'No queue is closed' : `${queues(closed)} ${isAre(closed)} closed`,
      evacuated === 0 ? null : `${people(evacuated)} ${evacuated === 1 ? 'was' : 'were'} set to Evacuated`,
    ]
      .filter(Boolean)
      .join(', ') + '.',
  thoseWaiting: (way: WaitingWay) => `Those who wait ${waitingWays[way]}.`,
  customersRead: (text: string) => `Customers read: “${text}”`,
  open: 'Open again',
  openSure: (where: string) => `Open again: ${where}?`,
  openHelp: (evacuated: number) =>
    `The queues go by their hours again, and those who wait are offered from then on.${
      evacuated === 0
        ? ''
        : ` ${people(evacuated)} ${evacuated === 1 ? 'gets' : 'get'} back the presence they had, unless they have changed it.`
    }`,
  keepClosed: 'Keep it closed',
  lane: 'closed in an emergency',
  drawer: (at: string) => `Closed in an emergency since ${at}. It opens again when that is ended, above the lanes.`,
  headline: (where: string, time: string, waiting: number) =>
    `Closed in an emergency for ${time}: ${where}${waiting === 0 ? '.' : `; ${waiting === 1 ? '1 waits' : `${waiting} wait`}.`}`,
  seatEvacuated: (where: string, at: string) =>
    `Emergency since ${at}: ${where} closed, and you were set to Evacuated. Leave first. When it is opened again you get back the presence you had.`,
  seatClosed: (where: string, at: string) => `Closed in an emergency since ${at}: ${where}.`,
  seatBay: 'No chats come while you are Evacuated',
  agentEvacuated: 'You are set to Evacuated: an emergency closing is under way.',
} as const
