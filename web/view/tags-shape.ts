import * as yup from './yup.ts'

/** Words that something is marked with. */
export const tagsShape = yup
  .array()
  .of(yup.string().trim().max(40, 'Tags: use at most 40 characters each.').required('Tags: leave none empty.'))
  .max(20, 'Tags: use at most 20.')
  .default([])
