import { downloadResponse, safeFileName } from '../../../../../../../../../server/attachments.ts'
import { outside } from '../../../../../../../../../server/outside.ts'
import { answering, notFound } from '../../../../../../../../../server/problem.ts'
import { permit } from '../../../../../../../../../server/who.ts'

interface Context {
  readonly params: Promise<{ number: string; id: string; n: string }>
}

/** A picture as a customer's telephone has it. */
export const GET = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    await permit('actAs')
    const [number, id, n] = await params.then((all) =>
      [all.number, all.id, all.n].map((one) => encodeURIComponent(decodeURIComponent(one))),
    )
    const answer = await outside('GET', `/phones/${number}/texts/${id}/pictures/${n}`)
    if (!answer.ok) throw notFound('This picture')
    const { name, type, data } = (await answer.json()) as { name: string; type: string; data: string }
    return downloadResponse({ fileName: safeFileName(name), mediaType: type, bytes: Buffer.from(data, 'base64') })
  })
