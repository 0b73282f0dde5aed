// Customers who are blocked, merged and split, for the property tests.
import fc from 'fast-check'
import { command } from './index.ts'
import type { Make } from './made-calls.ts'

const customer = fc.constantFrom('c1', 'c2', 'c3')
const block = fc.constantFrom('b1', 'b2')

/** As an agent has asked for, or of a supervisor's own accord. */
export const someBlock: fc.Arbitrary<Make> = fc
  .tuple(block, customer, fc.integer({ min: 990, max: 1060 }))
  .map(([blockId, customerId, until]) => (state) => {
    const preferred = state.blockRequests[0]
    return [
      command('blockCustomer', {
        blockId,
        customerId: preferred?.customerId ?? customerId,
        addressId: preferred?.addressId ?? null,
        interactionId: preferred?.interactionId ?? null,
        until: until * 1000,
      }),
    ]
  })

export const endOfBlock: fc.Arbitrary<Make> = block.map((blockId) => () => [command('endBlock', { blockId })])

export const someMerging: fc.Arbitrary<Make> = fc
  .tuple(customer, customer)
  .map(([customerId, intoId]) => () => [command('mergeCustomer', { customerId, intoId })])

/** Some of what runs of one is the other's. */
export const someSplitting: fc.Arbitrary<Make> = fc
  .tuple(customer, customer, fc.constantFrom('n1', 'n2'), fc.nat(7))
  .map(([customerId, fromId, addressId, some]) => (state) => {
    const theirs = [...state.interactions.values()].filter((one) => one.customerId === fromId)
    const interactionIds = theirs.filter((_, at) => ((some >> (at % 3)) & 1) === 1).map(({ id }) => id)
    const familyIds = [customerId]
    return [command('splitCustomer', { customerId, fromId, familyIds, addressIds: [addressId], interactionIds })]
  })
