// Customers who are abusive: warned, ended, blocked for a while; and agents who recover from it.
import type { AbuseReason } from '@eudromos/core/plan'
import { count } from './count.ts'

export const abuse = {
  open: 'Abuse',
  title: (name: string) => `${name} is abusive`,
  warned: (times: number) => (times === 1 ? 'Warned once.' : `Warned ${times} times.`),
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
    `After that you are in ${state} for ${count(minutes, 'minute', 'minutes')} and receive no work. You can go Ready sooner.`,
  blockAsked: (name: string) => `A supervisor has been asked to block ${name}.`,
  askToBlock: (name: string) => `Ask to block ${name}`,
  recovering: (until: string) => `You receive no work until ${until}, to recover. Take the time you need.`,
  ready: 'I am Ready',
  // At the supervisor's.
  requests: 'Block requests',
  request: (agent: string, customer: string) => `${agent} asks to block ${customer}`,
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
    `Blocked until ${until}${by === null ? '' : `, by ${by}`}. Their calls and messages are refused, and they are told so.`,
  notBlocked: 'Not blocked.',
  unblock: 'End the block',
  blockedNow: 'Blocked now',
  until: (until: string) => `until ${until}`,
  /** In a record. */
  inRecord: (warnings: number, reason: AbuseReason | null, asked: boolean) =>
    [
      ...(warnings === 0
        ? []
        : [warnings === 1 ? 'The customer was warned.' : `The customer was warned ${warnings} times.`]),
      ...(reason === null ? [] : [`Ended for abuse: ${abuseWord[reason]}.`]),
      ...(asked ? ['Its agent asked to block the customer.'] : []),
    ].join(' '),
  /** Of the whole centre, in the plan. */
  warning: 'Warning for abusive customers',
  warningHelp: 'Sent in chats and texts; agents read it out in calls.',
  recoverState: 'Presence after ending for abuse',
  noState: 'Unchanged',
  recoverMinutes: 'Recovery time, minutes',
}

const abuseWord: Record<AbuseReason, string> = {
  insults: 'insults',
  threats: 'threats',
  harassment: 'harassment',
  hoax: 'a hoax',
  other: 'something else',
}
