import { recordAfter, type InteractionRecord } from '../records/index.ts'
import { event, type Event } from '../routing/index.ts'

/** The record of a chat as it has just come in. */
export function testRecord(
  interactionId: string,
  { at, ...rest }: { readonly at: number } & Partial<Event<'interactionArrived'>>,
): InteractionRecord {
  const chat = { channel: 'chat', lineId: 'site', queueId: 'sailings', customerId: 'cleo', addressId: null } as const
  const usual = { test: false, leftMessage: false, requirements: [], priority: null, patience: 1, tags: [], back: null }
  const coming = {
    visitId: `${interactionId}-1`,
    estimatedWaitSeconds: null,
    connection: null,
    customerGraceDueAt: null,
  }
  const arrived = event('interactionArrived', at, { interactionId, ...chat, ...usual, ...coming, ...rest })
  const record = recordAfter(null, arrived, 1)
  if (record === null) throw new Error('no record began')
  return record
}
