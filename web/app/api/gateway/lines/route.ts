import { answering } from '../../../../server/problem.ts'
import { limitPublic } from '../../../../server/gateway.ts'
import { closureOf } from '../../../../server/project.ts'
import { runtime } from '../../../../server/runtime.ts'

/** The lines customers reach the centre by, and what each can be about. Test customers see what is in preparation. */
export const GET = (request: Request): Promise<Response> =>
  answering(request, async () => {
    limitPublic(request, 'lines', 240)
    const customerId = new URL(request.url).searchParams.get('customer') ?? ''
    const { follower } = await runtime()
    const { document, state } = follower
    const open = (document?.queues ?? []).filter(
      ({ service, testCustomerIds }) =>
        service === 'inService' || (service === 'inPreparation' && testCustomerIds.includes(customerId)),
    )
    const lines = (document?.lines ?? [])
      .filter(({ on }) => on)
      .map(({ id: lineId, name: lineName, channel, address, queueIds, language }) => {
        const hours = state.lookup.lineOpenings.get(lineId)
        const shut = hours?.isOpen(state.at) === false
        return {
          id: lineId,
          name: lineName,
          channel,
          address,
          language,
          queues: open
            .filter((queue) => queueIds.includes(queue.id))
            .map(({ id, name, service, selection }) => {
              const { open: taking } = state.queueDay(id)
              const open = taking && !shut
              return {
                id,
                name,
                byHand: selection === 'byHand',
                inPreparation: service === 'inPreparation',
                open,
                opensAt: open ? null : shut ? (hours?.nextTurn(state.at) ?? null) : state.nextTurn(id),
                closure: taking ? undefined : closureOf(follower, id, state.at)?.announcement,
              }
            }),
        }
      })
    return Response.json({ centre: document?.centre.name ?? '', lines })
  })
