// The command line: traffic, back-up and restore of a demo, opening hours. Bad input ends with code 2 and problem details (RFC 9457).
import { readFileSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { parseArgs } from 'node:util'
import { projectionNames, type ProjectionName } from '@eudromos/core/records'
import { backup, ClusterError, restore } from '../database/cluster/index.ts'
import { CentreClock, connect, connectAlone, readDraft, rebuild, type Rebuilt } from '../database/index.ts'
import { closedSpans, readCalendarFile } from './commands/holidays.ts'
import { answerHours } from './commands/hours.ts'
import { checkCarrier } from './commands/carrier.ts'
import { checkFile, importPlan, isFault } from './commands/plan.ts'
import { route } from './commands/route.ts'
import { BadInput, problemOf } from './commands/problem.ts'
import { homeFolder, placeIn, type Place } from './place.ts'

const usage = `Usage: npm run -s eudromos -- COMMAND
  traffic start [--rate CHATS_A_MINUTE] [--agents N] [--handle SECONDS] [--seed N] [--queue ID …]
                [--mood even|quiet|rush|storm]  with figures of its own where none are given
  traffic stop
  traffic status
  journal check        compares what is derived from the journal (records, messages) with what follows from it; ends with
                       code 1 where something differs
  journal rebuild      replaces what differs; routing waits for as long as it takes
  backup FILE          writes the whole database to FILE, while it works or stands still
  hours                answers questions about opening hours, JSON in and out (docs/formats/hours.schema.json)
  holidays FILE.ics --from DATE --to DATE [--zone ZONE]
                       prints what an iCalendar file closes, as opening hours take it
  plan export          prints the plan as it is being edited (docs/formats/plan.schema.json)
  plan check PLAN.json prints what is wrong with a plan; ends with code 1 where it could not be published
  plan import PLAN.json [--publish]
                       prints what the plan would change here and all that is wrong with it; with --publish it is
                       published where it has no fault (otherwise ends with code 1)
  route PLAN.json EVENTS.ndjson [--grounds]
                       plays timed commands through a plan and prints the journal, a line each
                       (docs/formats/events.schema.json)
  carrier check URL --key KEY --listen PORT --number OURS --to THEIRS --nobody NUMBER [--mailbox OURS --mail-to THEIRS]
                       tries the contract of docs/formats/gateway.yaml on a carrier that takes 127.0.0.1:PORT for the
                       centre: a text and calls go to THEIRS, a call to NUMBER,
                       which is nobody's, an email from mailbox to mailbox; ends with code 1 where something is not kept
  restore FILE         puts a back-up in its place; the demo must be stopped
Each takes --variant demo|empty|large|demo-now (which demo; demo if not given).`

function number(text: string | undefined, name: string): number | undefined {
  if (text === undefined) return undefined
  const value = Number(text)
  if (text.trim() === '' || !Number.isFinite(value)) throw new BadInput(`--${name}: “${text}” is not a number.`)
  return value
}

async function traffic({ ports, secrets }: Place, method: string, body?: object): Promise<void> {
  const answer = await fetch(`http://127.0.0.1:${ports.outside}/traffic`, {
    method,
    headers: { authorization: `Bearer ${secrets.outside}`, 'content-type': 'application/json' },
    body: body === undefined ? undefined : JSON.stringify(body),
  }).catch(() => {
    throw new BadInput('The simulated services are not running. Start the demo first: npm run demo')
  })
  const text = await answer.text()
  if (!answer.ok) throw new BadInput((JSON.parse(text) as { detail: string }).detail)
  process.stdout.write(`${JSON.stringify(JSON.parse(text), null, 2)}\n`)
}

async function exportPlan({ ownerUrl }: Place): Promise<void> {
  const database = connect(ownerUrl, 1)
  try {
    const draft = await readDraft(database)
    if (draft === null) throw new BadInput('The centre is not set up yet: there is no plan.')
    said(JSON.stringify(draft.document, null, 2))
  } finally {
    await database.$client.end()
  }
}

async function takePlan({ ownerUrl }: Place, text: string, publish: boolean): Promise<void> {
  const database = connect(ownerUrl, 1)
  try {
    const at = (await CentreClock.read(database.$client)).now()
    const taken = await importPlan(database, text, { publish, at })
    said(JSON.stringify(taken, null, 2))
    if (taken.findings.some(isFault)) process.exitCode = 1
  } finally {
    await database.$client.end()
  }
}

async function deriveAnew({ ownerUrl }: Place, onlyCheck: boolean): Promise<void> {
  const client = await connectAlone(ownerUrl)
  try {
    const told: Partial<Record<ProjectionName, Rebuilt>> = {}
    for (const name of projectionNames) told[name] = await rebuild(client, name, onlyCheck)
    said(JSON.stringify(told, null, 2))
    if (onlyCheck && Object.values(told).some(({ differed }) => differed > 0)) process.exitCode = 1
  } finally {
    await client.end()
  }
}

function textOf(file: string): string {
  try {
    return readFileSync(file, 'utf8')
  } catch {
    throw new BadInput(`The file “${file}” cannot be read.`)
  }
}

/** Runs `work` with the database up: as it is, or started for the while. */
async function withCluster(place: Place, work: () => Promise<void>): Promise<void> {
  const runs = place.cluster.running()
  if (!runs) await place.cluster.start()
  try {
    await work()
  } finally {
    if (!runs) await place.cluster.stop()
  }
}

/** Of many lines so much is written at once: a write for each would take longer than what it tells. */
const partLength = 65_536

async function main(): Promise<void> {
  const text = { type: 'string' } as const
  const { values, positionals } = parseArgs({
    allowPositionals: true,
    options: {
      variant: text,
      from: text,
      to: text,
      zone: text,
      rate: text,
      agents: text,
      handle: text,
      seed: text,
      mood: text,
      queue: { ...text, multiple: true },
      grounds: { type: 'boolean' },
      publish: { type: 'boolean' },
      key: text,
      listen: text,
      number: text,
      nobody: text,
      mailbox: text,
      'mail-to': text,
    },
  })
  const [command, what, which] = positionals
  if (command === 'hours') return said(JSON.stringify(answerHours(readFileSync(0, 'utf8')), null, 2))
  if (command === 'holidays' && what !== undefined)
    return said(JSON.stringify(closedSpans(readCalendarFile(what), values), null, 2))
  if (command === 'route' && what !== undefined && which !== undefined) {
    let lines = ''
    for (const line of route(textOf(what), textOf(which), values.grounds === true)) {
      lines += lines === '' ? JSON.stringify(line) : `\n${JSON.stringify(line)}`
      if (lines.length < partLength) continue
      said(lines)
      lines = ''
    }
    if (lines !== '') said(lines)
    return
  }
  if (command === 'plan' && what === 'check' && which !== undefined) {
    const found = checkFile(textOf(which), Date.now())
    said(JSON.stringify(found, null, 2))
    if (found.some(isFault)) process.exitCode = 1
    return
  }
  if (command === 'carrier' && what === 'check' && which !== undefined) {
    const missing = (['key', 'listen', 'number', 'to', 'nobody'] as const).filter((name) => values[name] === undefined)
    if (missing.length > 0) throw new BadInput(`Give ${missing.map((name) => `--${name}`).join(', ')}.\n${usage}`)
    const { key = '', number: from = '', to = '', nobody = '' } = values
    const listen = number(values.listen, 'listen') ?? 0
    const { mailbox, 'mail-to': mailTo } = values
    if ((mailbox === undefined) !== (mailTo === undefined))
      throw new BadInput('Give --mailbox and --mail-to, or neither.')
    const mail = mailbox === undefined || mailTo === undefined ? null : { from: mailbox, to: mailTo }
    const checks = await checkCarrier({ url: which.replace(/\/$/, ''), key, listen, from, to, nobody, mail })
    said(JSON.stringify(checks, null, 2))
    if (checks.some(({ ok }) => !ok)) process.exitCode = 1
    return
  }
  const place = placeIn(join(homeFolder(), values.variant ?? 'demo'))
  if (command === 'traffic' && what === 'start')
    return traffic(place, 'PUT', {
      chatsPerMinute: number(values.rate, 'rate'),
      agents: number(values.agents, 'agents'),
      handleSeconds: number(values.handle, 'handle'),
      seed: number(values.seed, 'seed'),
      queueIds: values.queue ?? [],
      mood: values.mood,
    })
  if (command === 'traffic' && what === 'stop') return traffic(place, 'DELETE')
  if (command === 'traffic' && what === 'status') return traffic(place, 'GET')
  if (command === 'plan' && what === 'export') return withCluster(place, () => exportPlan(place))
  if (command === 'plan' && what === 'import' && which !== undefined) {
    const text = textOf(which)
    return withCluster(place, () => takePlan(place, text, values.publish === true))
  }
  if (command === 'journal' && (what === 'check' || what === 'rebuild'))
    return withCluster(place, () => deriveAnew(place, what === 'check'))
  if (command === 'backup' && what !== undefined)
    return withCluster(place, () => backup(place.ownerUrl, resolve(what))).then(() =>
      said(`Written to ${resolve(what)}.`),
    )
  if (command === 'restore' && what !== undefined)
    return withCluster(place, () => restore(place.ownerUrl, resolve(what))).then(() =>
      said(`Restored from ${resolve(what)}.`),
    )
  throw new BadInput(
    `${command === undefined ? 'Name a command.' : `There is no command “${positionals.join(' ')}”.`}\n${usage}`,
  )
}

const said = (text: string): void => void process.stdout.write(`${text}\n`)

main().catch((error: unknown) => {
  const bad = error instanceof BadInput || error instanceof ClusterError || error instanceof TypeError
  const problem = problemOf(error, bad)
  // Ending at once would cut what a slow reader has not taken yet.
  process.exitCode = 2
  process.stdout.write(`${JSON.stringify(problem, null, 2)}\n`)
})
