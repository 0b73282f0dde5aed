import { originOf } from '../../../../server/gateway/gateway.ts'
import { limitRate, readJson } from '../../../../server/edge/limits.ts'
import { answering } from '../../../../server/edge/answering.ts'
import { runtime } from '../../../../server/runtime/runtime.ts'
import { signIn, signInShape } from '../../../../server/signing-in/signing-in.ts'

/** An address and a password. The answer is a cookie and nothing else. */
export const POST = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const place = originOf(request)
    limitRate(`sign-in:${place}`, 120)
    const input = await signInShape.validate(await readJson(request), { abortEarly: false, stripUnknown: true })
    return signIn(await runtime(), input, place, request.headers)
  })
