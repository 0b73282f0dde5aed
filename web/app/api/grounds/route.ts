import type { InteractionId, PersonId } from '@eudromos/core/plan'
import { readRecord } from '@eudromos/database'
import { seesInteraction, seesRecord, sightFor } from '../../../server/sight/sight.ts'
import { groundsAt, groundsNow, personGrounds } from '../../../server/live/grounds.ts'
import { answering } from '../../../server/edge/answering.ts'
import { notFound } from '../../../server/edge/problem.ts'
import { runtime } from '../../../server/runtime/runtime.ts'
import { permit } from '../../../server/edge/who.ts'

/**
 * Why an interaction is where it is: now, or (with `seq`) just before that event of the journal. Of a `person`: what
 * waits in whatever queue, and what keeps it from them.
 */
export const GET = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('live.view', 'records.view')
    const params = new URL(request.url).searchParams
    const interactionId = (params.get('interaction') ?? '') as InteractionId
    const seq = Number(params.get('seq') ?? NaN)
    const place = await runtime()
    const sight = sightFor(place.follower, who.id)
    const personId = params.get('person') as PersonId | null
    if (personId !== null) {
      if (!sight.person(personId) || !place.follower.state.agents.has(personId)) throw notFound('This person')
      const sees = {
        interaction: (id: InteractionId): boolean => seesInteraction(sight, place.follower.state.interaction(id)),
        queue: sight.queue,
      }
      return Response.json(personGrounds(place, personId, sees))
    }
    const live = place.follower.state.interactions.get(interactionId)
    const isPast = Number.isInteger(seq)
    const row = live === undefined || isPast ? await readRecord(place.database, interactionId) : null
    if ((live !== undefined && !seesInteraction(sight, live)) || (row !== null && !seesRecord(sight, row)))
      throw notFound('This conversation')
    const grounds = !isPast
      ? groundsNow(place, interactionId)
      : row === null
        ? null
        : await groundsAt(place, who.id, row, seq)
    if (grounds === null) throw notFound('This conversation')
    return Response.json(grounds)
  })
