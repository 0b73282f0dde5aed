import { expect, type Page } from '@playwright/test'
import { test } from './journey.ts'
import { customerAt, origin, signIn } from './people.ts'

interface Told {
  readonly event: string
  readonly id: number
  readonly data: { readonly seq: number; readonly interactions: Record<string, { customerName: string } | null> }
}

/** Opens the stream as a browser would, with what it had seen last, and gives the first thing it is told. */
async function firstTold(page: Page, lastSeen: number | null): Promise<Told> {
  const cookie = (await page.context().cookies()).map(({ name, value }) => `${name}=${value}`).join('; ')
  const answer = await fetch(`${origin()}/api/live?view=live`, {
    headers: { cookie, ...(lastSeen === null ? {} : { 'last-event-id': String(lastSeen) }) },
  })
  let text = ''
  const decoder = new TextDecoder()
  for await (const part of answer.body ?? []) {
    text += decoder.decode(part as Uint8Array, { stream: true })
    const block = text.split('\n\n').find((one) => one.includes('\ndata: '))
    if (block === undefined || !text.includes(`${block}\n\n`)) continue
    const field = (name: string): string => new RegExp(`^${name}: (.*)$`, 'm').exec(block)?.[1] ?? ''
    return { event: field('event'), id: Number(field('id')), data: JSON.parse(field('data')) as Told['data'] }
  }
  throw new Error('the stream ended')
}

test('a stream begins with a snapshot; after a break it goes on with what changed meanwhile', async ({ browser }) => {
  const rosalind = await signIn(browser, 'Rosalind Okafor')
  const first = await firstTold(rosalind, null)
  expect(first.event).toBe('snapshot')
  const customer = await customerAt(browser, 'Greta Lomas', 'Groups', 'A choir of thirty')
  const later = await firstTold(rosalind, first.id)
  expect(later.event).toBe('change')
  expect(later.id).toBeGreaterThan(first.id)
  const names = Object.values(later.data.interactions).map((interaction) => interaction?.customerName)
  expect(names).toContain('Greta Lomas')
  expect(names).toHaveLength(1)
  await customer.context().close()
})
