import { answering } from '../../../../../server/edge/answering.ts'
import { inPath } from '../../../../../server/edge/reading.ts'
import { runtime } from '../../../../../server/runtime/runtime.ts'
import { vconRecord } from '../../../../../server/records/vcon.ts'
import { permit } from '../../../../../server/edge/who.ts'

interface Context {
  readonly params: Promise<{ id: string }>
}

/** One record as a vCon. */
export const GET = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('records.view')
    const { id } = await inPath(params)
    return new Response(JSON.stringify(await vconRecord(await runtime(), who, id), null, 2), {
      headers: {
        'content-type': 'application/vcon+json',
        'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(id)}.vcon.json`,
        'cache-control': 'no-store',
      },
    })
  })
