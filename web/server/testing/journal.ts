// A journal for tests of what follows one: commands are decided and committed as by a router. Imports database and core.
import { pino } from 'pino'
import { run, State, type Command, type CommandBodies, type CommandType } from '@eudromos/core/routing'
import {
  CentreClock,
  commitBatch,
  connect,
  connectAlone,
  makePartitions,
  takeLead,
  type Connection,
  type Database,
  type JournalRow,
  type News,
} from '@eudromos/database'
import { insertContent, testDatabase, type TestDatabase } from '../../../database/testing/index.ts'
import { Follower } from '../runtime/follower.ts'

const log = pino({ level: 'silent' })

interface Following {
  readonly hinted?: (news: News | null) => void
  readonly stopped?: (why: string) => void
}

export class TestJournal {
  readonly state = new State()
  seq = 0
  private readonly followers: Follower[] = []

  private constructor(
    readonly place: TestDatabase,
    readonly web: Database,
    readonly router: Connection,
    private readonly epoch: number,
  ) {}

  static async begin(): Promise<TestJournal> {
    const place = await testDatabase()
    const router = await connectAlone(place.routerUrl)
    const epoch = (await takeLead(router, 'r', false))?.epoch ?? 0
    await makePartitions(router, ['1970-01-01'])
    return new TestJournal(place, connect(place.webUrl), router, epoch)
  }

  async end(): Promise<void> {
    await Promise.all(this.followers.map((one) => one.close()))
    await this.web.$client.end()
    await this.router.end()
    await this.place.drop()
  }

  /** Decides a command and commits what follows, as a router does; a refusal is a fault of the test. */
  async commit<T extends CommandType>(type: T, body: CommandBodies[T]): Promise<void> {
    const actor = { kind: 'system', id: 'test' }
    const command = { id: `${this.seq}`, type, v: 1, actor, onBehalfOf: null, reason: null, correlation: null, body }
    const { events, refusal } = run(this.state, command as unknown as Command, 1000 + this.seq)
    if (refusal !== null) throw new Error(`${type}: ${JSON.stringify(refusal)}`)
    const cause = { inboxId: null, actor: null, onBehalfOf: null, reason: null }
    const rows = events.map((event): JournalRow => ({ ...cause, seq: (this.seq += 1), event }))
    const messages = events.flatMap((event) => (event.type === 'messageSent' ? [event] : []))
    await commitBatch(this.router, { epoch: this.epoch, rows, answers: [], messages })
  }

  /** Work of the owner, who may do anything. */
  async owner<T>(work: (owner: Connection) => Promise<T>): Promise<T> {
    const client = await connectAlone(this.place.ownerUrl)
    return work(client).finally(() => client.end())
  }

  words(id: string, interactionId: string, body: string): Promise<void> {
    return insertContent(this.web, { id, interactionId, kind: 'message', body })
  }

  async follow({ hinted = () => undefined, stopped = () => undefined }: Following): Promise<Follower> {
    const clock = await CentreClock.read(this.web.$client)
    const follower = new Follower(this.web, this.web, this.place.webUrl, clock, log, hinted, stopped)
    this.followers.push(follower)
    await follower.start()
    return follower
  }

  /** Every query of the web waits for `before` first, until what this gives is called. */
  slowly(before: () => Promise<void>): () => void {
    const client = this.web.$client
    const query = client.query.bind(client)
    const slow = async (...asked: Parameters<typeof query>): Promise<unknown> => {
      await before()
      return query(...asked)
    }
    Object.assign(client, { query: slow })
    return () => Object.assign(client, { query })
  }

  async until(look: () => boolean): Promise<void> {
    for (const end = Date.now() + 5000; Date.now() < end && !look();) await new Promise((done) => setTimeout(done, 2))
    if (!look()) throw new Error('it did not come about in five seconds')
  }
}
