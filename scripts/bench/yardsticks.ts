// What the machine itself gives: the measures beside which ours stand.
import { connectAlone } from '../../database/index.ts'

export interface Spread {
  readonly p50: number
  readonly p99: number
}

/** Milliseconds, two places. */
export function spread(values: readonly number[]): Spread {
  const sorted = [...values].sort((a, b) => a - b)
  const at = (share: number): number =>
    Number((sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? NaN).toFixed(2))
  return { p50: at(0.5), p99: at(0.99) }
}

/** Single-row commits a second on one connection, fsync on. */
export async function singleRowCommits(url: string, seconds: number): Promise<number> {
  const client = await connectAlone(url)
  await client.query('create table if not exists yardstick (id bigserial primary key, body text)')
  let count = 0
  const from = performance.now()
  while (performance.now() - from < seconds * 1000) {
    await client.query({ name: 'yardstick', text: 'insert into yardstick (body) values ($1)', values: ['one row'] })
    count += 1
  }
  const perSecond = count / ((performance.now() - from) / 1000)
  await client.query('drop table yardstick')
  await client.end()
  return Math.round(perSecond)
}

/** Milliseconds from sending one NOTIFY on a connection to hearing it on another. */
export async function notifyRoundTrip(url: string, times: number): Promise<Spread> {
  const [teller, hearer] = [await connectAlone(url), await connectAlone(url)]
  let heard: () => void = () => undefined
  hearer.on('notification', () => heard())
  await hearer.query('listen yardstick')
  const took: number[] = []
  for (let n = 0; n < times; n += 1) {
    const from = performance.now()
    const arrival = new Promise<void>((resolve) => (heard = resolve))
    await teller.query(`select pg_notify('yardstick', '')`)
    await arrival
    took.push(performance.now() - from)
  }
  await teller.end()
  await hearer.end()
  return spread(took)
}
