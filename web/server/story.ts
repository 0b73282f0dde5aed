import 'server-only'
import * as yup from 'yup'
import { v7 as newId } from 'uuid'
import { shownNumber } from '@eudromos/core/numbers'
import { visitOf } from '@eudromos/core/routing'
import {
  insertCustomerOf,
  readCustomersOf,
  putContactTerms,
  readContactTerms,
  readNumbers,
  readStory,
} from '@eudromos/database'
import type { StoryView } from '../view/story.ts'
import { inHand } from './hands.ts'
import { notFound } from './problem.ts'
import type { Runtime } from './runtime.ts'
import { seesRecord, sightFor } from './sight.ts'
import type { Who } from './who.ts'

const most = 8

/** What is known of the customer of an interaction: who else the number may be, what they have now, and what was before. */
export async function storyOf(runtime: Runtime, who: Who, interactionId: string): Promise<StoryView> {
  const { database, follower } = runtime
  const { state, document } = follower
  const { customerId, addressId } = inHand(runtime, who, interactionId)
  const [{ entries, total }, sharers, terms] = await Promise.all([
    readStory(database, customerId, interactionId, most),
    addressId === null ? [] : readCustomersOf(database, addressId),
    readContactTerms(database, customerId),
  ])
  const sight = sightFor(follower, who.id)
  const queueName = (id: string): string => document?.queues.find((queue) => queue.id === id)?.name ?? ''
  return {
    customerId,
    known: { notes: terms?.notes ?? '', tags: terms?.tags ?? [] },
    contact: { doNotContact: terms?.doNotContact ?? false, consentAt: terms?.consentAt ?? null },
    sharers: sharers.filter(({ id }) => id !== customerId),
    now: [...state.interactions.values()]
      .filter((one) => one.customerId === customerId && one.id !== interactionId && one.phase !== 'wrapUp')
      .map((one) => ({
        id: one.id,
        channel: one.channel,
        phase: one.phase,
        queueName: queueName(visitOf(one).queueId),
      })),
    before: entries.map((entry) => {
      // Of what a private team did one knows that it was, not what was said.
      const seen = seesRecord(sight, entry)
      return seen ? entry : { ...entry, agentName: null, dispositionName: null, notes: null, words: null }
    }),
    total,
  }
}

/** A customer can be who shares the number only. */
export async function requireOfNumber(
  { database, follower }: Runtime,
  { interactionId, customerId }: { readonly interactionId: string; readonly customerId: string },
): Promise<void> {
  const addressId = follower.state.interactions.get(interactionId)?.addressId ?? null
  const known = addressId === null ? [] : await readCustomersOf(database, addressId)
  if (!known.some(({ id }) => id === customerId)) throw notFound('This customer')
}

export const newCustomerShape = yup.object({
  interactionId: yup.string().max(200).required('Name the conversation.'),
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
): Promise<{ id: string }> {
  const { addressId } = inHand(runtime, who, interactionId)
  if (addressId === null) throw notFound('A number of this customer')
  const number = (await readNumbers(runtime.database, [addressId])).get(addressId) ?? ''
  const id = newId()
  await insertCustomerOf(runtime.database, addressId, { id, name }, shownNumber(number))
  return { id }
}

export const contactShape = yup.object({
  interactionId: yup.string().max(200).required('Name the conversation.'),
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
