// Words of emergency closings.
import type { EmergencyScope, TalkingWay, WaitingWay } from '@eudromos/core/plan'
import { someOf } from './rota.ts'
import { fill, words } from './words.ts'

const scopes: Record<EmergencyScope, string> = words({
  centre: 'The whole centre',
  site: 'One site',
  queues: 'Some queues',
})

const waitingWays: Record<WaitingWay, string> = words({
  kept: 'keep their place',
  served: 'are still served',
  overflowed: 'go on to another queue',
  ended: 'are rejected',
})

const talkingWays: Record<TalkingWay, string> = words({
  goOn: 'go on',
  requeued: 'go back to their queue',
  ended: 'end',
})

const becomes: Record<WaitingWay, (n: number) => string> = {
  kept: (n) => fill('{n, plural, one {1 waits and keeps the place.} other {{n} wait and keep their places.}}', { n }),
  served: (n) => fill('{n, plural, one {1 waits and is still served.} other {{n} wait and are still served.}}', { n }),
  overflowed: (n) =>
    fill('{n, plural, one {1 waits and goes on to the other queue.} other {{n} wait and go on to the other queue.}}', {
      n,
    }),
  ended: (n) => fill('{n, plural, one {1 waits and is rejected.} other {{n} wait and are rejected.}}', { n }),
}

const talks: Record<TalkingWay, (n: number) => string> = {
  goOn: (n) => fill('{n, plural, one {# conversation goes} other {# conversations go}} on.', { n }),
  requeued: (n) => fill('{n, plural, one {# conversation goes} other {# conversations go}} back to the queue.', { n }),
  ended: (n) => fill('{n, plural, one {# conversation ends} other {# conversations end}}.', { n }),
}

export const emergency = words({
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
    fill(
      '{n, plural, =0 {No queue closes: each is served from elsewhere too.} one {# queue closes: {names}.} other {# queues close: {names}.}}',
      { n: names.length, names: someOf(names, 8) },
    ),
  becomes,
  talks,
  evacuates: (n: number) => fill('{n, plural, one {# person is} other {# people are}} set to Evacuated.', { n }),
  close: (n: number) =>
    fill('{n, plural, =0 {Evacuate now} one {Close # queue now} other {Close # queues now}}', { n }),
  where: (scope: EmergencyScope, site: string | null, names: readonly string[]) =>
    fill('{scope, select, centre {the whole centre} site {{site}} other {{names}}}', {
      scope,
      site: site ?? '',
      names: someOf(names, 4),
    }),
  running: (where: string, at: string, reason: string, who: string | null) =>
    fill('Closed in an emergency since {at}: {where} ({reason}{who, select, null {} other {, {who}}}).', {
      at,
      where,
      reason,
      who,
    }),
  sums: (closed: number, evacuated: number) =>
    [
      fill('{closed, plural, =0 {No queue is closed} one {# queue is closed} other {# queues are closed}}', { closed }),
      evacuated === 0
        ? null
        : fill('{evacuated, plural, one {# person was} other {# people were}} set to Evacuated', { evacuated }),
    ]
      .filter(Boolean)
      .join(', ') + '.',
  thoseWaiting: (way: WaitingWay) => fill('Those who wait {way}.', { way: waitingWays[way] }),
  customersRead: (text: string) => fill('Customers read: “{text}”', { text }),
  open: 'Open again',
  openSure: (where: string) => fill('Open again: {where}?', { where }),
  openHelp: (evacuated: number) =>
    fill(
      'The queues go by their hours again, and those who wait are offered from then on.{evacuated, plural, =0 {} one { # person gets back the presence they had, unless they have changed it.} other { # people get back the presence they had, unless they have changed it.}}',
      { evacuated },
    ),
  keepClosed: 'Keep it closed',
  lane: 'closed in an emergency',
  drawer: (at: string) =>
    fill('Closed in an emergency since {at}. It opens again when that is ended, above the lanes.', { at }),
  headline: (where: string, time: string, waiting: number) =>
    fill(
      'Closed in an emergency for {time}: {where}{waiting, plural, =0 {.} one {; 1 waits.} other {; {waiting} wait.}}',
      { time, where, waiting },
    ),
  seatEvacuated: (where: string, at: string) =>
    fill(
      'Emergency since {at}: {where} closed, and you were set to Evacuated. Leave first. When it is opened again you get back the presence you had.',
      { at, where },
    ),
  seatClosed: (where: string, at: string) => fill('Closed in an emergency since {at}: {where}.', { at, where }),
  seatBay: 'No chats come while you are Evacuated',
  agentEvacuated: 'You are set to Evacuated: an emergency closing is under way.',
} as const)
