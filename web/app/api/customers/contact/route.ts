import { readJson } from '../../../../server/edge/limits.ts'
import { answering } from '../../../../server/edge/answering.ts'
import { runtime } from '../../../../server/runtime/runtime.ts'
import { contactShape, setContact } from '../../../../server/customers/story.ts'
import { permit } from '../../../../server/edge/who.ts'

/** What the customer of a conversation that one has says of being called or texted first. */
export const PUT = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('seat', 'actAs')
    const input = await contactShape.validate(await readJson(request), { abortEarly: false, stripUnknown: true })
    await setContact(await runtime(), who, input)
    return new Response(null, { status: 204 })
  })
