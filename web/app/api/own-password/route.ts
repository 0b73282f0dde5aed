import { answering } from '../../../server/edge/answering.ts'
import { originOf } from '../../../server/gateway/gateway.ts'
import { readJson } from '../../../server/edge/limits.ts'
import { chooseOwnPassword } from '../../../server/signing-in/own-account.ts'
import { runtime } from '../../../server/runtime/runtime.ts'
import { permit } from '../../../server/edge/who.ts'

/** A password of one's own choice. The answer is a cookie: every other session has ended. */
export const PUT = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit()
    return chooseOwnPassword(await runtime(), who, await readJson(request), originOf(request), request.headers)
  })
