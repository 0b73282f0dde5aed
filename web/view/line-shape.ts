import * as yup from './yup.ts'
import { languageShape } from './language-shape.ts'
import { tagsShape } from './tags-shape.ts'
import { e164, mailbox } from '@eudromos/core/numbers'
import { isChannel, traitsOf, type Channel, type LineId, type AnyId } from '@eudromos/core/plan'
import { id, name } from './hours-shape.ts'
import { bounds } from './queue-shape.ts'

/** The channels that lines can be made for. */
export const lineChannels = ['chat', 'voice', 'sms', 'email'] as const

/** The carrier's stock, with the lines that have a number already. */
export interface StockView {
  readonly numbers: readonly {
    readonly number: string
    readonly place: string
    readonly channels: readonly Channel[]
    readonly lineIds: readonly { readonly id: LineId; readonly channel: Channel }[]
  }[]
}

/** A line as the form sends it. */
export const lineShape = yup.object({
  id,
  name: name('the line'),
  channel: yup.string().oneOf(lineChannels, 'Kind of line: choose one from the list.').required(),
  on: yup.boolean().required(),
  queueIds: yup
    .array()
    .of(yup.string<AnyId>().max(200).required())
    .max(1000, 'Leads to: use at most 1,000 queues.')
    .required(),
  address: yup
    .string()
    .nullable()
    .default(null)
    .when('channel', ([channel], address) =>
      isChannel(channel) && traitsOf(channel).address === 'mailbox'
        ? address.test(
            'mailbox',
            'Address: give one such as bookings@centre.example.',
            (value) => value == null || mailbox(value) === value,
          )
        : address.test(
            'e164',
            'Number: give it with + and the country, such as +44 20 7946 0123.',
            (value) => value == null || e164(value) === value,
          ),
    ),
  requirements: yup.array().of(bounds).max(20, 'Required skills: use at most 20.').default([]),
  priority: yup
    .number()
    .integer('Priority: choose a whole number.')
    .min(1, 'Priority: choose 1 to 10.')
    .max(10, 'Priority: choose 1 to 10.')
    .nullable()
    .default(null),
  hoursId: yup.string<AnyId>().max(200).nullable().default(null),
  tags: tagsShape,
  language: languageShape,
  closedAnswer: yup.string().trim().max(600, 'Automatic reply when closed: use at most 600 characters.').default(''),
})
