import 'server-only'
import { newId } from '../../view/new-id.ts'
import { ValidationError } from 'yup'
import type { ReadCard } from '@eudromos/core/exchange'
import { customerNeeds, type CustomerNeed } from '@eudromos/core/plan'
import { e164, isMailbox, mailbox } from '@eudromos/core/numbers'
import { matchCustomers, putCustomers, type KnownCustomer } from '@eudromos/database'
import { customerFile as t } from '../../messages/customers.ts'
import * as yup from '../../view/yup.ts'
import type { Count } from '../../view/counted.ts'
import { headerOf, parts, type Reading, type RowChange, type RowFault } from '../../view/reading.ts'
import type { CustomerFormat } from './customer-list.ts'
import { customerShape } from './customers.ts'
import type { Runtime } from '../runtime/runtime.ts'
import { inTurns } from '../runtime/turns.ts'

export const mostFileBytes = 5 * 1024 * 1024
const mostRows = 10_000

/** What one row or card says; what it does not say stays as it is. */
interface Said {
  /** The row, or the line on which the card begins, from 1. */
  readonly row: number
  readonly id: string
  /** Numbers and addresses of email, as they are written. */
  readonly addresses: readonly string[]
  readonly known: Partial<Omit<KnownCustomer, 'id' | 'addresses'>>
}

type Tell = (row: number, text: string) => void
type Fields = readonly { readonly id: string; readonly name: string }[]

const columns = [
  'id',
  'name',
  'numbers',
  'emails',
  'zone',
  'tags',
  'language',
  'needs',
  'notes',
  'doNotContact',
  'agreedAt',
] as const
/** Written beside them, and read from nowhere. */
const told = ['conversations', 'lastAt']

/** Without what sets a formula off for spreadsheets. */
const bare = (cell: string): string => cell.replace(/^'(?=[=+\-@\t\r])/, '').trim()
/** Numbers are written with spaces within, and set apart by spaces, commas or semicolons: each begins with a plus. */
const numbersIn = (cell: string): string[] =>
  bare(cell)
    .split(/[,;]|\s(?=\+)/)
    .map((part) => part.trim())
    .filter((part) => part !== '')

const mailboxesIn = (cell: string): string[] =>
  bare(cell)
    .split(/[,;\s]+/)
    .filter((part) => part !== '')

const needsOf = (row: number, named: readonly string[], tell: Tell): CustomerNeed[] =>
  named.flatMap((need) => {
    const known = customerNeeds.find((one) => one.toLowerCase() === need.toLowerCase())
    if (known === undefined) tell(row, t.noNeed(need))
    return known ?? []
  })

async function rowsOf([header = [], ...rows]: readonly string[][], fields: Fields, tell: Tell): Promise<Said[]> {
  const own = new Map(fields.map(({ id, name }) => [name, id]))
  const named = headerOf(header, [...columns, ...told, ...own.keys()], (cell) => tell(1, t.unknownColumn(cell)))
  if (!named.includes('id') && !named.includes('name') && !named.includes('numbers')) {
    tell(1, t.noColumn)
    return []
  }
  const said = await inTurns(rows, (cells, n): Said | null => {
    if (cells.every((cell) => cell.trim() === '')) return null
    const row = n + 2
    const cellOf = (column: string): string | null => {
      const at = named.indexOf(column)
      return at < 0 || cells[at] === undefined ? null : bare(cells[at])
    }
    const part = <T>(column: string, read: (cell: string) => T): T | undefined => {
      const cell = cellOf(column)
      return cell === null ? undefined : read(cell)
    }
    const yes = part('doNotContact', (cell) => {
      if (!['', 'true', 'false'].includes(cell.toLowerCase())) tell(row, t.noChoice('doNotContact', cell))
      return cell.toLowerCase() === 'true'
    })
    const agreedAt = part('agreedAt', (cell) => {
      if (cell !== '' && !yup.instant().isValidSync(Date.parse(cell))) tell(row, t.noTime(cell))
      return cell === '' ? null : Date.parse(cell)
    })
    const needs = part('needs', (cell) => needsOf(row, parts(cell), tell))
    const ownFields = [...own].flatMap(([name, id]) => {
      const cell = cellOf(name)
      return cell === null ? [] : [[id, cell] as const]
    })
    const known = {
      name: part('name', (cell) => cell),
      zone: part('zone', (cell) => cell || null),
      tags: part('tags', parts),
      language: part('language', (cell) => cell || null),
      needs,
      notes: part('notes', (cell) => cell),
      doNotContact: yes,
      consentAt: agreedAt,
      fields: ownFields.length === 0 ? undefined : Object.fromEntries(ownFields),
    }
    const addresses = [...numbersIn(cellOf('numbers') ?? ''), ...mailboxesIn(cellOf('emails') ?? '')]
    return { row, id: cellOf('id') ?? '', addresses, known: given(known) }
  })
  return said.filter((one) => one !== null)
}

/** Without what is not said. */
const given = <T extends object>(all: T): { [K in keyof T]?: Exclude<T[K], undefined> } =>
  Object.fromEntries(Object.entries(all).filter(([, value]) => value !== undefined)) as {
    [K in keyof T]?: Exclude<T[K], undefined>
  }

const cardsOf = (cards: readonly ReadCard[], tell: Tell): Promise<Said[]> =>
  inTurns(cards, (card) => ({
    row: card.line,
    id: card.id,
    addresses: [...card.telephones, ...card.emails],
    known: given({
      name: card.name || undefined,
      zone: card.zone ?? undefined,
      language: card.language ?? undefined,
      tags: card.categories.length === 0 ? undefined : [...card.categories],
      needs: card.needs.length === 0 ? undefined : needsOf(card.line, card.needs, tell),
      notes: card.notes || undefined,
    }),
  }))

/** What a file says, read in a thread of its own: a large one would hold up the seats. */
async function saidIn(
  { files, follower }: Runtime,
  bytes: Uint8Array,
  format: CustomerFormat,
  tell: Tell,
): Promise<Said[]> {
  if (format === 'vcf') {
    const read = await files.ask('cards', bytes)
    if ('cards' in read) return cardsOf(read.cards, tell)
    tell(read.line, t.notACard(read.reason))
    return []
  }
  const read = await files.ask('csvRows', bytes)
  if ('rows' in read) return rowsOf(read.rows, follower.document?.centre.customerFields ?? [], tell)
  tell(1, read.tooLarge === 'columns' ? t.tooWide : t.tooMany(mostRows))
  return []
}

/** How each part is shown where it changes. */
function cellsOf(one: Omit<KnownCustomer, 'id'>, fields: Fields): Record<string, string> {
  return {
    name: one.name,
    numbers: one.addresses.filter((each) => !isMailbox(each)).join(' '),
    emails: one.addresses.filter(isMailbox).join(' '),
    zone: one.zone ?? '',
    tags: one.tags.join('; '),
    language: one.language ?? '',
    needs: one.needs.join('; '),
    notes: one.notes,
    doNotContact: String(one.doNotContact),
    agreedAt: one.consentAt === null ? '' : new Date(one.consentAt).toISOString(),
    ...Object.fromEntries(fields.map(({ id, name }) => [name, one.fields[id] ?? ''])),
  }
}

const fresh: Omit<KnownCustomer, 'id'> = {
  name: '',
  addresses: [],
  zone: null,
  notes: '',
  tags: [],
  language: null,
  needs: [],
  fields: {},
  doNotContact: false,
  consentAt: null,
}

/** What is wrong with a customer as a file would have them. */
function faultsOf({ consentAt, ...one }: KnownCustomer): string[] {
  try {
    customerShape.validateSync({ ...one, consent: consentAt !== null }, { abortEarly: false, stripUnknown: true })
    return []
  } catch (error) {
    if (error instanceof ValidationError) return [...new Set(error.errors)]
    throw error
  }
}

/** So much of a reading is shown before it is taken in. */
export interface CustomerReading extends Pick<
  Reading<{ readonly id: string; readonly name: string }>,
  'changes' | 'faults' | 'same'
> {
  readonly fresh: number
  readonly changed: number
  readonly moreFaults: number
}

const mostShown = 100

/**
 * Reads customers of a CSV file under the header that is written, or of vCards. Customers are known by their id, else by a number
 * or an address that is theirs alone; others are new. Numbers and addresses are added, none taken away; a row with a fault changes nothing. With `take` what
 * was read is kept. What is counted are the rows that were looked at, and then those that were kept.
 */
export async function readCustomerFile(
  runtime: Runtime,
  bytes: Uint8Array,
  format: CustomerFormat,
  take: boolean,
  count: Count = () => undefined,
): Promise<CustomerReading> {
  const { database, follower } = runtime
  const faults: RowFault[] = []
  const bad = new Set<number>()
  const tell: Tell = (row, fault) => {
    bad.add(row)
    faults.push({ row, text: fault })
  }
  const fields = follower.document?.centre.customerFields ?? []
  const all = await saidIn(runtime, bytes, format, tell)
  if (all.length > mostRows) tell(1, t.tooMany(mostRows))
  const said = await inTurns(all.slice(0, mostRows), (one) => {
    const addresses = one.addresses.flatMap((each) => {
      const known = isMailbox(each) ? mailbox(each) : e164(each)
      if (known === null) tell(one.row, isMailbox(each) ? t.noMailbox(each) : t.noNumber(each))
      return known ?? []
    })
    return { ...one, addresses: [...new Set(addresses)] }
  })
  const { customers, byId, byAddress } = await matchCustomers(
    database,
    said.map(({ id }) => id),
    said.flatMap(({ addresses }) => addresses),
  )
  const changes: RowChange<KnownCustomer>[] = []
  const met = new Set<string>()
  let same = 0
  await inTurns(
    said,
    ({ row, id, addresses, known }) => {
      const owners = [...new Set(addresses.flatMap((each) => byAddress.get(each) ?? []))]
      const rootId = byId.get(id) ?? (owners.length === 1 ? owners[0] : undefined)
      if (rootId === undefined && owners.length > 1) tell(row, t.several(addresses.join(', ')))
      if (rootId !== undefined && met.has(rootId)) tell(row, t.twice(customers.get(rootId)?.name ?? ''))
      const before = rootId === undefined ? null : (customers.get(rootId) ?? null)
      const start = before ?? { ...fresh, id: newId() }
      const after: KnownCustomer = {
        ...start,
        ...known,
        tags: [...new Set(known.tags ?? start.tags)],
        needs: [...new Set(known.needs ?? start.needs)],
        fields: Object.fromEntries(
          Object.entries({ ...start.fields, ...known.fields }).filter(([, value]) => value !== ''),
        ),
        addresses: [...new Set([...start.addresses, ...addresses])].sort(),
      }
      for (const fault of faultsOf(after)) tell(row, fault)
      if (bad.has(row)) return
      if (rootId !== undefined) met.add(rootId)
      const [old, now] = [cellsOf(start, fields), cellsOf(after, fields)]
      const changed = Object.keys(now).flatMap((column) =>
        old[column] === now[column] ? [] : [{ column, from: old[column] ?? '', to: now[column] ?? '' }],
      )
      if (before !== null && changed.length === 0) same += 1
      else changes.push({ before, after, fields: changed })
    },
    (done) => count('checking', done, said.length),
  )
  if (take)
    await putCustomers(
      database,
      changes.map(({ after }) => after),
      newId,
      (done) => count('keeping', done, changes.length),
    )
  const isNew = changes.filter(({ before }) => before === null).length
  return {
    changes: changes.slice(0, mostShown),
    faults: faults.toSorted((a, b) => a.row - b.row).slice(0, mostShown),
    moreFaults: Math.max(0, faults.length - mostShown),
    same,
    fresh: isNew,
    changed: changes.length - isNew,
  }
}
