import 'server-only'
import Papa from 'papaparse'
import * as yup from '../../view/yup.ts'
import { channels, type PersonId, type InteractionId } from '@eudromos/core/plan'
import {
  allRecords,
  listRecords,
  readActs,
  readContents,
  readNotes,
  readAddresses,
  readRecordingsOf,
  readIdentityCheck,
  readMarks,
  readScriptAnswers,
  readRecord,
  readTexts,
  readTranscripts,
  recordSorts,
  type RecordQuery,
  type RecordPage,
  type RecordRow,
} from '@eudromos/database'
import { inPages, plain } from '../edge/pages.ts'
import { notFound } from '../edge/problem.ts'
import type { Runtime } from '../runtime/runtime.ts'
import { seesRecord, sightFor } from '../sight/sight.ts'

const optional = yup.string().trim().max(200).nullable().default(null)

const queryShape = yup.object({
  from: yup.instant().nullable().default(null),
  to: yup.instant().nullable().default(null),
  upTo: yup.instant().nullable().default(null),
  channel: yup.string().oneOf(channels).nullable().default(null),
  queueId: optional,
  agentId: optional,
  outcome: yup.string().oneOf(['underWay', 'answered', 'abandoned', 'rejected', 'notReached']).nullable().default(null),
  dispositionId: optional,
  tag: optional,
  customer: optional,
  /** One by its id. */
  record: optional,
  sort: yup.string().oneOf(recordSorts).default('arrivedAt'),
  direction: yup.string().oneOf(['asc', 'desc']).default('desc'),
})

const pageShape = yup.object({
  page: yup.number().integer().min(0).default(0),
  size: yup.number().integer().min(1).max(200).default(50),
})

const given = (params: URLSearchParams): Record<string, string> =>
  Object.fromEntries([...params].filter(([, value]) => value !== ''))

export async function queryOf(
  { follower }: Runtime,
  viewerId: PersonId,
  params: URLSearchParams,
): Promise<RecordQuery> {
  const { record, ...query } = await queryShape.validate(given(params), { abortEarly: false, stripUnknown: true })
  const customer = query.customer ?? record
  return { ...(query as Omit<RecordQuery, 'hidden'>), customer, hidden: sightFor(follower, viewerId).hidden }
}

export async function recordPage(place: Runtime, viewerId: PersonId, params: URLSearchParams): Promise<RecordPage> {
  const { page, size } = await pageShape.validate(given(params), { stripUnknown: true })
  return listRecords(place.database, await queryOf(place, viewerId, params), { offset: page * size, limit: size })
}

const iso = (at: number | null): string => (at === null ? '' : new Date(at).toISOString())
const seconds = (ms: number | null): string => (ms === null ? '' : (ms / 1000).toFixed(3))

const exportRow = (row: RecordRow) => ({
  id: row.id,
  channel: row.channel,
  queue: plain(row.queueName),
  customer: plain(row.customerName),
  arrivedAt: iso(row.arrivedAt),
  outcome: row.outcome,
  answeredAt: iso(row.answeredAt),
  agent: plain(row.agentName ?? ''),
  endedAt: iso(row.endedAt),
  endedBy: row.endedBy ?? '',
  waitSeconds: seconds(row.waitMs),
  talkSeconds: seconds(row.talkMs),
  wrapUpSeconds: seconds(row.wrapUpMs),
  messages: row.messages,
  offers: row.offers.length,
  disposition: plain(row.dispositionName ?? ''),
  mood: row.mood ?? '',
  way: row.way,
  calls: row.dials.length,
  tags: plain(row.tags.join(' ')),
  recordingRefused: row.recordingRefused,
  warnings: row.warnings,
  abuse: row.abuse ?? '',
  blockAsked: row.blockAsked,
  test: row.test,
})

const exportColumns = [
  'id',
  'channel',
  'queue',
  'customer',
  'arrivedAt',
  'outcome',
  'answeredAt',
  'agent',
  'endedAt',
  'endedBy',
  'waitSeconds',
  'talkSeconds',
  'wrapUpSeconds',
  'messages',
  'offers',
  'disposition',
  'mood',
  'way',
  'calls',
  'tags',
  'recordingRefused',
  'warnings',
  'abuse',
  'blockAsked',
  'test',
] as const satisfies readonly (keyof ReturnType<typeof exportRow>)[]

const exportPage = 250

/** All records of the query as CSV (RFC 4180, UTF-8, a header row), in the order in which they came. */
export const exportRecords = ({ database }: Runtime, query: RecordQuery): ReadableStream<Uint8Array> =>
  inPages(
    allRecords(database, query, exportPage),
    (rows, header) =>
      `${Papa.unparse({ fields: [...exportColumns], data: rows.map(exportRow) }, { header, newline: '\r\n' })}\r\n`,
  )

export type RecordDetails = Awaited<ReturnType<typeof recordDetails>>

/** One record whole: its row, what was written, the notes, and the names it mentions. */
export async function recordDetails({ database, follower }: Runtime, viewerId: PersonId, id: InteractionId) {
  const row = await readRecord(database, id)
  if (row === null || !seesRecord(sightFor(follower, viewerId), row)) throw notFound('This record')
  const noteIds = row.passages.flatMap(({ noteContentId }) => noteContentId ?? [])
  const [transcript, notes, acted, left, texts, addresses, recorded, answers, identity, marks] = await Promise.all([
    readTranscripts(database, [id]),
    readNotes(database, row.notesContentId),
    readActs(database, id),
    readContents(database, noteIds),
    readTexts(database, id),
    readAddresses(database, row.addressId === null ? [] : [row.addressId]),
    readRecordingsOf(database, id),
    readScriptAnswers(database, [id]),
    readIdentityCheck(database, id),
    readMarks(database, id),
  ])
  const mentioned = new Set([
    ...row.offers.flatMap(({ agentId, by }) => [agentId, ...(by == null ? [] : [by])]),
    ...row.passages.flatMap(({ by, toAgentId }) => [by, toAgentId].filter((one) => one !== null)),
    ...row.dials.map(({ agentId }) => agentId),
    ...row.attendances.map(({ personId }) => personId),
    ...transcript.flatMap(({ personId }) => personId ?? []),
    ...acted.flatMap(({ actorId, onBehalfOf }) => [actorId, onBehalfOf]),
  ])
  const names = Object.fromEntries(
    [...mentioned].map((person) => [person, follower.people.get(person)?.name ?? person]),
  )
  const reasons = Object.fromEntries((follower.document?.declineReasons ?? []).map((r) => [r.id, r.name]))
  const queues = Object.fromEntries((follower.document?.queues ?? []).map((queue) => [queue.id, queue.name]))
  const passageNotes = Object.fromEntries([...left].map(([contentId, { text }]) => [contentId, text]))
  const line = follower.document?.lines.find((one) => one.id === row.lineId)
  const address = row.addressId === null ? null : (addresses.get(row.addressId) ?? null)
  return {
    row,
    transcript,
    notes,
    names,
    reasons,
    acted,
    queues,
    passageNotes,
    /** What became of the centre's texts, by the message's number. */
    texts: Object.fromEntries(texts),
    address,
    identity:
      identity === null
        ? null
        : { passed: identity.passed, byName: follower.people.get(identity.personId)?.name ?? identity.personId },
    answers: answers.filter(({ question }) => question !== ''),
    marks: marks.map(({ personId, ...one }) => ({
      ...one,
      own: personId === viewerId,
      byName: follower.people.get(personId)?.name ?? personId,
    })),
    recordings: recorded.recordings,
    heardBy: recorded.heardBy.map((person) => follower.people.get(person)?.name ?? person),
    line: { name: line?.name ?? row.lineId, address: line?.address ?? null },
  }
}
