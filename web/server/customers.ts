import 'server-only'
import Papa from 'papaparse'
import * as yup from 'yup'
import { writeCards, type Card } from '@eudromos/core/exchange'
import {
  eraseCustomer,
  listCustomers,
  putCustomer,
  readCustomerNames,
  readCustomerRecords,
  readCustomerWhole,
  readNotes,
  readRecord,
  readStory,
  readTranscripts,
  type Customer,
  type CustomerRow,
  type Database,
} from '@eudromos/database'
import { customers as words } from '../messages/customers.ts'
import { tagsShape } from '../view/tags-shape.ts'
import type { BlockView, CustomerView } from '../view/customer.ts'
import type { Follower } from './follower.ts'
import { notFound } from './problem.ts'
import { inPages, plain } from './pages.ts'
import type { Runtime } from './runtime.ts'
import { seesRecord, sightFor } from './sight.ts'

const pageShape = yup.object({
  find: yup.string().trim().max(100).default(''),
  page: yup.number().integer().min(0).default(0),
  size: yup.number().integer().min(1).max(200).default(50),
  sort: yup
    .string()
    .oneOf(['name', 'conversations', 'lastAt'] as const)
    .default('name'),
  direction: yup
    .string()
    .oneOf(['asc', 'desc'] as const)
    .default('asc'),
})

export async function customerPage(
  { database }: Runtime,
  params: URLSearchParams,
): Promise<{ rows: CustomerRow[]; total: number }> {
  const { find, page, size, sort, direction } = await pageShape.validate(Object.fromEntries(params), {
    stripUnknown: true,
  })
  return listCustomers(database, find, { by: sort, direction }, { offset: page * size, limit: size })
}

/** A customer with their numbers; a problem where there is no such one. */
async function wholeOf(database: Database, id: string): Promise<{ customer: Customer; numbers: string[] }> {
  const found = await readCustomerWhole(database, id)
  if (found === null) throw notFound('This customer')
  return found
}

const exportPage = 1000
const columns = [
  'id',
  'name',
  'numbers',
  'zone',
  'tags',
  'doNotContact',
  'agreedAt',
  'conversations',
  'lastAt',
] as const

const csvRow = (row: CustomerRow): Record<(typeof columns)[number], string> => ({
  id: row.id,
  name: plain(row.name),
  // A plus at the beginning would be a formula to a spreadsheet.
  numbers: plain(row.numbers.join(' ')),
  zone: row.zone ?? '',
  tags: plain(row.tags.join(' ')),
  doNotContact: String(row.doNotContact),
  agreedAt: row.consentAt === null ? '' : new Date(row.consentAt).toISOString(),
  conversations: String(row.conversations),
  lastAt: row.lastAt === null ? '' : new Date(row.lastAt).toISOString(),
})

const cardOf = ({ id, name, numbers, zone, tags }: CustomerRow): Card => ({
  id,
  name,
  email: '',
  telephones: numbers,
  organisation: [],
  roles: [],
  zone,
  categories: tags,
})

const writers = {
  csv: (rows: readonly CustomerRow[], header: boolean): string =>
    `${Papa.unparse({ fields: [...columns], data: rows.map(csvRow) }, { header, newline: '\r\n' })}\r\n`,
  vcf: (rows: readonly CustomerRow[]): string => writeCards(rows.map(cardOf)),
}
export type CustomerFormat = keyof typeof writers
export const customerFormats = Object.keys(writers) as CustomerFormat[]

/** Whoever is found by these words, by name, as CSV (RFC 4180) or vCards 4.0 (RFC 6350), page by page. */
export const exportCustomers = (
  { database }: Runtime,
  find: string,
  format: CustomerFormat,
): ReadableStream<Uint8Array> =>
  inPages(
    exportPage,
    async (page) => (await listCustomers(database, find, { by: 'name', direction: 'asc' }, page)).rows,
    writers[format],
  )

/** The block of a customer that lasts longest, or null. */
function blockView(
  { state, people }: Follower,
  customerId: string,
  customerName: string,
  now: number,
): BlockView | null {
  const own = state.blocks.filter((one) => one.customerId === customerId && one.until > now)
  const last = own.toSorted((a, b) => b.until - a.until)[0]
  if (last === undefined) return null
  const { id, until, by } = last
  return { id, customerId, customerName, until, byName: by === null ? null : (people.get(by)?.name ?? null) }
}

/** All who are blocked now, by name. */
export async function blocksNow({ database, follower, clock }: Runtime): Promise<BlockView[]> {
  const now = clock.now()
  const ids = [...new Set(follower.state.blocks.filter(({ until }) => until > now).map((one) => one.customerId))]
  const names = await readCustomerNames(database, ids)
  return ids
    .flatMap((id) => blockView(follower, id, names.get(id) ?? '', now) ?? [])
    .sort((a, b) => a.customerName.localeCompare(b.customerName))
}

const mostShown = 200

/** One customer: what is known, and all their conversations, the newest first, as far as who asks may see. */
export async function customerView(
  { database, follower, clock }: Runtime,
  viewerId: string,
  id: string,
): Promise<CustomerView> {
  const { customer, numbers } = await wholeOf(database, id)
  const { entries, total } = await readStory(database, id, '', mostShown)
  const sight = sightFor(follower, viewerId)
  return {
    id,
    name: customer.name,
    numbers,
    zone: customer.zone,
    notes: customer.notes,
    tags: customer.tags,
    doNotContact: customer.doNotContact,
    consentAt: customer.consentAt,
    block: blockView(follower, id, customer.name, clock.now()),
    entries: entries.map((entry) =>
      seesRecord(sight, entry) ? entry : { ...entry, agentName: null, dispositionName: null, notes: null, words: null },
    ),
    total,
  }
}

const isZone = (zone: string): boolean => {
  try {
    return Intl.DateTimeFormat('en', { timeZone: zone }).resolvedOptions().timeZone !== ''
  } catch {
    return false
  }
}

export const customerShape = yup.object({
  name: yup
    .string()
    .trim()
    .min(1, 'Name: give a name.')
    .max(80, 'Name: use at most 80 characters.')
    .required('Name: give a name.'),
  zone: yup
    .string()
    .trim()
    .nullable()
    .default(null)
    .test(
      'zone',
      'Time zone: give one such as Europe/Lisbon, or leave it empty.',
      (zone) => zone === null || isZone(zone),
    ),
  notes: yup.string().trim().max(2000, 'Notes: use at most 2,000 characters.').default(''),
  tags: tagsShape,
  doNotContact: yup.boolean().required(),
  consent: yup.boolean().required(),
})

export async function saveCustomer(
  { database, clock }: Runtime,
  id: string,
  { name, zone, notes, tags, doNotContact, consent }: yup.InferType<typeof customerShape>,
): Promise<void> {
  const { customer } = await wholeOf(database, id)
  const consentAt = consent ? (customer.consentAt ?? clock.now()) : null
  await putCustomer(database, id, { name, zone, notes, tags: [...new Set(tags)], doNotContact, consentAt })
}

/** Everything that is kept of a customer, as data. */
export async function exportCustomer({ database, follower }: Runtime, viewerId: string, id: string): Promise<object> {
  const { customer, numbers } = await wholeOf(database, id)
  const sight = sightFor(follower, viewerId)
  const conversations = []
  for (const recordId of await readCustomerRecords(database, id)) {
    const row = await readRecord(database, recordId)
    if (row === null || !seesRecord(sight, row)) continue
    const [transcript, notes] = await Promise.all([
      readTranscripts(database, [recordId]),
      readNotes(database, row.notesContentId),
    ])
    const { channel, queueName, arrivedAt, endedAt, outcome, dispositionName, mood, tags } = row
    conversations.push({
      id: recordId,
      channel,
      queue: queueName,
      arrivedAt: new Date(arrivedAt).toISOString(),
      endedAt: endedAt === null ? null : new Date(endedAt).toISOString(),
      outcome,
      disposition: dispositionName,
      mood,
      tags,
      notes,
      messages: transcript.map(({ side, at, text, attachment }) => ({
        side,
        at: new Date(at).toISOString(),
        text,
        file: attachment?.fileName ?? null,
      })),
    })
  }
  return {
    id,
    name: customer.name,
    numbers,
    zone: customer.zone,
    notes: customer.notes,
    tags: customer.tags,
    doNotContact: customer.doNotContact,
    consentAt: customer.consentAt === null ? null : new Date(customer.consentAt).toISOString(),
    conversations,
  }
}

/** The facts of the conversations stay, as law and figures ask; name, notes, numbers, words, files and recordings go. */
export async function eraseOne({ database }: Runtime, id: string): Promise<void> {
  await wholeOf(database, id)
  await eraseCustomer(database, id, words.erased)
}
