import { inThreads, type CustomerId } from '@eudromos/core/plan'
import { answering } from '../../../../server/edge/answering.ts'
import { isCarrier, limitPublic } from '../../../../server/gateway/gateway.ts'
import { closureOf } from '../../../../server/live/project.ts'
import { runtime } from '../../../../server/runtime/runtime.ts'
import { mayBeTestCustomer } from '../../../../server/customers/test-customers.ts'

/** The lines customers reach the centre by, and what each can be about. Test customers see what is in preparation. */
export const GET = (request: Request): Promise<Response> =>
  answering(request, async () => {
    limitPublic(request, 'lines', 240)
    const named = new URL(request.url).searchParams.get('customer')
    const customerId = named !== null && (await mayBeTestCustomer(isCarrier(request))) ? (named as CustomerId) : null
    const { follower, clock } = await runtime()
    const { document, state } = follower
    const open = (document?.queues ?? []).filter(
      ({ service, testCustomerIds }) =>
        service === 'inService' ||
        (service === 'inPreparation' && customerId !== null && testCustomerIds.includes(customerId)),
    )
    const lines = (document?.lines ?? [])
      .filter(({ on }) => on)
      .map((line) => {
        // Outside its hours nobody chooses anything by it; texts and email are taken at any hour.
        const taken = inThreads(line.channel) || state.isLineOpenAt(line.id, clock.now())
        return {
          id: line.id,
          name: line.name,
          channel: line.channel,
          address: line.address,
          language: line.language,
          queues: !taken
            ? []
            : open
                .filter((queue) => line.queueIds.includes(queue.id))
                .map(({ id, name, service, selection }) => {
                  const { open } = state.queueDay(id)
                  return {
                    id,
                    name,
                    byHand: selection === 'byHand',
                    inPreparation: service === 'inPreparation',
                    open,
                    opensAt: open ? null : state.nextChange(id),
                    closure: open ? undefined : closureOf(follower, id, state.at)?.announcement,
                  }
                }),
        }
      })
    return Response.json({ centre: document?.centre.name ?? '', lines })
  })
