import { expect, type Browser, type Page } from '@playwright/test'
import { test } from './journey.ts'
import { bayOf, customerAt, expectAccessible, goHome, origin, sayPresence, signIn } from './people.ts'

const words = 'The quay is under water. We are back as soon as we can.'

/** Rosalind with the form of an emergency closing before her. */
async function aboutToClose(browser: Browser): Promise<Page> {
  const rosalind = await signIn(browser, 'Rosalind Okafor', '/live')
  await rosalind.getByRole('button', { name: 'Close in an emergency…' }).click()
  await expect(rosalind.getByRole('dialog')).toContainText('7 queues close')
  return rosalind
}

test('a centre closes in one action, and opening it gives everything back', async ({ browser }) => {
  const ana = await signIn(browser, 'Ana Mirel', '/seat')
  await sayPresence(ana, 'Ready')
  await customerAt(browser, 'Orla Quist', 'Today', 'Does the early boat sail?')
  await expect(bayOf(ana, 'Orla Quist')).toBeVisible()
  await ana.keyboard.press('Alt+a')
  const pim = await customerAt(browser, 'Pim Arlo', 'Groups', 'A choir of sixty')

  const rosalind = await aboutToClose(browser)
  const effect = rosalind.getByRole('region', { name: 'What it would do' })
  await expect(effect).toContainText('1 waits and keeps the place.')
  await expect(effect).toContainText('1 conversation goes on.')
  await expect(effect).toContainText('1 person is set to Evacuated.')
  await rosalind.getByLabel('Announcement to customers').fill(words)
  await expectAccessible(rosalind)
  await rosalind.getByRole('button', { name: 'Close 7 queues now' }).click()

  const banner = rosalind.getByRole('alert').filter({ hasText: 'Closed in an emergency since' })
  await expect(banner).toContainText('the whole centre (emergency, Rosalind Okafor)')
  await expect(banner).toContainText('7 queues are closed, 1 person was set to Evacuated.')
  const lane = rosalind.getByRole('region', { name: 'Groups' })
  await expect(lane).toContainText('closed in an emergency')
  await expect(lane.getByRole('button', { name: /Pim Arlo/ })).toBeVisible()
  await expectAccessible(rosalind)

  await expect(ana.getByRole('banner').getByText('Evacuated', { exact: true })).toBeVisible()
  await expect(ana.getByRole('alert').filter({ hasText: 'you were set to Evacuated' })).toBeVisible()
  await ana.getByLabel('Write to Orla').fill('We have to leave, I am so sorry.')
  await ana.keyboard.press('Enter')
  await expect(bayOf(ana, 'Orla Quist').getByRole('log')).toContainText('We have to leave')
  await expect(pim.getByRole('status')).toContainText(`${words} You keep your place.`)

  const late = await (await browser.newContext({ baseURL: origin() })).newPage()
  await late.goto('/outside/site')
  await expect(late.getByText(`${words} You can leave a message`)).toBeVisible()
  await late.context().close()

  const mei = await signIn(browser, 'Mei Sorrell', '/live')
  await expect(mei.getByRole('alert').filter({ hasText: words })).toBeVisible()
  await expect(mei.getByRole('button', { name: 'Open again' })).toHaveCount(0)
  await expect(mei.getByRole('button', { name: 'Close in an emergency…' })).toHaveCount(0)
  for (const [type, body] of [
    ['endEmergency', { emergencyId: 'any' }],
    [
      'beginEmergency',
      { emergencyId: 'any', scope: 'centre', evacuate: true, waiting: 'kept', talking: 'goOn', reason: 'other' },
    ],
  ]) {
    const answer = await mei.request.post('/api/commands', {
      data: { id: `mei-tries-${String(type)}`, type, body },
      headers: { origin: origin() },
    })
    expect(answer.status()).toBe(403)
  }
  await mei.context().close()

  await banner.getByRole('button', { name: 'Open again' }).click()
  const sure = rosalind.getByRole('dialog')
  await expect(sure).toContainText('1 person gets back the presence they had')
  await sure.getByRole('button', { name: 'Open again' }).click()
  await expect(banner).toHaveCount(0)
  await expect(lane).toContainText('until 12:30')
  await expect(ana.getByRole('banner').getByText('Ready', { exact: true })).toBeVisible()
  await pim.getByRole('button', { name: 'Leave the chat' }).click()
  await pim.getByRole('button', { name: 'Leave the chat' }).click()
  await rosalind.context().close()
  await goHome(ana)
})

test('some queues close, those who wait are rejected and told why', async ({ browser }) => {
  const pim = await customerAt(browser, 'Pim Arlo', 'Groups', 'A choir of sixty')
  const rosalind = await aboutToClose(browser)
  await rosalind.getByRole('radio', { name: 'Some queues' }).check()
  const effect = rosalind.getByRole('region', { name: 'What it would do' })
  await expect(effect).toContainText('There is nothing to close')
  await rosalind.getByLabel('Queues', { exact: true }).fill('Groups')
  await rosalind.getByRole('option', { name: 'Groups' }).click()
  await rosalind.keyboard.press('Escape')
  await rosalind.getByRole('combobox', { name: 'Those who wait' }).click()
  await rosalind.getByRole('option', { name: 'are rejected' }).click()
  await expect(effect).toContainText('1 queue closes: Groups.')
  await expect(effect).toContainText('1 waits and is rejected.')
  await rosalind.getByLabel('Announcement to customers').fill(words)
  await rosalind.getByRole('button', { name: 'Close 1 queue now' }).click()
  await expect(pim.getByRole('status')).toContainText(words)
  await expect(pim.getByRole('button', { name: 'Start another chat' })).toBeVisible()

  await expect(rosalind.getByRole('dialog')).toHaveCount(0)
  await rosalind.getByRole('button', { name: 'Groups', exact: true }).click()
  const panel = rosalind.getByRole('dialog')
  await expect(panel).toContainText('Closed in an emergency since')
  await expect(panel.getByRole('button', { name: 'Close it now' })).toHaveCount(0)
  await rosalind.keyboard.press('Escape')
  await rosalind.getByRole('button', { name: 'Open again' }).click()
  await rosalind.getByRole('dialog').getByRole('button', { name: 'Open again' }).click()
  await expect(rosalind.getByRole('button', { name: 'Open again' })).toHaveCount(0)
  await rosalind.context().close()
})
