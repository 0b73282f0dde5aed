import 'server-only'
import { readBody } from '../edge/limits.ts'
import { parseJson } from '../edge/reading.ts'
import { setting } from '../runtime/settings.ts'
import { signedId } from './webhooks.ts'

/** What a carrier tells us, once its signature is seen to hold. */
export async function readSigned(request: Request, most = 64 * 1024): Promise<unknown> {
  const body = (await readBody(request, most)).toString('utf8')
  signedId(request, body, setting('EUDROMOS_OUTSIDE_KEY'), Math.floor(Date.now() / 1000))
  return parseJson(body)
}
