// The router process. Its environment: EUDROMOS_ROUTER_URL, the database as its role reaches it; EUDROMOS_NAME.
import { pino } from 'pino'
import { Router } from './router.ts'

const url = process.env.EUDROMOS_ROUTER_URL
if (url === undefined) {
  process.stderr.write('EUDROMOS_ROUTER_URL is not set: it says where the database is.\n')
  process.exit(2)
}
const name = process.env.EUDROMOS_NAME ?? `router-${process.pid}`
const log = pino({ name, level: process.env.EUDROMOS_LOG ?? 'info' })
const router = new Router({ url, name, log })
router.start()

for (const signal of ['SIGTERM', 'SIGINT'] as const)
  process.once(signal, () => {
    void router.stop().then(() => process.exit(0))
  })
