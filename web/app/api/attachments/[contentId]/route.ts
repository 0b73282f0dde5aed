import { may } from '@eudromos/core/plan'
import { readAttachment, readRecord } from '@eudromos/database'
import { downloadResponse } from '../../../../server/records/attachments.ts'
import { answering } from '../../../../server/edge/answering.ts'
import { notFound } from '../../../../server/edge/problem.ts'
import { inPath } from '../../../../server/edge/reading.ts'
import { runtime } from '../../../../server/runtime/runtime.ts'
import { seesRecord, sightFor } from '../../../../server/sight/sight.ts'
import { permit } from '../../../../server/edge/who.ts'

interface Context {
  readonly params: Promise<{ contentId: string }>
}

/** For those who read records, and for the agent who has the conversation or is offered it. */
export const GET = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('records.view', 'seat')
    const place = await runtime()
    const found = await readAttachment(place.database, (await inPath(params)).contentId)
    const interaction = found === null ? undefined : place.follower.state.interactions.get(found.interactionId)
    const working =
      interaction !== undefined && place.follower.state.agents.get(who.id)?.carried.includes(interaction.id) === true
    const row = found === null || working ? null : await readRecord(place.database, found.interactionId)
    const reads = may(who.roles, 'records.view') && (row === null || seesRecord(sightFor(place.follower, who.id), row))
    if (found === null || !(working || reads)) throw notFound('This file')
    return downloadResponse(found)
  })
