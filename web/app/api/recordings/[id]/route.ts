import { answering } from '../../../../server/edge/answering.ts'
import { inPath } from '../../../../server/edge/reading.ts'
import { hear } from '../../../../server/records/recordings.ts'
import { runtime } from '../../../../server/runtime/runtime.ts'
import { permit } from '../../../../server/edge/who.ts'

interface Context {
  readonly params: Promise<{ id: string }>
}

/** One stretch of a call's recording, for those who read records. Each hearing is noted. */
export const GET = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('records.view')
    const bytes = await hear(await runtime(), who, (await inPath(params)).id)
    return new Response(new Uint8Array(bytes), {
      headers: {
        'content-type': 'audio/webm',
        'x-content-type-options': 'nosniff',
        'content-security-policy': "default-src 'none'; sandbox",
        'cache-control': 'no-store',
      },
    })
  })
