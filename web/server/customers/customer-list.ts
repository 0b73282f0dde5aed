import 'server-only'
import Papa from 'papaparse'
import * as yup from '../../view/yup.ts'
import { isMailbox } from '@eudromos/core/numbers'
import { writeCards, type Card } from '@eudromos/core/exchange'
import { allCustomers, listCustomers, type CustomerRow } from '@eudromos/database'
import { inPages, plain } from '../edge/pages.ts'
import type { Runtime } from '../runtime/runtime.ts'

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

export async function customerPage({ database }: Runtime, params: URLSearchParams): ReturnType<typeof listCustomers> {
  const { find, page, size, sort, direction } = await pageShape.validate(Object.fromEntries(params), {
    stripUnknown: true,
  })
  return listCustomers(database, find, { by: sort, direction }, { offset: page * size, limit: size })
}

const columns = [
  'id',
  'name',
  'numbers',
  'emails',
  'zone',
  'tags',
  'language',
  'needs',
  'doNotContact',
  'agreedAt',
  'conversations',
  'lastAt',
] as const

const csvRow = (row: CustomerRow): Record<(typeof columns)[number], string> => ({
  id: row.id,
  name: plain(row.name),
  // A plus at the beginning would be a formula to a spreadsheet.
  numbers: plain(row.addresses.filter((one) => !isMailbox(one)).join(' ')),
  emails: plain(row.addresses.filter(isMailbox).join(' ')),
  zone: row.zone ?? '',
  tags: plain(row.tags.join('; ')),
  language: row.language ?? '',
  needs: row.needs.join('; '),
  doNotContact: String(row.doNotContact),
  agreedAt: row.consentAt === null ? '' : new Date(row.consentAt).toISOString(),
  conversations: String(row.conversations),
  lastAt: row.lastAt === null ? '' : new Date(row.lastAt).toISOString(),
})

const cardOf = ({ id, name, addresses, zone, tags, language, needs }: CustomerRow): Card => ({
  id,
  name,
  emails: addresses.filter(isMailbox),
  telephones: addresses.filter((one) => !isMailbox(one)),
  organisation: [],
  roles: [],
  zone,
  categories: tags,
  language,
  needs,
})

type Fields = readonly { readonly id: string; readonly name: string }[]

/** The centre's own fields are columns of their names, after the others. */
const writers = {
  csv: (rows: readonly CustomerRow[], header: boolean, own: Fields): string => {
    const data = rows.map((row) => [...Object.values(csvRow(row)), ...own.map(({ id }) => plain(row.fields[id] ?? ''))])
    const fields = [...columns, ...own.map(({ name }) => plain(name))]
    return `${Papa.unparse({ fields, data }, { header, newline: '\r\n' })}\r\n`
  },
  vcf: (rows: readonly CustomerRow[]): string => writeCards(rows.map(cardOf)),
}
export type CustomerFormat = keyof typeof writers
export const customerFormats = Object.keys(writers) as CustomerFormat[]

const exportPage = 250

/** Whoever is found by these words, by name, as CSV (RFC 4180) or vCards 4.0 (RFC 6350), so many at a time. */
export const exportCustomers = (
  { database, follower }: Runtime,
  find: string,
  format: CustomerFormat,
): ReadableStream<Uint8Array> =>
  inPages(allCustomers(database, find, exportPage), (rows, header) =>
    writers[format](rows, header, follower.document?.centre.customerFields ?? []),
  )
