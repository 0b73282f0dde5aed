// Email: what the screens say.
import { fill, words } from './words.ts'

export const mail = words({
  subject: 'Subject',
} as const)

/** A customer’s mailbox in Outside. */
export const mailbox = words({
  title: 'Mailbox',
  door: 'Customer’s mailbox',
  doorText: 'Write to the centre’s mailboxes as a customer would, with files, and see what is answered.',
  whose: 'Whose mailbox',
  write: 'Write an email',
  to: 'To',
  text: 'Email',
  send: 'Send',
  discard: 'Discard',
  answer: (subject: string) => fill('Answer: {subject}', { subject }),
  noSubject: 'Without a subject',
  all: 'All email',
  none: 'No email yet. Write one.',
  noLines: 'The centre has no mailbox yet. Make one under Plan, Lines.',
} as const)
