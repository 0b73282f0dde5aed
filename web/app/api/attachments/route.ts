import { commandOf } from '../../../server/commands/index.ts'
import { limitRate, readBody } from '../../../server/edge/limits.ts'
import { parseJson } from '../../../server/edge/reading.ts'
import { answering } from '../../../server/edge/answering.ts'
import { ProblemError, problem } from '../../../server/edge/problem.ts'
import { runtime } from '../../../server/runtime/runtime.ts'
import { permit } from '../../../server/edge/who.ts'
import { mostAttachmentBytes } from '../../../view/files.ts'

/** What a form may hold beside the file. */
const mostRest = 64 * 1024

const incomplete = (): ProblemError =>
  new ProblemError(problem(422, 'noFile', 'Not complete', 'Send a form with the fields command and file.'))

/** A message with a file, as a form: its command as it would go to /api/commands, and the file. */
export const POST = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('seat', 'actAs')
    limitRate(`files:${who.id}`, 60)
    const bytes = await readBody(request, mostAttachmentBytes + mostRest)
    const type = request.headers.get('content-type') ?? ''
    const form = await new Response(new Uint8Array(bytes), { headers: { 'content-type': type } })
      .formData()
      .catch(() => Promise.reject(incomplete()))
    const [command, file] = [form.get('command'), form.get('file')]
    if (typeof command !== 'string' || !(file instanceof File)) throw incomplete()
    const given = { name: file.name, bytes: Buffer.from(await file.arrayBuffer()) }
    return Response.json({ seq: await commandOf(await runtime(), who, parseJson(command), given) }, { status: 201 })
  })
