import 'server-only'
import { ProblemError, problem, tooMany } from './problem.ts'
import { parseJson } from './reading.ts'

interface Bucket {
  tokens: number
  at: number
}

const shared = globalThis as unknown as { eudromosBuckets?: Map<string, Bucket> }
const mostBuckets = 50_000

/** Lets `perMinute` requests a minute through for each key, in bursts of as many. Throws when there are more. */
export function limitRate(key: string, perMinute: number): void {
  const buckets = (shared.eudromosBuckets ??= new Map())
  const now = performance.now()
  const bucket = buckets.get(key) ?? { tokens: perMinute, at: now }
  bucket.tokens = Math.min(perMinute, bucket.tokens + ((now - bucket.at) / 60_000) * perMinute)
  bucket.at = now
  const through = bucket.tokens >= 1
  if (through) bucket.tokens -= 1
  // The one that was used longest ago goes first.
  buckets.delete(key)
  buckets.set(key, bucket)
  const [oldest] = buckets.keys()
  if (buckets.size > mostBuckets && oldest !== undefined) buckets.delete(oldest)
  if (!through) throw tooMany()
}

/** Of a form with a few words. */
export const mostForm = 8 * 1024

/** The body as bytes, refused as soon as it is larger than `most`. */
export async function readBody(request: Request, most: number): Promise<Buffer> {
  const tooLarge = new ProblemError(
    problem(413, 'tooLarge', 'Too large', `At most ${Math.floor(most / 1024)} kB are accepted.`),
  )
  if (Number(request.headers.get('content-length') ?? 0) > most) throw tooLarge
  const parts: Uint8Array[] = []
  let size = 0
  const reader = request.body?.getReader()
  for (;;) {
    const part = await reader?.read()
    if (part === undefined || part.done) break
    size += part.value.length
    if (size > most) throw tooLarge
    parts.push(part.value)
  }
  return Buffer.concat(parts)
}

/** The body as JSON. */
export const readJson = async (request: Request, most = 64 * 1024): Promise<unknown> =>
  parseJson((await readBody(request, most)).toString('utf8'))
