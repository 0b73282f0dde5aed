import * as yup from './yup.ts'
import {
  channels,
  customerNeeds,
  plainCentreWords,
  stateColours,
  stateSigns,
  type CustomerNeed,
  type AnyId,
  eachChannel,
} from '@eudromos/core/plan'
import { description, id, name } from './hours-shape.ts'
import { bounds } from './queue-shape.ts'

const ids = (what: string) =>
  yup
    .array()
    .of(yup.string<AnyId>().max(200).required())
    .max(10_000, `${what}: choose at most 10,000.`)
    .label(what)
    .required()

const whole = (what: string, least: number, most: number) =>
  yup
    .number()
    .typeError(`${what}: give a number.`)
    .integer(`${what}: give a whole number.`)
    .min(least, `${what}: give ${least} or more.`)
    .max(most, `${what}: give at most ${most}.`)
    .label(what)

/** A presence state as the form sends it, and whether a missed offer sets it. */
export const stateShape = yup.object({
  id,
  name: name('the state'),
  admits: yup.array().of(yup.string().oneOf(channels, 'Channels: choose from the list.').required()).required(),
  choosable: yup.boolean().required(),
  signedOut: yup.boolean().required(),
  mostMinutes: whole('Longest minutes', 1, 1440).nullable().defined(),
  teamIds: ids('Teams'),
  sign: yup.string().oneOf(stateSigns, 'Sign: choose one.').required(),
  colour: yup.string().oneOf(stateColours, 'Colour: choose one.').required(),
  setByMiss: yup.boolean().required(),
})

const channelLimit = yup.object({
  slots: whole('Slots each', 1, 20).required(),
  most: whole('Most at once', 0, 20).required(),
  alone: yup.boolean().required(),
  beside: yup.array().of(yup.string().oneOf(channels).required()).required(),
})

/** Load limits as the form sends them, with all the people who go by them. */
export const limitsShape = yup.object({
  id,
  name: name('the limits'),
  slots: whole('Slots', 1, 20).required(),
  freeForCalls: whole('Kept free for calls', 0, 1000).default(0),
  sameCustomerInCalls: yup.boolean().default(false),
  channels: yup.object(eachChannel(() => channelLimit)).required(),
  personIds: ids('People'),
})

/** A team as it stands in a list. */
export const teamInList = yup.object({
  id,
  name: name('the team'),
  description,
  parentId: yup.string<AnyId>().max(200).nullable().defined(),
  leadId: yup.string<AnyId>().max(200).nullable().defined(),
  private: yup.boolean().required(),
  observerIds: ids('Observers'),
})

/** A team as the form sends it, with its members and their tiers. */
export const teamShape = teamInList.shape({
  notes: yup.string().trim().max(2000, 'Notes: use at most 2,000 characters.').default(''),
  members: yup
    .array()
    .of(
      yup.object({
        personId: yup.string<AnyId>().max(200).required(),
        tier: whole('Tier', 1, 9).nullable().defined(),
      }),
    )
    .max(10_000, 'Members: choose at most 10,000.')
    .required(),
})

const clock = (what: string) =>
  yup.string().matches(/^([01]\d|2[0-3]):[0-5]\d$|^24:00$/, `${what}: give a time such as 08:00.`)

const words = yup
  .array()
  .of(yup.object({ id, name: name('each') }))
  .max(200, 'Use at most 200.')
  .required()

const needTerms = yup.object({
  requirements: yup.array().of(bounds).max(20, 'Needs: require at most 20 skills.').default([]),
  patience: whole('Patience', 1, 10).required(),
})

/** What the whole centre goes by, with its lists of reasons and dispositions. */
export const centreShape = yup.object({
  id,
  name: name('the centre'),
  order: yup.string().oneOf(['lateness', 'oldestFirst'], 'Order: choose one.').required(),
  defaultTargetSeconds: whole('Default answer target', 1, 86_400).required(),
  retryAfterSeconds: whole('Offered again after', 1, 3600).required(),
  agentGraceSeconds: whole('Agent grace', 0, 3600).required(),
  customerGraceSeconds: whole('Customer grace', 0, 3600).required(),
  preferredSeconds: whole('Waits for one person', 0, 3600).required(),
  transferPriority: whole('Priority of transfers', 1, 10).nullable().defined(),
  longestWrapUpSeconds: whole('Longest wrap-up', 0, 86_400).required(),
  askAfterSilenceSeconds: whole('Asked after', 10, 86_400).nullable().defined(),
  restAfterSilenceSeconds: whole('Rests after', 10, 86_400).nullable().defined(),
  endAfterRestSeconds: whole('Over after', 60, 604_800).required(),
  textRestAfterSeconds: whole('Texts rest after', 10, 604_800).nullable().defined(),
  textEndAfterRestSeconds: whole('Texts over after', 60, 2_592_000).required(),
  mailRestAfterSeconds: whole('Email rests after', 10, 604_800).nullable().defined(),
  mailEndAfterRestSeconds: whole('Email over after', 60, 7_776_000).required(),
  recordingDays: whole('Recordings are kept', 1, 3650).required(),
  journalDays: whole('Journal at hand', 92, 3650).required(),
  backWithinSeconds: whole('Cut-off callers return within', 0, 86_400).required(),
  ringSeconds: whole('A call rings', 5, 300).required(),
  callsFrom: clock('Customers are called from').required(),
  callsTo: clock('Customers are called until')
    .required()
    .test('later', 'Customers are called until: give a time later than from.', (to, { parent }) => {
      const { callsFrom } = parent as { callsFrom?: string }
      return callsFrom === undefined || to > callsFrom
    }),
  consentNeeded: yup.boolean().default(false),
  recoverStateId: yup.string<AnyId>().max(200).nullable().default(null),
  recoverMinutes: whole('Recovery time', 0, 240).default(5),
  abuseWarning: yup
    .string()
    .trim()
    .max(500, 'Warning: use at most 500 characters.')
    .required('Warning: say what abusive customers are told.'),
  needs: yup
    .object(
      Object.fromEntries(customerNeeds.map((need) => [need, needTerms])) as Record<CustomerNeed, typeof needTerms>,
    )
    .default(() => plainCentreWords.needs as never),
  customerFields: words.max(20, 'What is known of customers: use at most 20.').default([]),
  declineReasons: words.min(1, 'Reasons to decline: name at least one.'),
  dispositions: words.min(1, 'Dispositions: name at least one.'),
})
