import type { AnyId } from '@eudromos/core/plan'
import * as yup from '../../view/yup.ts'
import { e164, mailbox } from '@eudromos/core/numbers'

export const uuid = yup
  .string<AnyId>()
  .matches(/^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/, 'This is not a UUID in lower case.')

/** The bytes of a file, as base64; how large it may be is seen by its bytes. */
export const fileData = yup
  .string()
  .max(14_000_000, 'Data: at most 10 MB are accepted.')
  .required('Data: give the bytes as base64.')

/** An address of email, in small letters. */
export const mailAddress = (what: string) =>
  yup
    .string()
    .required(`${what}: give an address.`)
    .transform((value: unknown) => (typeof value === 'string' ? (mailbox(value) ?? value) : value))
    .test('mailbox', `${what}: give an address such as ilse@mail.example.`, (value) => mailbox(value) === value)

const controls = /\p{Cc}+/gu
/** What an email is about, in one line: a line end within would be read as another of its headers. */
export const subjectLine = (most: number, tooLong: string) =>
  yup
    .string()
    .transform((value: unknown) => (typeof value === 'string' ? value.replace(controls, ' ').trim() : value))
    .max(most, tooLong)
    .default('')

/** A number in E.164, as carriers give it. */
export const number = (what: string) =>
  yup
    .string()
    .required(`${what}: give a number.`)
    .test('e164', `${what}: give a number in E.164, such as +442079460123.`, (value) => e164(value) === value)
