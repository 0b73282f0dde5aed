import 'server-only'
import { hash, verify } from '@node-rs/argon2'
import { putPassword, readFactor, readSigner, type Person } from '@eudromos/database'
import { chosenPassword } from '../../view/own-password.ts'
import { factorCode } from '../../view/second-factor.ts'
import * as yup from '../../view/yup.ts'
import { auth } from './auth.ts'
import { Guesses } from './guesses.ts'
import { requireStrong } from './password-strength.ts'
import { notValid } from '../plan/plan.ts'
import { problem, ProblemError } from '../edge/problem.ts'
import type { Runtime } from '../runtime/runtime.ts'
import { codeNeeded, factorNeeded, needsFactor, offerFactor, passes, takeFactor, wrongCode } from './second-factor.ts'

export const signInShape = yup.object({
  email: yup.string().trim().lowercase().max(200).required('Email: give an address.'),
  password: yup.string().max(200).required('Password: give one.'),
  /** One of their own, in the place of one that was made for them. */
  fresh: chosenPassword.optional(),
  /** Of their second factor. */
  code: factorCode.optional(),
  /** As it was offered to one who needs a second factor and has none: the code shows that their device has it. */
  offer: yup.string().max(1000).optional(),
})

const shared = globalThis as unknown as { eudromosGuesses?: Guesses }
const guesses = (): Guesses => (shared.eudromosGuesses ??= new Guesses())

/** The cookies of the session library's answer; what else it says, the token among it, stays here. */
function cookiesOf(answer: Response): Response {
  const headers = new Headers()
  for (const cookie of answer.headers.getSetCookie()) headers.append('set-cookie', cookie)
  return new Response(null, { status: 204, headers })
}

/** Whether there is such an account is not told, nor what was wrong. */
const wrong = (): ProblemError =>
  new ProblemError(problem(401, 'wrongPassword', 'Not signed in', 'The address or the password is wrong.'))

/** Signs in with a password that is known to be right or wrong by what this gives; null where it is wrong. */
export async function tryPassword(
  body: { readonly email: string; readonly password: string },
  headers: Headers,
): Promise<Response | null> {
  const answer = await auth().api.signInEmail({ body, asResponse: true, headers })
  return answer.ok ? cookiesOf(answer) : null
}

/** Tries a password, which counts as a guess where it is wrong, and null comes of it. Throws where too much was wrong before. */
export async function guess<T>(email: string, place: string, tried: () => Promise<T | null>): Promise<T | null> {
  guesses().require(email, place)
  guesses().begin(email, place)
  const right = await tried()
  if (right !== null) guesses().right(email, place)
  return right
}

/** So long a password that was made for somebody lets them in, to choose their own. */
const madeForMs = 14 * 24 * 3_600_000

const toChoose = (): ProblemError =>
  new ProblemError(
    problem(
      403,
      'choosePassword',
      'Choose a password',
      'This password was made for you, and others have seen it. Choose one of your own to go on.',
    ),
  )

const madeTooLongAgo = (): ProblemError =>
  new ProblemError(
    problem(
      403,
      'passwordTooOld',
      'Password too old',
      'This password was made for you more than 14 days ago and is good no more. Ask a supervisor for another.',
    ),
  )

type Place = Pick<Runtime, 'database' | 'follower' | 'files' | 'log'>
type Asked = yup.InferType<typeof signInShape>

/** Tries a code, which counts as a guess of its own: that the password was right forgives no wrong code. Throws where it is wrong. */
export async function requireCode(
  { database, log }: Pick<Runtime, 'database' | 'log'>,
  person: Pick<Person, 'id' | 'email'>,
  code: string,
  from: string,
): Promise<void> {
  const right = await guess(`${person.email} code`, from, async () => (await passes(database, person.id, code)) || null)
  if (right !== null) return
  log.warn({ personId: person.id, place: from }, 'a wrong code')
  throw wrongCode()
}

/** Of one whose password was made for them: the one that they choose instead. Throws where there is none that will do. */
async function chosenInstead(place: Place, person: Person, madeAt: Date, { password, fresh }: Asked): Promise<string> {
  if (Date.now() - madeAt.getTime() > madeForMs) throw madeTooLongAgo()
  if (fresh === undefined) throw toChoose()
  if (fresh === password)
    throw notValid('samePassword', 'New password: this is the one that was made for you.', 'fresh')
  await requireStrong(place, person, fresh, 'fresh')
  return fresh
}

/** Begins the second factor of one who needs it and has none; gives the codes for when the device is lost. */
async function beginFactor({ database, follower }: Place, person: Person, { offer, code }: Asked): Promise<string[]> {
  if (offer === undefined || code === undefined)
    throw factorNeeded(offerFactor(follower.document?.centre.name ?? '', person))
  return takeFactor(database, person, { offer, code })
}

/**
 * The answer with a session's cookies, and the codes of a second factor that began. Throws where the password or the code is wrong,
 * where too much was wrong before, and where more is needed: a password of their own in the place of one that was made for them, a
 * code, a second factor. `from` is where it is asked from.
 */
export async function signIn(place: Place, asked: Asked, from: string, headers: Headers): Promise<Response> {
  const { database, follower, log } = place
  const { email, password, code } = asked
  const signer = await readSigner(database, email)
  const person = signer === null ? undefined : follower.people.get(signer.personId)
  const factor = signer === null ? null : await readFactor(database, signer.personId)
  const needed = person !== undefined && needsFactor(person.roles)
  const isPlain = signer === null || (signer.madeAt === null && factor === null && !needed)
  const right = await guess(email, from, async () =>
    isPlain ? tryPassword({ email, password }, headers) : (await verify(signer.passwordHash, password)) || null,
  )
  if (right === null) {
    log.warn({ email, place: from }, 'a wrong password')
    throw wrong()
  }
  if (right instanceof Response) return right
  if (signer === null || person === undefined) throw wrong()
  if (factor !== null && code === undefined) throw codeNeeded()
  // A code is taken once: before it is, nothing else may be missing.
  const fresh = signer.madeAt === null ? null : await chosenInstead(place, person, signer.madeAt, asked)
  if (factor !== null) await requireCode(place, person, code ?? '', from)
  const codes = needed && factor === null ? await beginFactor(place, person, asked) : null
  if (fresh !== null) await putPassword(database, person, await hash(fresh))
  const answer = await tryPassword({ email, password: fresh ?? password }, headers)
  if (answer === null) throw wrong()
  return codes === null ? answer : Response.json({ codes }, { headers: answer.headers })
}

/** Streams of the session are ended by `Sessions`. */
export async function signOut(headers: Headers): Promise<Response> {
  return cookiesOf(await auth().api.signOut({ headers, asResponse: true }))
}
