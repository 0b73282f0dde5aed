import * as yup from 'yup'
import { e164 } from '@eudromos/core/numbers'

export const uuid = yup
  .string()
  .matches(/^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/, 'This is not a UUID in lower case.')

/** A number in E.164, as carriers give it. */
export const number = (what: string) =>
  yup
    .string()
    .required(`${what}: give a number.`)
    .test('e164', `${what}: give a number in E.164, such as +442079460123.`, (value) => e164(value) === value)
