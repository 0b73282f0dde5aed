// The process of jobs. Its environment: EUDROMOS_JOBS_URL, the database as its role reaches it; EUDROMOS_OUTSIDE_URL and
// EUDROMOS_OUTSIDE_KEY, the carrier; EUDROMOS_SECRET, by which customers' devices are known.
import { pino } from 'pino'
import { HttpCarrier } from './carrier.ts'
import { Jobs } from './jobs.ts'
import { tokenOf } from './tokens.ts'

const setting = (name: string, what: string): string => {
  const value = process.env[name]
  if (value !== undefined && value !== '') return value
  process.stderr.write(`${name} is not set: it says ${what}.\n`)
  process.exit(2)
}

const url = setting('EUDROMOS_JOBS_URL', 'where the database is')
const secret = setting('EUDROMOS_SECRET', 'by what customers’ devices are known')
const carrier = new HttpCarrier({
  url: setting('EUDROMOS_OUTSIDE_URL', 'where the carrier is'),
  key: setting('EUDROMOS_OUTSIDE_KEY', 'with what key the carrier is asked'),
})
const log = pino({ name: process.env.EUDROMOS_NAME ?? 'jobs', level: process.env.EUDROMOS_LOG ?? 'info' })
const jobs = await Jobs.start({ url, carrier, tokenOf: (interactionId) => tokenOf(secret, interactionId), log })
log.info('at work')

for (const signal of ['SIGTERM', 'SIGINT'] as const)
  process.once(signal, () => {
    void jobs.stop().then(() => process.exit(0))
  })
