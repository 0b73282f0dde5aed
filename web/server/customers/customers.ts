import 'server-only'
import * as yup from '../../view/yup.ts'
import { isMailbox } from '@eudromos/core/numbers'
import { customerNeeds, type CustomerId, type InteractionId, type PersonId, type AnyId } from '@eudromos/core/plan'
import {
  eraseCustomer,
  hasHidden,
  lookAt,
  mergeCustomers,
  putContactTerms,
  readMerged,
  readRoot,
  readSplitting,
  splitCustomer,
  putCustomer,
  readCustomerNames,
  readCustomerRecords,
  readCustomerWhole,
  readContents,
  readRecords,
  readScriptAnswers,
  readStory,
  readTranscripts,
  type Customer,
  type Database,
} from '@eudromos/database'
import { customers as words } from '../../messages/customers.ts'
import { languageShape } from '../../view/language-shape.ts'
import { tagsShape } from '../../view/tags-shape.ts'
import type { BlockView, CustomerView } from '../../view/customer.ts'
import { envelope } from '../edge/envelope.ts'
import type { Follower } from '../runtime/follower.ts'
import { notFound, problem, ProblemError, refused } from '../edge/problem.ts'
import type { Runtime } from '../runtime/runtime.ts'
import { seesRecord, sightFor } from '../sight/sight.ts'
import { toldTo } from './story.ts'
import type { Who } from '../edge/who.ts'

/** A customer with their addresses; a problem where there is no such one. */
async function wholeOf(database: Database, id: CustomerId): Promise<{ customer: Customer; addresses: string[] }> {
  const found = await readCustomerWhole(database, id)
  if (found === null) throw notFound('This customer')
  return found
}

/** Conversations read at a time. */
const exportPage = 1000
/** The block of a customer that lasts longest, or null. */
function blockView(
  { state, people }: Follower,
  customerId: CustomerId,
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

/** One customer, as whom they turned out to be: what is known, and all their conversations, the newest first, as far as who asks may see. */
export async function customerView(
  { database, follower, clock }: Runtime,
  viewerId: PersonId,
  asked: CustomerId,
): Promise<CustomerView> {
  const root = await readRoot(database, asked)
  if (root === null) throw notFound('This customer')
  const { id } = root
  const { customer, addresses } = await wholeOf(database, id)
  const now = clock.now()
  const [{ entries, total }, merged, since] = await Promise.all([
    readStory(database, id, '', mostShown),
    readMerged(database, id),
    lookAt(database, id, viewerId, now),
  ])
  return {
    id,
    name: customer.name,
    addresses,
    zone: customer.zone,
    notes: customer.notes,
    tags: customer.tags,
    needs: customer.needs,
    language: customer.language,
    fields: customer.fields,
    merged,
    doNotContact: customer.doNotContact || merged.some((one) => one.doNotContact),
    consentAt: customer.consentAt,
    block:
      [id, ...merged.map((one) => one.id)]
        .map((one) => blockView(follower, one, customer.name, now))
        .find((block) => block !== null) ?? null,
    entries: toldTo({ follower }, viewerId, entries, since),
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
  language: languageShape,
  needs: yup.array().of(yup.string().oneOf(customerNeeds, 'Needs: choose from the list.').required()).default([]),
  fields: yup.lazy((fields: unknown) =>
    yup.object(
      Object.fromEntries(
        Object.keys(typeof fields === 'object' && fields !== null ? fields : {}).map((key) => [
          key,
          yup.string().trim().max(200, 'Use at most 200 characters.').default(''),
        ]),
      ),
    ),
  ),
  doNotContact: yup.boolean().required(),
  consent: yup.boolean().required(),
})

export async function saveCustomer(
  { database, clock, follower }: Runtime,
  id: CustomerId,
  { name, zone, notes, tags, language, needs, fields, doNotContact, consent }: yup.InferType<typeof customerShape>,
): Promise<void> {
  const { customer } = await wholeOf(database, id)
  const consentAt = consent ? (customer.consentAt ?? clock.now()) : null
  const known = new Set(follower.document?.centre.customerFields.map((field) => field.id))
  const filled = Object.entries(fields as Record<string, string>).filter(
    ([key, value]) => known.has(key) && value !== '',
  )
  // What a field that is no longer in the plan said stays.
  const kept = Object.entries(customer.fields).filter(([key]) => !known.has(key))
  await putCustomer(database, id, {
    name,
    zone,
    notes,
    tags: [...new Set(tags)],
    language,
    needs: [...new Set(needs)],
    fields: Object.fromEntries([...kept, ...filled]),
    consentAt,
  })
  await putContactTerms(database, id, { doNotContact })
}

export const mergeShape = yup.object({
  otherId: yup.string<AnyId>().max(200).required('Customer: choose who is the same person.'),
})

/** The other turns out to be this customer: what is theirs is read together from then on, and nothing is lost. */
export async function merge(
  { database, clock, sender }: Runtime,
  who: Who,
  id: CustomerId,
  { otherId }: yup.InferType<typeof mergeShape>,
): Promise<void> {
  await Promise.all([wholeOf(database, id), wholeOf(database, otherId)])
  if (!(await mergeCustomers(database, { id, otherId, by: who.id, at: clock.now() })))
    throw new ProblemError(
      problem(409, 'notMerged', 'Not merged', 'One of these has been merged into somebody else. Reload the page.'),
    )
  // What runs follows. Should the router be away, merging once more does no harm.
  const body = { customerId: otherId, intoId: id }
  const { refusal, seq } = await sender.submit({
    command: envelope('mergeCustomer', { kind: 'person', id: who.id }, body),
  })
  if (refusal !== null) throw refused(refusal, seq)
}

/** The customer is one of their own again, and gets back what is theirs of what was and what runs. */
export async function split({ database, follower, sender }: Runtime, who: Who, id: CustomerId): Promise<void> {
  const { blocks, blockRequests } = follower.state
  const asked = [...blocks.map(({ askedIn }) => askedIn), ...blockRequests.map((one) => one.interactionId)]
  const { root, ...theirs } = await readSplitting(
    database,
    id,
    asked.filter((one) => one !== null),
  )
  if (root === id) throw notFound('This merged customer')
  // First what runs: should anything fail before the next step, splitting once more does no harm.
  const body = { customerId: id, fromId: root, ...theirs }
  const { refusal, seq } = await sender.submit({
    command: envelope('splitCustomer', { kind: 'person', id: who.id }, body),
  })
  if (refusal !== null) throw refused(refusal, seq)
  if (!(await splitCustomer(database, id))) throw notFound('This merged customer')
}

function byInteraction<T extends { readonly interactionId: InteractionId }>(
  rows: readonly T[],
): Map<InteractionId, T[]> {
  const found = new Map<InteractionId, T[]>()
  for (const row of rows) {
    const own = found.get(row.interactionId)
    if (own === undefined) found.set(row.interactionId, [row])
    else own.push(row)
  }
  return found
}

/** Everything that is kept of a customer, as data. */
export async function exportCustomer(
  { database, follower }: Runtime,
  viewerId: PersonId,
  id: CustomerId,
): Promise<object> {
  const { customer, addresses } = await wholeOf(database, id)
  const sight = sightFor(follower, viewerId)
  const ids = await readCustomerRecords(database, id)
  const conversations: object[] = []
  // So many at a time: four queries for all of them, whatever there is of each.
  for (let from = 0; from < ids.length; from += exportPage) {
    const rows = (await readRecords(database, ids.slice(from, from + exportPage))).filter((row) =>
      seesRecord(sight, row),
    )
    const seen = rows.map((row) => row.id)
    const [transcripts, notes, answers] = await Promise.all([
      readTranscripts(database, seen),
      readContents(
        database,
        rows.flatMap(({ notesContentId }) => notesContentId ?? []),
      ),
      readScriptAnswers(database, seen),
    ])
    const [linesOf, answersOf] = [byInteraction(transcripts), byInteraction(answers)]
    for (const row of rows)
      conversations.push({
        id: row.id,
        channel: row.channel,
        queue: row.queueName,
        arrivedAt: new Date(row.arrivedAt).toISOString(),
        endedAt: row.endedAt === null ? null : new Date(row.endedAt).toISOString(),
        outcome: row.outcome,
        disposition: row.dispositionName,
        mood: row.mood,
        tags: row.tags,
        notes: notes.get(row.notesContentId ?? '')?.text ?? null,
        answers: (answersOf.get(row.id) ?? []).flatMap(({ question, answer }) =>
          question === '' ? [] : [{ question, answer }],
        ),
        messages: (linesOf.get(row.id) ?? []).map(({ side, at, text, subject, attachment }) => ({
          side,
          at: new Date(at).toISOString(),
          ...(subject !== null && { subject }),
          text,
          file: attachment?.fileName ?? null,
        })),
      })
  }
  return {
    id,
    name: customer.name,
    numbers: addresses.filter((one) => !isMailbox(one)),
    emails: addresses.filter(isMailbox),
    zone: customer.zone,
    notes: customer.notes,
    tags: customer.tags,
    language: customer.language,
    needs: customer.needs,
    fields: Object.fromEntries(
      Object.entries(customer.fields).map(([key, value]) => [
        follower.document?.centre.customerFields.find((field) => field.id === key)?.name ?? key,
        value,
      ]),
    ),
    merged: (await readMerged(database, id)).map(({ name, notes, tags, mergedAt }) => ({
      name,
      notes,
      tags,
      mergedAt: new Date(mergedAt).toISOString(),
    })),
    doNotContact: customer.doNotContact,
    consentAt: customer.consentAt === null ? null : new Date(customer.consentAt).toISOString(),
    conversations,
  }
}

/** The facts of the conversations stay, as law and figures ask; name, notes, addresses, words, files and recordings go. */
export async function eraseOne({ database, follower }: Runtime, who: Who, id: CustomerId): Promise<void> {
  await wholeOf(database, id)
  // Words of a private team go by the hand of whoever may see them, or of an administrator.
  if (!who.roles.includes('administrator') && (await hasHidden(database, id, sightFor(follower, who.id).hidden)))
    throw new ProblemError(
      problem(
        403,
        'privateTeam',
        'Private',
        'A private team has conversations with this customer, and you may not see them. Ask its lead, one of its observers or an administrator to erase the customer.',
      ),
    )
  await eraseCustomer(database, id, words.erased)
}
