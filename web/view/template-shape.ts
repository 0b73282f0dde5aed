import type { AnyId } from '@eudromos/core/plan'
import * as yup from './yup.ts'
import { id, name } from './hours-shape.ts'

/** A reply template as the form sends it. */
export const templateShape = yup.object({
  id,
  name: name('the template'),
  text: yup
    .string()
    .trim()
    .min(1, 'Text: write something.')
    .max(2000, 'Text: use at most 2,000 characters.')
    .required('Text: write something.'),
  teamIds: yup
    .array()
    .of(yup.string<AnyId>().max(200).required())
    .max(200, 'Whose: use at most 200 teams.')
    .default([]),
})
