import 'server-only'
import { createCipheriv, createDecipheriv, createHmac, hkdfSync, randomBytes } from 'node:crypto'
import { Secret, TOTP } from 'otpauth'
import { roles, type Role, type PersonId } from '@eudromos/core/plan'
import { putFactor, readFactor, spendCode, spendStep, type Database } from '@eudromos/database'
import type { FactorOffer, OwnFactor } from '../../view/second-factor.ts'
import { problem, ProblemError } from '../edge/problem.ts'
import { notValid } from '../plan/plan.ts'
import type { Runtime } from '../runtime/runtime.ts'
import { setting } from '../runtime/settings.ts'

// Codes by time (RFC 6238), which authenticator apps show: what somebody has, beside the password that they know.

const stepMs = 30_000
const offerLastsMs = 15 * 60_000
const codesGiven = 8
/** A device may be so many steps early or late. */
const steps = 1

interface Named {
  readonly id: PersonId
  readonly email: string
}

const key = (): Buffer => Buffer.from(hkdfSync('sha256', setting('EUDROMOS_SECRET'), '', 'second factor', 32))

function sealed(text: string): string {
  const iv = randomBytes(12)
  const cipher = createCipheriv('aes-256-gcm', key(), iv)
  const body = Buffer.concat([cipher.update(text, 'utf8'), cipher.final()])
  return Buffer.concat([iv, cipher.getAuthTag(), body]).toString('base64url')
}

/** Null where it was not sealed here. */
function opened(text: string): string | null {
  const bytes = Buffer.from(text, 'base64url')
  if (bytes.length < 29) return null
  const decipher = createDecipheriv('aes-256-gcm', key(), bytes.subarray(0, 12))
  decipher.setAuthTag(bytes.subarray(12, 28))
  try {
    return decipher.update(bytes.subarray(28), undefined, 'utf8') + decipher.final('utf8')
  } catch {
    return null
  }
}

const totpOf = (secret: Secret, issuer: string, label: string): TOTP => new TOTP({ issuer, label, secret })

/** The step of time of which this is the code; null: of none that counts. */
function stepOf(secret: Secret, code: string, now: number): number | null {
  if (!/^\d{6}$/.test(code)) return null
  const delta = new TOTP({ secret }).validate({ token: code, timestamp: now, window: steps })
  return delta === null ? null : Math.floor(now / stepMs) + delta
}

/** By a key that is not in the database, and whose code it is: nobody finds one out from its hash. */
const hashOf = (personId: PersonId, code: string): string =>
  createHmac('sha256', key()).update(`${personId} ${code}`).digest('base64url')
const newCode = (): string => new Secret({ size: 7 }).base32.slice(0, 10)

/** By whose roles one is needed: what the setting says, else whoever may change the plan, but not where the demo is. */
export function needsFactor(of: readonly Role[]): boolean {
  const demo = (process.env.EUDROMOS_DEMO_PASSWORD ?? '') !== ''
  const said = process.env.EUDROMOS_SECOND_FACTOR ?? (demo ? '' : 'administrator,supervisor')
  const needed = said.split(',').map((role) => role.trim())
  return of.some((role) => roles.includes(role) && needed.includes(role))
}

/** A secret for them, which is theirs once they show that their device has it. */
export function offerFactor(centreName: string, { id, email }: Named, now = Date.now()): FactorOffer {
  const secret = new Secret({ size: 20 })
  return {
    offer: sealed(JSON.stringify([id, now + offerLastsMs, secret.base32])),
    secret: secret.base32.replaceAll(/(.{4})(?=.)/g, '$1 '),
    uri: totpOf(secret, centreName, email).toString(),
  }
}

/** Makes the offered secret theirs; gives the codes for when the device is lost. Throws where the code is wrong, or the offer is old. */
export async function takeFactor(
  database: Database,
  { id }: Pick<Named, 'id'>,
  { offer, code }: { readonly offer: string; readonly code: string },
  now = Date.now(),
): Promise<string[]> {
  const [personId, until = 0, secret = ''] = JSON.parse(opened(offer) ?? '[]') as [string?, number?, string?]
  if (personId !== id || now > until) throw notValid('offerTooOld', 'Code: this took too long. Begin anew.', 'code')
  const step = stepOf(Secret.fromBase32(secret), code, now)
  if (step === null)
    throw notValid('wrongCode', 'Code: this is not what the app should show. Is the clock of the device right?', 'code')
  const codes = Array.from({ length: codesGiven }, newCode)
  await putFactor(database, {
    userId: id,
    secret: sealed(secret),
    usedStep: step,
    codes: codes.map((one) => hashOf(id, one)),
  })
  return codes
}

/** Whether the code is one of theirs; it is used up by that. */
export async function passes(database: Database, personId: PersonId, code: string, now = Date.now()): Promise<boolean> {
  const factor = await readFactor(database, personId)
  const secret = factor === null ? null : opened(factor.secret)
  if (secret === null) return false
  const step = stepOf(Secret.fromBase32(secret), code, now)
  return step === null ? spendCode(database, personId, hashOf(personId, code)) : spendStep(database, personId, step)
}

export async function readOwnFactor(
  { database, clock }: Pick<Runtime, 'database' | 'clock'>,
  { id, roles: own }: { readonly id: PersonId; readonly roles: readonly Role[] },
): Promise<OwnFactor> {
  const factor = await readFactor(database, id)
  return {
    since: factor === null ? null : factor.since.getTime() + clock.now() - Date.now(),
    codesLeft: factor?.codes.length ?? 0,
    required: needsFactor(own),
  }
}

export const codeNeeded = (): ProblemError =>
  new ProblemError(problem(403, 'codeNeeded', 'A code is needed', 'Give the code that your authenticator app shows.'))

export const wrongCode = (): ProblemError =>
  notValid('wrongCode', 'Code: this is wrong, or was used before. Wait for the next that the app shows.', 'code')

/** Whose role has a second factor and who has none begins one: with what is offered here. */
export const factorNeeded = ({ offer, secret, uri }: FactorOffer): ProblemError =>
  new ProblemError(
    problem(
      403,
      'factorNeeded',
      'A second factor is needed',
      'Whoever may change the plan signs in with an authenticator app as well. Set yours up to go on.',
      { params: { offer, secret, uri } },
    ),
  )
