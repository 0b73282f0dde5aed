import * as yup from 'yup'
import { selectionMethods, serviceStates } from '@eudromos/core/plan'

const seconds = (name: string, least: number, most: number) =>
  yup
    .number()
    .typeError(`${name}: give a number of seconds.`)
    .integer(`${name}: give whole seconds.`)
    .min(least, `${name}: give at least ${least} s.`)
    .max(most, `${name}: give at most ${most} s.`)
    .required(`${name}: give a number of seconds.`)

const ids = yup.array().of(yup.string().max(200).required()).max(10_000).required()

/** One queue as the form sends it. Also what the form checks while one types. */
export const queueShape = yup.object({
  id: yup.string().trim().max(200).required(),
  name: yup
    .string()
    .trim()
    .min(1, 'Name: give the queue a name.')
    .max(60, 'Name: use at most 60 characters.')
    .required('Name: give the queue a name.'),
  description: yup.string().trim().max(500, 'Description: use at most 500 characters.').default(''),
  service: yup.string().oneOf(serviceStates).required(),
  agentIds: ids,
  target: yup
    .object({
      percent: yup
        .number()
        .typeError('Answer target: give a number of percent.')
        .integer('Answer target: give whole percent.')
        .min(1, 'Answer target: give at least 1 %.')
        .max(100, 'Answer target: give at most 100 %.')
        .required('Answer target: give a number of percent.'),
      seconds: seconds('Answer target', 1, 86_400),
    })
    .nullable()
    .default(null),
  answerWindowSeconds: seconds('Answer window', 5, 300),
  selection: yup.string().oneOf(selectionMethods).required(),
  mostWaiting: yup
    .number()
    .typeError('Most waiting: give a number, or leave it empty.')
    .integer('Most waiting: give a whole number.')
    .min(1, 'Most waiting: give at least 1, or leave it empty.')
    .max(100_000, 'Most waiting: give at most 100,000.')
    .nullable()
    .default(null),
  wrapUpSeconds: seconds('Wrap-up', 0, 3600),
  testCustomerIds: ids,
  hoursId: yup.string().max(200).nullable().default(null),
  atClosingTo: yup.string().max(200).nullable().default(null),
  onShiftOnly: yup.boolean().default(false),
})
