import * as yup from './yup.ts'
import { recordingPolicies, selectionMethods, serviceStates, type AnyId } from '@eudromos/core/plan'

const seconds = (name: string, least: number, most: number) =>
  yup
    .number()
    .typeError(`${name}: give a number of seconds.`)
    .integer(`${name}: give whole seconds.`)
    .min(least, `${name}: give at least ${least} s.`)
    .max(most, `${name}: give at most ${most} s.`)
    .required(`${name}: give a number of seconds.`)

const ids = yup.array().of(yup.string<AnyId>().max(200).required()).max(10_000).required()

const after = seconds('As the wait goes on', 1, 86_400)

const level = (name: string) =>
  yup
    .number()
    .typeError(`${name}: choose a level.`)
    .integer(`${name}: choose a whole level.`)
    .min(0, `${name}: choose 0 to 5.`)
    .max(5, `${name}: choose 0 to 5.`)
    .required(`${name}: choose a level.`)

export const bounds = yup.object({
  skillId: yup.string<AnyId>().max(200).required('Required skills: choose a skill.'),
  least: level('At least'),
  most: level('At most'),
})

const priority = yup
  .number()
  .typeError('Priority: choose 1 to 10.')
  .integer('Priority: choose a whole number.')
  .min(1, 'Priority: choose 1 to 10.')
  .max(10, 'Priority: choose 1 to 10.')
  .default(5)

const teams = yup
  .array()
  .of(
    yup.object({
      teamId: yup.string<AnyId>().max(200).required('Who is offered: choose a team.'),
      tier: yup.number().integer().min(1, 'Who is offered: choose tier 1 to 9.').max(9).nullable().default(null),
    }),
  )
  .max(200, 'Who is offered: use at most 200 teams.')
  .default([])

/** One queue as the form sends it. Also what the form checks while one types. */
export const queueShape = yup.object({
  id: yup.string<AnyId>().trim().max(200).required(),
  name: yup
    .string()
    .trim()
    .min(1, 'Name: give the queue a name.')
    .max(60, 'Name: use at most 60 characters.')
    .required('Name: give the queue a name.'),
  description: yup.string().trim().max(500, 'Description: use at most 500 characters.').default(''),
  service: yup.string().oneOf(serviceStates).required(),
  /** The lines that lead to it; left out: as before. */
  lineIds: yup.array().of(yup.string<AnyId>().max(200).required()).max(1000).optional(),
  agentIds: ids,
  teams,
  shownAs: yup.string().trim().max(40, 'Shown to customers as: use at most 40 characters.').default(''),
  laterReaches: yup
    .array()
    .of(yup.object({ afterSeconds: after, agentIds: ids, teams }))
    .max(20, 'As the wait goes on: use at most 20 steps.')
    .default([]),
  requirements: yup.array().of(bounds).max(20, 'Required skills: use at most 20.').default([]),
  relaxations: yup
    .array()
    .of(bounds.concat(yup.object({ afterSeconds: after })))
    .max(200, 'As the wait goes on: use at most 200 changes.')
    .default([]),
  priority,
  prioritySteps: yup
    .array()
    .of(yup.object({ afterSeconds: after, priority }))
    .max(20, 'As the wait goes on: use at most 20 steps.')
    .default([]),
  target: yup
    .object({
      percent: yup
        .number()
        .typeError('Answer target: give a percentage.')
        .integer('Answer target: give a whole percentage.')
        .min(1, 'Answer target: give at least 1 %.')
        .max(100, 'Answer target: give at most 100 %.')
        .required('Answer target: give a percentage.'),
      seconds: seconds('Answer target', 1, 86_400),
    })
    .nullable()
    .default(null),
  answerWindowSeconds: seconds('Answer window', 5, 300),
  selection: yup.string().oneOf(selectionMethods).required(),
  mostWaiting: yup
    .number()
    .typeError('Queue limit: give a number, or leave it empty.')
    .integer('Queue limit: give a whole number.')
    .min(1, 'Queue limit: give at least 1, or leave it empty.')
    .max(100_000, 'Queue limit: give at most 100,000.')
    .nullable()
    .default(null),
  whenFullTo: yup.string<AnyId>().max(200).nullable().default(null),
  longestWaitSeconds: yup
    .number()
    .typeError('Longest wait: give a number of seconds, or leave it empty.')
    .integer('Longest wait: give whole seconds.')
    .min(1, 'Longest wait: give at least 1 s, or leave it empty.')
    .max(604_800, 'Longest wait: give at most 604,800 s, a week.')
    .nullable()
    .default(null),
  longestWaitTo: yup.string<AnyId>().max(200).nullable().default(null),
  wrapUpSeconds: seconds('Wrap-up', 0, 3600),
  dispositionIds: yup.array().of(yup.string<AnyId>().max(200).required()).max(200).default([]),
  dispositionRequired: yup.boolean().default(false),
  callbackAfterSeconds: yup
    .number()
    .typeError('Callback: give a number of seconds, or leave it empty.')
    .integer('Callback: give whole seconds.')
    .min(0, 'Callback: give 0 s or more, or leave it empty.')
    .max(86_400, 'Callback: give at most 86,400 s, a day.')
    .nullable()
    .default(null),
  callbackTries: yup
    .number()
    .typeError('Most attempts: give a number.')
    .integer('Most attempts: give a whole number.')
    .min(1, 'Most attempts: give at least 1.')
    .max(10, 'Most attempts: give at most 10.')
    .default(3),
  callbackRetrySeconds: seconds('Again after', 10, 86_400).default(600),
  voicemail: yup.boolean().default(false),
  testCustomerIds: ids,
  hoursId: yup.string<AnyId>().max(200).nullable().default(null),
  atClosingTo: yup.string<AnyId>().max(200).nullable().default(null),
  onShiftOnly: yup.boolean().default(false),
  announcement: yup.string().trim().max(300, 'Announcement: use at most 300 characters.').default(''),
  notReachedText: yup.string().trim().max(600, 'Text at the end: use at most 600 characters.').default(''),
  identityCheck: yup.string().trim().max(500, 'Before anything is shown: use at most 500 characters.').default(''),
  scriptId: yup.string<AnyId>().max(200).nullable().default(null),
  recording: yup.string().oneOf(recordingPolicies, 'Recording: choose one.').default('never'),
})
