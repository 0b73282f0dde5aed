// A record as a vCon: the container for conversations of the IETF (draft-ietf-vcon-vcon-core, syntax 0.3.0).
import { Temporal } from 'temporal-polyfill'
import { isMailbox } from '../numbers/index.ts'
import type { Instant, PersonId } from '../plan/index.ts'
import type { InteractionRecord } from './changes.ts'
import type { RecordedDial } from './pieces.ts'

/** A file, or sound, as base64url. */
export interface VconBody {
  readonly fileName: string
  readonly mediaType: string
  readonly body: string
}

export interface VconSource {
  readonly record: InteractionRecord
  readonly at: Instant
  readonly centreName: string
  readonly queueName: string
  /** By what they reached each other: numbers in E.164, or addresses of email. */
  readonly customer: { readonly name: string; readonly address: string | null }
  readonly line: { readonly name: string; readonly address: string | null }
  readonly nameOf: (id: PersonId) => string
  readonly messages: readonly {
    readonly side: 'customer' | 'agent'
    readonly personId: PersonId | null
    readonly at: Instant
    readonly text: string
    /** Of an email; null: as the one before it, or none. */
    readonly subject: string | null
    readonly file: VconBody | null
  }[]
  readonly recordings: readonly (VconBody & {
    /** At whose end; null: the customer's. */
    readonly personId: PersonId | null
    readonly from: Instant
    readonly to: Instant
  })[]
  readonly notes: string | null
  /** What was answered to the call script. */
  readonly answers: readonly { readonly question: string; readonly answer: string }[]
}

const iso = (at: Instant): string =>
  Temporal.Instant.fromEpochMilliseconds(at).toString({ smallestUnit: 'millisecond' })
const reachedBy = (address: string | null) =>
  address === null ? {} : isMailbox(address) ? { mailto: address } : { tel: address }
const seconds = (from: Instant, to: Instant): number => Math.max(0, to - from) / 1000

/** In the words of the draft. */
const dispositions: Readonly<Record<Exclude<RecordedDial['end'], 'answered' | null>, string>> = {
  noAnswer: 'no-answer',
  busy: 'busy',
  refused: 'failed',
  unreachable: 'failed',
  stopped: 'hung-up',
}

/**
 * Who took part (the customer first, then the line, then people of the centre), what was said, written and recorded, the
 * files and the notes. Analysis is left empty: we make none.
 */
export function vconOf(source: VconSource): Readonly<Record<string, unknown>> {
  const { record, customer, line, messages, recordings, notes, answers } = source
  const people = [
    ...new Set([
      ...record.offers.filter(({ end }) => end === 'answered').map(({ agentId }) => agentId),
      ...(record.agentId === null ? [] : [record.agentId]),
      ...record.attendances.filter(({ way }) => way !== 'asked').map(({ personId }) => personId),
      ...record.dials.map(({ agentId }) => agentId),
      ...messages.flatMap(({ personId }) => personId ?? []),
      ...recordings.flatMap(({ personId }) => personId ?? []),
    ]),
  ]
  const [customerParty, lineParty] = [0, 1]
  const partyOf = (id: PersonId | null): number => (id === null ? lineParty : people.indexOf(id) + 2)
  const texts = messages
    .filter(({ text }) => text !== '')
    .map(({ side, personId, at, text }) => ({
      type: 'text',
      start: iso(at),
      parties: side === 'customer' ? [customerParty, lineParty] : [partyOf(personId), customerParty],
      originator: side === 'customer' ? customerParty : partyOf(personId),
      mediatype: 'text/plain',
      body: text,
      encoding: 'none',
    }))
  const sounds = recordings.map(({ personId, from, to, fileName, mediaType, body }) => ({
    type: 'recording',
    start: iso(from),
    duration: seconds(from, to),
    parties: [customerParty, partyOf(personId)],
    mediatype: mediaType,
    filename: fileName,
    body,
    encoding: 'base64url',
  }))
  const missed = record.dials.flatMap(({ agentId, at, end }) =>
    end === null || end === 'answered'
      ? []
      : [
          {
            type: 'incomplete',
            start: iso(at),
            parties: [partyOf(agentId), customerParty],
            originator: partyOf(agentId),
            disposition: dispositions[end],
          },
        ],
  )
  const files = messages.flatMap(({ file, at, side, personId }) =>
    file === null
      ? []
      : [
          {
            start: iso(at),
            party: side === 'customer' ? customerParty : partyOf(personId),
            mediatype: file.mediaType,
            filename: file.fileName,
            body: file.body,
            encoding: 'base64url',
          },
        ],
  )
  const noted =
    notes === null
      ? []
      : [
          {
            purpose: 'notes',
            start: iso(record.endedAt ?? record.arrivedAt),
            party: partyOf(record.agentId),
            mediatype: 'text/plain',
            body: notes,
            encoding: 'none',
          },
        ]
  const scripted =
    answers.length === 0
      ? []
      : [
          {
            purpose: 'call script',
            start: iso(record.endedAt ?? record.arrivedAt),
            party: partyOf(record.agentId),
            mediatype: 'application/json',
            body: JSON.stringify(answers),
            encoding: 'none',
          },
        ]
  return {
    vcon: '0.3.0',
    uuid: record.id,
    created_at: iso(source.at),
    subject: messages.find(({ subject }) => subject !== null)?.subject ?? `${source.centreName}, ${source.queueName}`,
    parties: [
      { name: customer.name, ...reachedBy(customer.address), role: 'customer' },
      { name: line.name, ...reachedBy(line.address), role: 'contact center' },
      ...people.map((id) => ({ name: source.nameOf(id), role: 'agent' })),
    ],
    dialog: [...texts, ...sounds, ...missed].sort((a, b) => (a.start < b.start ? -1 : a.start > b.start ? 1 : 0)),
    analysis: [],
    attachments: [...files, ...noted, ...scripted],
  }
}
