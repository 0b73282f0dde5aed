import { isCall } from '@eudromos/core/plan'
import { ChatFeed } from '../../../../../../server/gateway/chat-feed.ts'
import { customerOf } from '../../../../../../server/gateway/chats.ts'
import { limitPublic, originOf, requireChat } from '../../../../../../server/gateway/gateway.ts'
import { limitRate } from '../../../../../../server/edge/limits.ts'
import { answering } from '../../../../../../server/edge/answering.ts'
import { inPath } from '../../../../../../server/edge/reading.ts'
import { runtime } from '../../../../../../server/runtime/runtime.ts'
import { streamResponse } from '../../../../../../server/edge/stream.ts'

interface Context {
  readonly params: Promise<{ id: string }>
}

/** A customer's own chat, kept current; while this stream is open the customer counts as being there. */
export const GET = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    const { id } = await inPath(params)
    const place = await runtime()
    // A call is begun by a carrier alone, and one carrier holds the lines of many: each is counted by itself.
    const channel = place.follower.state.interactions.get(id)?.channel
    const isOfCarrier = channel !== undefined && isCall(channel)
    if (!isOfCarrier) limitPublic(request, 'follow', 120)
    requireChat(request, id)
    if (isOfCarrier) limitRate(`follow:${id}`, 120)
    // One of many that is one too many is told so, and not let in to be cut off.
    let close = (): void => undefined
    const end = place.customerStreams.begin(id, isOfCarrier ? `call ${id}` : originOf(request), () => close())
    return streamResponse(request.signal, async (stream, onEnd) => {
      close = stream.close
      onEnd(end)
      onEnd(place.connections.onClose(stream.close))
      const { connections } = place
      const connection = await connections.begin({ interactionId: id }, customerOf(id))
      onEnd(() => connections.end(connection))
      onEnd(await new ChatFeed(place, id, stream).begin())
    })
  })
