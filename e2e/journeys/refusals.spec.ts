import { expect } from '@playwright/test'
import { test } from './journey.ts'
import { expectAccessible, origin, signIn } from './people.ts'

test('signing in with a wrong password says so', async ({ page }) => {
  await page.goto(`${origin()}/sign-in`)
  await expectAccessible(page)
  await page.getByLabel('E-mail address').fill('ana-mirel@skerrow.example')
  await page.getByLabel('Password').fill('not the password')
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
  await expect(page.getByText('The address or the password is wrong.')).toBeVisible()
})

test('what a role may not do is refused on the server', async ({ browser }) => {
  const mei = await signIn(browser, 'Mei Sorrell', '/plan')
  await expect(mei.getByRole('alert').filter({ hasText: 'You can view the plan but not change it.' })).toBeVisible()
  await expect(mei.getByRole('link', { name: 'Outside' })).toHaveCount(0)
  const headers = { origin: origin() }
  const plan = (await (await mei.request.get('/api/plan/queues')).json()) as {
    draft: number
    document: { queues: object[] }
  }
  const put = await mei.request.put('/api/plan/queues', {
    headers,
    data: { draft: plan.draft, queue: plan.document.queues[0] },
  })
  expect(put.status()).toBe(403)
  const command = (body: object) =>
    mei.request.post('/api/commands', { headers, data: { id: 'x1', type: 'setPresence', body } })
  expect((await command({ agentId: 'ana-mirel', stateId: 'ready' })).status()).toBe(403)

  const ana = await signIn(browser, 'Ana Mirel')
  const asAna = (data: object) => ana.request.post('/api/commands', { headers, data })
  const forOther = { id: 'x2', type: 'setPresence', body: { agentId: 'joao-tavares', stateId: 'ready' } }
  expect((await asAna(forOther)).status()).toBe(403)
  expect((await asAna({ ...forOther, id: 'x3', onBehalfOf: 'joao-tavares' })).status()).toBe(403)
  for (const path of ['/api/records', '/api/plan/queues', '/api/grounds?interaction=x', '/api/live?view=live'])
    expect((await ana.request.get(path)).status()).toBe(403)
  expect(
    (
      await asAna({ id: 'x4', type: 'sendMessage', body: { agentId: 'ana-mirel', interactionId: 'x', text: ' ' } })
    ).status(),
  ).toBe(422)
})

test('nothing is to be had without signing in, nor from another origin', async ({ request }) => {
  for (const path of ['/api/live?view=live', '/api/records', '/api/plan/queues'])
    expect((await request.get(`${origin()}${path}`)).status()).toBe(401)
  const data = { id: 'x', type: 'setPresence', body: {} }
  const foreign = await request.post(`${origin()}/api/commands`, {
    headers: { origin: 'http://elsewhere.example' },
    data,
  })
  expect(foreign.status()).toBe(403)
  const page = await request.get(`${origin()}/sign-in`)
  const policy = page.headers()['content-security-policy'] ?? ''
  expect(policy).toContain("script-src 'self' 'nonce-")
  expect(/script-src[^;]*unsafe-inline/.test(policy)).toBe(false)
})

test('a foreign name that leads here is not let in by the one-click sign-in', async ({ request }) => {
  const data = { personId: 'rosalind-okafor' }
  const at = (host: string) =>
    request.post(`${origin()}/api/demo/sign-in`, { headers: { host, origin: `http://${host}` }, data })
  const { host, port } = new URL(origin())
  expect((await at(`evil.example:${port}`)).status()).toBe(404)
  expect((await at(host)).status()).toBe(204)
})

test('another device cannot look into a chat, and bodies have a limit', async ({ request }) => {
  const id = '0195aaaa-0000-7000-8000-000000000001'
  expect((await request.get(`${origin()}/api/gateway/chats/${id}/live`)).status()).toBe(404)
  const headers = { origin: origin() }
  const large = await request.post(`${origin()}/api/gateway/chats`, { headers, data: { text: 'x'.repeat(100_000) } })
  expect(large.status()).toBe(413)
  const wrong = await request.post(`${origin()}/api/gateway/chats`, {
    headers,
    data: { id, lineId: 'skerrow-site', queueId: 'groups', name: '', text: 'x' },
  })
  expect(wrong.status()).toBe(422)
  const nul = await request.post(`${origin()}/api/gateway/chats`, { headers, data: { id, text: 'a\u0000b' } })
  expect(nul.status()).toBe(422)
  expect(((await wrong.json()) as { fields: object }).fields).toMatchObject({ name: 'Give a name.' })
})
