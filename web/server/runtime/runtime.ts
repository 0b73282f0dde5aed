import type { ProcessId } from '@eudromos/core/plan'
import 'server-only'
import { randomUUID } from 'node:crypto'
import { pino, type Logger } from 'pino'
import { CentreClock, connect, removeWebProcess, renewWebProcess, whenThere, type Database } from '@eudromos/database'
import { Attending } from './attending.ts'
import { CentreViews } from '../live/centre-views.ts'
import { Pieces } from '../live/pieces.ts'
import { Connections } from './connections.ts'
import { CustomerStreams } from '../gateway/customer-streams.ts'
import { Follower } from './follower.ts'
import { Sender } from './sender.ts'
import { Stock } from '../gateway/stock.ts'
import { knownSessions, type KnownSessions } from '../signing-in/known-sessions.ts'
import { Sessions } from '../signing-in/sessions.ts'
import { setting } from './settings.ts'
import { Past } from './past.ts'
import { Thread } from './thread.ts'

/** What one web process has at work: made once, however many bundles of routes there are. */
export interface Runtime {
  readonly processId: ProcessId
  readonly database: Database
  readonly clock: CentreClock
  readonly follower: Follower
  readonly sender: Sender
  readonly connections: Connections
  readonly attending: Attending
  readonly sessions: Sessions
  readonly knownSessions: KnownSessions
  readonly customerStreams: CustomerStreams
  readonly pieces: Pieces
  readonly centreViews: CentreViews
  readonly past: Past
  /** Reads large files. */
  readonly files: Thread
  /** Works out what is published. */
  readonly publisher: Thread
  readonly stock: Pick<Stock, 'numbers'>
  readonly log: Logger
  close(): Promise<void>
}

const lastWordsMs = 200

const shared = globalThis as unknown as { eudromosRuntime?: Promise<Runtime> }

export function runtime(): Promise<Runtime> {
  shared.eudromosRuntime ??= begin().catch((error: unknown) => {
    delete shared.eudromosRuntime
    throw error
  })
  return shared.eudromosRuntime
}

async function begin(): Promise<Runtime> {
  const url = setting('EUDROMOS_WEB_URL')
  const log = pino({ name: 'web', level: process.env.EUDROMOS_LOG ?? 'info' })
  const database = connect(url, 16)
  // While modules are loaded a connection may time out, and who starts after a failure of all may be there before the database.
  const clock = await whenThere(
    () => CentreClock.read(database.$client),
    (error) => log.warn({ err: error }, 'the database is not there yet'),
  )
  const processId = randomUUID() as string as ProcessId
  const lookups: Database = connect(url, 6, { byKeyOnly: true })
  const sender = new Sender(
    lookups,
    log,
    (one) => follower.expect(one),
    (one) => follower.unsay(one),
  )
  // What cannot follow shows what was: its streams end, and the process, to be started anew.
  const giveUp = (): void => {
    connections.closeAll()
    setTimeout(() => process.exit(1), lastWordsMs)
  }
  const follower: Follower = new Follower(database, lookups, url, clock, log, (news) => sender.heard(news), giveUp)
  const connections: Connections = new Connections(processId, sender, follower)
  await sender.start()
  await follower.start()
  const pieces = new Pieces(follower)
  // From now on people may come back to it: what waited for a web process goes on.
  await renewWebProcess(database.$client, processId)
  const lease = setInterval(() => {
    renewWebProcess(database.$client, processId).catch(() => undefined)
  }, 1000)
  const attending = new Attending(processId, sender, follower, log)
  const sessions = new Sessions(lookups)
  const known = knownSessions()
  follower.watch({ session: (sessionId) => known.forget(sessionId) })
  const [forPast, forFiles, publisher] = [new Thread(url), new Thread(url), new Thread(url)]
  const past = new Past(forPast)
  const stock = new Stock({ url: setting('EUDROMOS_OUTSIDE_URL'), key: setting('EUDROMOS_OUTSIDE_KEY') })
  return {
    processId,
    database,
    clock,
    follower,
    sender,
    connections,
    attending,
    sessions,
    knownSessions: known,
    customerStreams: new CustomerStreams(),
    pieces,
    centreViews: new CentreViews({ follower, clock, pieces }),
    past,
    files: forFiles,
    publisher,
    stock,
    log,
    close: async () => {
      clearInterval(lease)
      connections.closeAll()
      sessions.close()
      forPast.end()
      forFiles.end()
      publisher.end()
      sender.close()
      await follower.close()
      await lookups.$client.end()
      await removeWebProcess(database.$client, processId).catch(() => undefined)
    },
  }
}
