import 'server-only'
import { hash, verify } from '@node-rs/argon2'
import { betterAuth } from 'better-auth'
import { drizzleAdapter } from 'better-auth/adapters/drizzle'
import { connect, schema } from '@eudromos/database'
import { setting } from '../runtime/settings.ts'

/** Where this application is reached, by its settings. */
export const ownOrigins = (): string[] => (process.env.EUDROMOS_ORIGINS ?? setting('EUDROMOS_ORIGIN')).split(',')

/** Where the application is reached by https, a cookie that browsers keep for this very host alone, and never send without. */
export function cookiesOf(origin: string) {
  const secure = origin.startsWith('https://')
  return {
    // The name says it already, and more strictly.
    useSecureCookies: false,
    cookiePrefix: secure ? '__Host-eudromos' : 'eudromos',
    defaultCookieAttributes: { sameSite: 'strict', httpOnly: true, path: '/', secure },
  } as const
}

/** The name of the cookie by which a session is known. */
export const sessionCookie = (origin = setting('EUDROMOS_ORIGIN')): string =>
  `${cookiesOf(origin).cookiePrefix}.session_token`

const makeAuth = () =>
  betterAuth({
    database: drizzleAdapter(connect(setting('EUDROMOS_WEB_URL'), 4), { provider: 'pg', schema }),
    secret: setting('EUDROMOS_SECRET'),
    baseURL: setting('EUDROMOS_ORIGIN'),
    trustedOrigins: ownOrigins(),
    telemetry: { enabled: false },
    emailAndPassword: {
      enabled: true,
      disableSignUp: true,
      minPasswordLength: 10,
      password: {
        hash: (password) => hash(password),
        verify: ({ hash: stored, password }) => verify(stored, password),
      },
    },
    session: { expiresIn: 12 * 3600, updateAge: 3600 },
    // Nothing of it answers requests: what of it is used is called, and tries are counted, in signing-in.ts.
    rateLimit: { enabled: false },
    advanced: cookiesOf(setting('EUDROMOS_ORIGIN')),
  })

const shared = globalThis as unknown as { eudromosAuth?: ReturnType<typeof makeAuth> }

/** The session library, made at first use: its settings come from the environment of the running process. */
export const auth = (): ReturnType<typeof makeAuth> => (shared.eudromosAuth ??= makeAuth())
