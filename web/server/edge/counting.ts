import { countedType, type Count, type CountedLine, type Step } from '../../view/counted.ts'
import { answering } from './answering.ts'

/** So often it is told how far the work is, but for the beginning of a step. */
const everyMs = 150

const lineOf = (line: CountedLine): Uint8Array => new TextEncoder().encode(`${JSON.stringify(line)}\n`)

/**
 * Runs a route whose work may take long, as `answering` does. Whoever accepts lines is told how far it is, once that is worth
 * telling, and last what the answer is, with its status; everybody else just gets the answer. The work reads the whole request
 * before it counts.
 */
export async function counting(request: Request, work: (count: Count) => Promise<Response>): Promise<Response> {
  const accepts = (request.headers.get('accept') ?? '').includes(countedType)
  const { readable, writable } = new TransformStream<Uint8Array, Uint8Array>()
  const lines = writable.getWriter()
  // Whoever asked may be gone; the work is done all the same.
  const say = (line: CountedLine): void => void lines.write(lineOf(line)).catch(() => undefined)
  let [last, before]: [number, Step | null] = [performance.now(), null]
  let begin = (): void => undefined
  const begun = new Promise<null>((resolve) => (begin = () => resolve(null)))
  const answer = answering(request, () =>
    work((step, done, of) => {
      const isNext = before !== null && before !== step
      if (!accepts || (!isNext && performance.now() - last < everyMs)) return
      last = performance.now()
      before = step
      say({ step, done, of })
      begin()
    }),
  )
  const early = await Promise.race([answer, begun])
  if (early !== null) return early
  void answer.then(async (late) => {
    say({ status: late.status, body: await late.json() })
    await lines.close().catch(() => undefined)
  })
  return new Response(readable, { headers: { 'content-type': countedType, 'cache-control': 'no-store' } })
}
