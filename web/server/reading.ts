// What comes from outside is read here: addresses, queries and bodies, each refused with what is wrong before anything is done.
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
const isName = (name: string): boolean => isText(name) && !(name in {})

const notName = (name: string): ProblemError =>
  new ProblemError(
    problem(422, 'notText', 'Not valid', `Nothing can be called “${name.slice(0, 40)}”. Use another name.`),
  )

const mostDepth = 20

/** Throws where a text or a name within it is none, the field named, or where it is nested beyond all use. */
function requireTexts(value: unknown, field: string, depth: number): void {
  if (typeof value === 'string') {
    if (!isText(value)) throw notText(field)
  } else if (typeof value === 'object' && value !== null) {
    if (depth > mostDepth)
      throw new ProblemError(
        problem(422, 'tooDeep', 'Not valid', `At most ${mostDepth} levels within each other are read.`),
      )
    for (const [name, inner] of Object.entries(value)) {
      if (!isName(name)) throw isText(name) ? notName(name) : notText(field)
      requireTexts(
        inner,
        Array.isArray(value) ? `${field}[${name}]` : field === '' ? name : `${field}.${name}`,
        depth + 1,
      )
    }
  }
}

/** A text as JSON. Throws SyntaxError where it is none. */
export function parseJson(text: string): unknown {
  const value = JSON.parse(text) as unknown
  requireTexts(value, '', 0)
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
export async function inPath<P extends object>(params: Promise<P>): Promise<P> {
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
  return Object.fromEntries(parts) as P
}
