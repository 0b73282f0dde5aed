// Customers who are abusive: warned, ended, blocked for a while; and agents who recover from it.
import type { AbuseReason } from '@eudromos/core/plan'
import { fill, words } from './words.ts'

export const abuse = words({
  open: 'Abuse',
  title: (name: string) => fill('{name} is abusive', { name }),
  warned: (times: number) => fill('{times, plural, one {Warned once.} other {Warned {times} times.}}', { times }),
  notWarned: 'Not warned yet.',
  words: 'What they are told',
  readOut: 'Read this out:',
  send: 'Send the warning',
  said: 'I have said it',
  why: 'Reason for ending it',
  reasons: {
    insults: 'Insults',
    threats: 'Threats',
    harassment: 'Harassment',
    hoax: 'A hoax',
    other: 'Something else',
  } satisfies Record<AbuseReason, string>,
  block: 'Ask a supervisor to block them',
  end: 'End it for abuse',
  close: 'Close',
  then: (state: string, minutes: number) =>
    fill(
      'After that you are in {state} for {minutes, plural, one {# minute} other {# minutes}} and receive no work. You can go Ready sooner.',
      { state, minutes },
    ),
  blockAsked: (name: string) => fill('A supervisor has been asked to block {name}.', { name }),
  askToBlock: (name: string) => fill('Ask to block {name}', { name }),
  recovering: (until: string) =>
    fill('You receive no work until {until}, to recover. Take the time you need.', { until }),
  ready: 'I am Ready',
  // At the supervisor's.
  requests: 'Block requests',
  request: (agent: string, customer: string) => fill('{agent} asks to block {customer}', { agent, customer }),
  requestOfNobody: 'somebody',
  record: 'Record',
  blockFor: 'Block',
  refuse: 'Do not block',
  spans: [
    { hours: 1, label: 'for an hour' },
    { hours: 24, label: 'for a day' },
    { hours: 168, label: 'for a week' },
    { hours: 720, label: 'for 30 days' },
  ],
  // Of a customer.
  section: 'Block',
  blocked: (until: string, by: string | null) =>
    fill(
      'Blocked until {until}{by, select, null {} other {, by {by}}}. Their calls and messages are refused, and they are told so.',
      { until, by },
    ),
  notBlocked: 'Not blocked.',
  unblock: 'End the block',
  blockedNow: 'Blocked now',
  until: (until: string) => fill('until {until}', { until }),
  /** In a record. */
  inRecord: (warnings: number, reason: AbuseReason | null, asked: boolean) =>
    [
      ...(warnings === 0
        ? []
        : [
            fill(
              '{warnings, plural, one {The customer was warned.} other {The customer was warned {warnings} times.}}',
              { warnings },
            ),
          ]),
      ...(reason === null ? [] : [fill('Ended for abuse: {reason}.', { reason: abuseWord[reason] })]),
      ...(asked ? [fill('Its agent asked to block the customer.')] : []),
    ].join(' '),
  /** Of the whole centre, in the plan. */
  warning: 'Warning for abusive customers',
  warningHelp: 'Sent in chats and texts; agents read it out in calls.',
  recoverState: 'Presence after ending for abuse',
  noState: 'Unchanged',
  recoverMinutes: 'Recovery time, minutes',
})

const abuseWord: Record<AbuseReason, string> = words({
  insults: 'insults',
  threats: 'threats',
  harassment: 'harassment',
  hoax: 'a hoax',
  other: 'something else',
})
