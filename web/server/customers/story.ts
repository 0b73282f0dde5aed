import type { CustomerId, InteractionId, PersonId, AnyId } from '@eudromos/core/plan'
import 'server-only'
import * as yup from '../../view/yup.ts'
import { newId } from '../../view/new-id.ts'
import { shownNumber } from '@eudromos/core/numbers'
import { visitOf } from '@eudromos/core/routing'
import {
  insertCustomerOf,
  lookAt,
  readCustomersOf,
  putContactTerms,
  putIdentityCheck,
  readContactTerms,
  readIdentityCheck,
  readFamily,
  readAddresses,
  readStory,
} from '@eudromos/database'
import type { StoryEntry } from '@eudromos/core/records'
import type { StoryView, ToldEntry } from '../../view/story.ts'
import { inHand, inOwnHand } from '../sight/hands.ts'
import { notFound } from '../edge/problem.ts'
import type { Runtime } from '../runtime/runtime.ts'
import { seesRecord, sightFor } from '../sight/sight.ts'
import type { Who } from '../edge/who.ts'

const most = 8

/**
 * Conversations as who asks may know them, marked where others had them since they looked last. Of what a private team did
 * they know that it was, and nothing that leads to it.
 */
export const toldTo = (
  { follower }: Pick<Runtime, 'follower'>,
  personId: PersonId,
  entries: readonly StoryEntry[],
  since: number | null,
): ToldEntry[] => {
  const sight = sightFor(follower, personId)
  return entries.map(({ personIds, queueIds, agentId, ...entry }) => {
    const fresh = since !== null && entry.arrivedAt > since && agentId !== personId
    if (seesRecord(sight, { personIds, queueIds })) return { ...entry, fresh }
    return { id: null, channel: entry.channel, arrivedAt: entry.arrivedAt, fresh }
  })
}

/** What is known of the customer of an interaction: who else the number may be, what they have now, and what was before. */
export async function storyOf(runtime: Runtime, who: Who, interactionId: InteractionId): Promise<StoryView> {
  const { database, follower, clock } = runtime
  const { state, document, people } = follower
  const interaction = inHand(runtime, who, interactionId)
  const { customerId, addressId } = interaction
  const ask = document?.queues.find(({ id }) => id === visitOf(interaction).queueId)?.identityCheck ?? ''
  const [{ root, ids }, { entries, total }, sharers, terms, said] = await Promise.all([
    readFamily(database, customerId),
    readStory(database, customerId, interactionId, most),
    addressId === null ? [] : readCustomersOf(database, addressId),
    readContactTerms(database, customerId),
    ask === '' ? null : readIdentityCheck(database, interactionId),
  ])
  const family = new Set(ids)
  // Who it was checked to be before it turned out to be somebody else does not count.
  const check = said?.customerId === customerId ? said : null
  const queueName = (id: string): string => document?.queues.find((queue) => queue.id === id)?.name ?? ''
  const needs = terms?.needs ?? []
  const shown = ask === '' || check?.passed === true
  // Who is shown nothing has not looked.
  const since = shown ? await lookAt(database, root, who.id, clock.now()) : null
  return {
    customerId,
    check:
      ask === ''
        ? null
        : {
            ask,
            passed: check?.passed ?? null,
            byName: check === null ? '' : (people.get(check.personId)?.name ?? check.personId),
          },
    // A number tells who it may be, and proves nothing; how to talk with them is no secret of theirs.
    known: shown
      ? {
          notes: terms?.notes ?? '',
          tags: terms?.tags ?? [],
          language: terms?.language ?? null,
          fields: terms?.fields ?? {},
          needs,
        }
      : { notes: '', tags: [], language: terms?.language ?? null, fields: {}, needs },
    contact: { doNotContact: terms?.doNotContact ?? false, consentAt: terms?.consentAt ?? null },
    sharers: sharers.filter(({ id }) => !family.has(id)),
    now: [...state.interactions.values()]
      .filter((one) => family.has(one.customerId) && one.id !== interactionId && one.phase !== 'wrapUp')
      .map((one) => ({
        id: one.id,
        channel: one.channel,
        phase: one.phase,
        queueName: queueName(visitOf(one).queueId),
        joinable: interaction.phase === 'connected' && one.phase === 'waiting' && one.customerId === customerId,
        joined: one.phase === 'waiting' && visitOf(one).preferred?.agentId === who.id,
      })),
    before: toldTo(runtime, who.id, shown ? entries : [], since),
    total: shown ? total : 0,
  }
}

/** A customer can be who shares the number only. */
export async function requireOfNumber(
  { database, follower }: Runtime,
  { interactionId, customerId }: { readonly interactionId: InteractionId; readonly customerId: CustomerId },
): Promise<void> {
  const addressId = follower.state.interactions.get(interactionId)?.addressId ?? null
  const known = addressId === null ? [] : await readCustomersOf(database, addressId)
  if (!known.some(({ id }) => id === customerId)) throw notFound('This customer')
}

export const newCustomerShape = yup.object({
  interactionId: yup.string<AnyId>().max(200).required('Name the conversation.'),
  name: yup
    .string()
    .trim()
    .min(1, 'Name: give a name.')
    .max(80, 'Name: use at most 80 characters.')
    .required('Name: give a name.'),
})

/** Makes a customer of the interaction’s number; gives the id. */
export async function makeCustomer(
  runtime: Runtime,
  who: Who,
  { interactionId, name }: yup.InferType<typeof newCustomerShape>,
): Promise<{ id: CustomerId }> {
  const { addressId } = inHand(runtime, who, interactionId)
  if (addressId === null) throw notFound('A number of this customer')
  const number = (await readAddresses(runtime.database, [addressId])).get(addressId) ?? ''
  const id: CustomerId = newId()
  await insertCustomerOf(runtime.database, addressId, { id, name }, shownNumber(number))
  return { id }
}

export const contactShape = yup.object({
  interactionId: yup.string<AnyId>().max(200).required('Name the conversation.'),
  doNotContact: yup.boolean(),
  consent: yup.boolean(),
})

/** What the customer of a conversation says of being called or texted first. */
export async function setContact(
  runtime: Runtime,
  who: Who,
  { interactionId, doNotContact, consent }: yup.InferType<typeof contactShape>,
): Promise<void> {
  const { customerId } = inHand(runtime, who, interactionId)
  await putContactTerms(runtime.database, customerId, {
    ...(doNotContact !== undefined && { doNotContact }),
    ...(consent !== undefined && { consentAt: consent ? runtime.clock.now() : null }),
  })
}

export const identityShape = yup.object({ passed: yup.boolean().required('Say whether it is them.') })

/** Whether the customer of a conversation proved to be who they said, by whoever has it. */
export async function setIdentity(
  runtime: Runtime,
  who: Who,
  interactionId: InteractionId,
  { passed }: yup.InferType<typeof identityShape>,
): Promise<void> {
  const { customerId } = inOwnHand(runtime, who, interactionId)
  const at = runtime.clock.now()
  await putIdentityCheck(runtime.database, interactionId, { customerId, passed, personId: who.id, at })
}
