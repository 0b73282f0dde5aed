import type { AnyId, InteractionId } from '@eudromos/core/plan'
import 'server-only'
import * as yup from '../../view/yup.ts'
import { mostFiles } from '../../view/files.ts'
import { callerOf } from './callers.ts'
import { fileData, mailAddress, subjectLine } from './gateway-shapes.ts'
import type { Runtime } from '../runtime/runtime.ts'
import { bringIn, partsOf, type Part } from './threads.ts'

const mostSubject = 200

export const receivedMailShape = yup.object({
  id: yup.string<AnyId>().trim().max(200).required('Give the email an id.'),
  from: mailAddress('From'),
  /** As whom it is sent. */
  name: yup.string().trim().max(80, 'Name: use at most 80 characters.').default(''),
  to: mailAddress('To'),
  subject: subjectLine(998, 'Subject: at most 998 characters are accepted.'),
  text: yup.string().trim().max(20_000, 'Text: at most 20,000 characters are accepted.').defined('Give the text.'),
  /** A program has sent it, of its own accord (RFC 3834): nothing goes back by itself. */
  automatic: yup.boolean().default(false),
  /** What came with it, each as base64; the type is seen by the bytes. */
  files: yup
    .array()
    .of(
      yup.object({
        name: yup.string().max(200, 'Name: use at most 200 characters.').default(''),
        data: fileData,
      }),
    )
    .max(mostFiles, `Files: at most ${mostFiles} are accepted.`)
    .default([]),
})

/** Of an email with its files, in bytes. */
export const mostReceivedMail = 10 * 1024 * 1024

/** A customer's email has come in. The same id a second time is the same email. */
export async function receiveMail(
  runtime: Runtime,
  { id, subject, text, files, automatic, ...ends }: yup.InferType<typeof receivedMailShape>,
): Promise<object> {
  const caller = await callerOf(runtime, 'email', ends)
  const [first, ...rest] = await partsOf({ id: `mail-${id}` as InteractionId, text, files }, 'email')
  const shown: Part = { ...first, subject: subject === '' ? null : subject.slice(0, mostSubject) }
  return bringIn(runtime, caller, [shown, ...rest], { to: ends.to, answered: !automatic })
}
