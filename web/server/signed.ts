import 'server-only'
import { readBody } from './limits.ts'
import { parseJson } from './reading.ts'
import { setting } from './settings.ts'
import { signedId } from './webhooks.ts'

/** What a carrier tells us, once its signature is seen to hold. */
export async function readSigned(request: Request, most = 64 * 1024): Promise<unknown> {
  const body = (await readBody(request, most)).toString('utf8')
  signedId(request, body, setting('EUDROMOS_OUTSIDE_KEY'), Math.floor(Date.now() / 1000))
  return parseJson(body)
}
