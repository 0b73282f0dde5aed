import * as yup from 'yup'
import { id, name } from './hours-shape.ts'

/** A line as the form sends it. Chat boxes are the lines that can be made. */
export const lineShape = yup.object({
  id,
  name: name('the line'),
  channel: yup
    .string()
    .oneOf(['chat'] as const, 'What it is: only chat boxes can be made.')
    .required(),
  on: yup.boolean().required(),
  queueIds: yup
    .array()
    .of(yup.string().max(200).required())
    .max(1000, 'Leads to: use at most 1,000 queues.')
    .required(),
})
