import { attach } from '../../../../../../server/gateway/chats.ts'
import { limitPublic, requireChat } from '../../../../../../server/gateway/gateway.ts'
import { limitRate, readBody } from '../../../../../../server/edge/limits.ts'
import { answering } from '../../../../../../server/edge/answering.ts'
import { inPath } from '../../../../../../server/edge/reading.ts'
import { runtime } from '../../../../../../server/runtime/runtime.ts'
import { mostAttachmentBytes } from '../../../../../../view/files.ts'

interface Context {
  readonly params: Promise<{ id: string }>
}

/** A picture or a PDF as the body; its name and id as query parameters. The type is read from the bytes. */
export const POST = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    const { id } = await inPath(params)
    limitPublic(request, 'attach', 30)
    requireChat(request, id)
    limitRate(`attach:${id}`, 10)
    const query = new URL(request.url).searchParams
    const bytes = await readBody(request, mostAttachmentBytes)
    const file = { name: query.get('name') ?? '', bytes }
    return Response.json({ seq: await attach(await runtime(), id, query.get('id') ?? '', file) }, { status: 201 })
  })
