import { readAttachment } from '@eudromos/database'
import { downloadResponse } from '../../../../../../../server/attachments.ts'
import { limitPublic, requireChat } from '../../../../../../../server/gateway.ts'
import { answering } from '../../../../../../../server/answering.ts'
import { notFound } from '../../../../../../../server/problem.ts'
import { inPath } from '../../../../../../../server/reading.ts'
import { runtime } from '../../../../../../../server/runtime.ts'

interface Context {
  readonly params: Promise<{ id: string; contentId: string }>
}

export const GET = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    const { id, contentId } = await inPath(params)
    limitPublic(request, 'fetch', 120)
    await requireChat(request, id)
    const found = await readAttachment((await runtime()).database, contentId)
    if (found === null || found.interactionId !== id) throw notFound('This file')
    return downloadResponse(found)
  })
