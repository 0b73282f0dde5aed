import { beginChat, beginShape } from '../../../../server/gateway/chats.ts'
import { interactionIdFor } from '../../../../server/edge/ids.ts'
import { requireTestCustomer } from '../../../../server/customers/test-customers.ts'
import {
  chatToken,
  cookieOf,
  isCarrier,
  knownAs,
  knownCustomer,
  limitPublic,
} from '../../../../server/gateway/gateway.ts'
import { readJson } from '../../../../server/edge/limits.ts'
import { answering } from '../../../../server/edge/answering.ts'
import { runtime } from '../../../../server/runtime/runtime.ts'

/** A customer begins a chat. The answer holds its id and the token of the chat; browsers get it as a cookie besides. */
export const POST = (request: Request): Promise<Response> =>
  answering(request, async () => {
    limitPublic(request, 'begin', 30)
    const given = await beginShape.validate(await readJson(request), { abortEarly: false, stripUnknown: true })
    const place = await runtime()
    const carrier = isCarrier(request)
    if (given.customerId !== null) await requireTestCustomer(place, carrier, given.customerId)
    // Anybody may give an id: the chat's own is not to be had by giving that of another.
    const input = { ...given, id: carrier ? given.id : interactionIdFor('anybody', given.id) }
    const stream = carrier ? request.headers.get('x-connection') : null
    const connectionId = stream === null ? null : place.connections.adopt(stream, input.id)
    const deviceOf = carrier ? null : await knownCustomer()
    const { seq, customerId } = await beginChat(place, input, { connectionId, deviceOf })
    const token = chatToken(input.id)
    const cookie = `${cookieOf(input.id)}=${token}; Path=/api/gateway/chats/${input.id}; HttpOnly; SameSite=Strict; Max-Age=86400`
    const headers = new Headers({ 'set-cookie': cookie })
    if (!carrier && input.customerId === null) headers.append('set-cookie', knownAs(customerId))
    return Response.json({ id: input.id, token, seq }, { status: 201, headers })
  })
