// What comes from outside is read here: addresses, queries and bodies, each refused with what is wrong before anything is done.
import type { AnyId } from '@eudromos/core/plan'
import { findHeader } from '../../view/finding.ts'
import { notFound, problem, ProblemError } from './problem.ts'

/** What is in no text that people write, and what the database keeps none of: NUL, and half of a sign of two. */
export const isText = (text: string): boolean => !text.includes('\u0000') && !/\p{Surrogate}/u.test(text)

const notText = (field: string): ProblemError =>
  new ProblemError(
    problem(
      422,
      'notText',
      'Not valid',
      `${field === '' ? 'The text' : field}: this contains characters that text cannot have. Remove them and try again.`,
      field === '' ? {} : { fields: { [field]: 'This contains characters that text cannot have.' } },
    ),
  )

/** Of what every object has already, such as `toString`: nothing of ours is called so, and shapes would meet that instead. */
const isName = (name: string): boolean => isText(name) && !(name in everyObject)
const everyObject = {}

const notName = (name: string): ProblemError =>
  new ProblemError(
    problem(422, 'notText', 'Not valid', `Nothing can be called “${name.slice(0, 40)}”. Use another name.`),
  )

const mostDepth = 20
const mostNames = 5000

interface Odd {
  readonly trouble: (field: string) => ProblemError
  /** Where it is, from within outwards. */
  readonly path: string[]
}

const tooDeep = (): ProblemError =>
  new ProblemError(problem(422, 'tooDeep', 'Not valid', `At most ${mostDepth} levels within each other are read.`))

const tooManyNames = (): ProblemError =>
  new ProblemError(
    problem(422, 'tooMany', 'Not valid', `At most ${mostNames.toLocaleString('en')} parts of one thing are read.`),
  )

/** What is no text or no name within it, has too many of these, or is nested beyond all use; null where nothing is. */
function oddIn(value: unknown, depth: number): Odd | null {
  if (typeof value === 'string') return isText(value) ? null : { trouble: notText, path: [] }
  if (typeof value !== 'object' || value === null) return null
  if (depth > mostDepth) return { trouble: tooDeep, path: [] }
  const isList = Array.isArray(value)
  if (!isList && Object.keys(value).length > mostNames) return { trouble: tooManyNames, path: [] }
  for (const name in value) {
    if (!isList && !isName(name)) return { trouble: isText(name) ? () => notName(name) : notText, path: [] }
    const odd = oddIn((value as Record<string, unknown>)[name], depth + 1)
    if (odd !== null) {
      odd.path.push(isList ? `[${name}]` : `.${name}`)
      return odd
    }
  }
  return null
}

/** A text as JSON. Throws SyntaxError where it is none. */
export function parseJson(text: string): unknown {
  const value = JSON.parse(text) as unknown
  const odd = oddIn(value, 0)
  if (odd !== null) throw odd.trouble(odd.path.reverse().join('').replace(/^\./, ''))
  return value
}

/** Throws where the address or the query holds what is in no text. */
export function requireAddress(url: string): void {
  const { pathname, search, searchParams } = new URL(url)
  let read: string
  try {
    read = decodeURIComponent(pathname) + decodeURIComponent(search.replaceAll('+', ' '))
  } catch {
    throw notText('Address')
  }
  if (!isText(read)) throw notText('Address')
  for (const name of searchParams.keys()) if (!isName(name)) throw notName(name)
}

const mostInPath = 300

/** The parts of a route's address that are of what it is asked for, as they were before they were put into an address. */
export async function inPath<P extends object>(params: Promise<P>): Promise<{ [K in keyof P]: AnyId }> {
  const parts = Object.entries(await params).map(([name, part]: [string, string]) => {
    let text = part
    try {
      text = decodeURIComponent(part)
    } catch {
      // It is as it was already, and has a per cent sign in it.
    }
    if (!isText(text) || text.length > mostInPath) throw notFound('What was asked for')
    return [name, text]
  })
  return Object.fromEntries(parts) as { [K in keyof P]: AnyId }
}

/** What an address asks for, with the words by which people are found, which come in a header and never in it, as `name`. */
export function askedWith(request: Pick<Request, 'url' | 'headers'>, name: string): URLSearchParams {
  const params = new URL(request.url).searchParams
  params.delete(name)
  const said = request.headers.get(findHeader)
  if (said === null) return params
  try {
    params.set(name, decodeURIComponent(said))
  } catch {
    throw notText(name)
  }
  if (!isText(params.get(name) ?? '')) throw notText(name)
  return params
}

/** A field of a form as browsers send one. */
export function inForm(body: Buffer, name: string): string {
  const text = new URLSearchParams(body.toString('utf8')).get(name) ?? ''
  if (!isText(text)) throw notText(name)
  return text
}
