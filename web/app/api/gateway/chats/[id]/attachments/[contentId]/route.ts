import { readAttachment } from '@eudromos/database'
import { downloadResponse } from '../../../../../../../server/records/attachments.ts'
import { limitPublic, requireChat } from '../../../../../../../server/gateway/gateway.ts'
import { answering } from '../../../../../../../server/edge/answering.ts'
import { notFound } from '../../../../../../../server/edge/problem.ts'
import { inPath } from '../../../../../../../server/edge/reading.ts'
import { runtime } from '../../../../../../../server/runtime/runtime.ts'

interface Context {
  readonly params: Promise<{ id: string; contentId: string }>
}

export const GET = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    const { id, contentId } = await inPath(params)
    limitPublic(request, 'fetch', 120)
    requireChat(request, id)
    const found = await readAttachment((await runtime()).database, contentId)
    if (found === null || found.interactionId !== id) throw notFound('This file')
    return downloadResponse(found)
  })
