import { createHmac } from 'node:crypto'
import { ProblemError, problem } from '../edge/problem.ts'
import { isSame } from '../runtime/secrets.ts'

// What carriers tell us comes signed, as the Standard Webhooks specification has it: headers `webhook-id`,
// `webhook-timestamp` (seconds) and `webhook-signature` (`v1,` and base64 of HMAC-SHA256 over id.timestamp.body).

const mostAgeSeconds = 300

const refuse = (code: string, detail: string): ProblemError =>
  new ProblemError(problem(401, code, 'Not signed', detail))

export const signatureOf = (key: string, id: string, timestamp: string, body: string): string =>
  `v1,${createHmac('sha256', key).update(`${id}.${timestamp}.${body}`).digest('base64')}`

/** The id of a message whose signature holds and that is not older, or from later, than five minutes. Throws otherwise. */
export function signedId({ headers }: { headers: Headers }, body: string, key: string, nowSeconds: number): string {
  const [id, timestamp, given] = ['id', 'timestamp', 'signature'].map((name) => headers.get(`webhook-${name}`) ?? '')
  if (!id || !timestamp || !given)
    throw refuse('noSignature', 'Sign the message: webhook-id, webhook-timestamp and webhook-signature are needed.')
  if (!/^\d{1,12}$/.test(timestamp) || Math.abs(nowSeconds - Number(timestamp)) > mostAgeSeconds)
    throw refuse('tooOld', 'The time stamp is more than five minutes from now. Sign it again.')
  const wanted = signatureOf(key, id, timestamp, body)
  // While a key is being changed there may be several signatures, with a blank between.
  if (!given.split(' ').some((one) => isSame(one, wanted))) throw refuse('badSignature', 'The signature does not hold.')
  return id
}
