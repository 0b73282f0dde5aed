import { expect } from '@playwright/test'
import { answerWindow, test } from './journey.ts'
import { bayOf, customerAt, expectAccessible, goHome, passSeconds, sayPresence, signIn } from './people.ts'

const png = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
)

test('a customer writes, an agent answers, both talk, the agent ends and wraps up', async ({ browser }) => {
  const ana = await signIn(browser, 'Ana Mirel')
  await sayPresence(ana, 'Ready')
  await expectAccessible(ana)
  const words = 'May our dog stay with us? See https://skerrow.example/dogs'
  const wilma = await customerAt(browser, 'Wilma Stark', 'Boarding assistance', words)

  const bay = bayOf(ana, 'Wilma Stark')
  await expect(bay).toContainText('May our dog stay with us?')
  await expect(bay.getByRole('timer')).toBeVisible()
  await expect(ana).toHaveTitle(/Wilma Stark/)
  await expectAccessible(ana)
  await ana.keyboard.press('Alt+a')
  await expect(wilma.getByText('You are talking to Ana.')).toBeVisible()
  await expect(bay.getByRole('link', { name: 'https://skerrow.example/dogs' })).toHaveAttribute('rel', /noopener/)

  await bay.getByRole('textbox').pressSequentially('Yes')
  await expect(wilma.getByText('Ana is writing…')).toBeVisible()
  await bay.getByRole('textbox').fill('Yes, on deck 5 <b>with</b> a lead.')
  await bay.getByRole('textbox').press('Enter')
  await expect(wilma.getByRole('log')).toContainText('Yes, on deck 5 <b>with</b> a lead.')
  await expect(bay.getByText('seen')).toBeVisible()
  await wilma.getByRole('textbox', { name: 'Write a message' }).fill('Thank you')
  await wilma.getByRole('button', { name: 'Send' }).click()
  await expect(bay.getByRole('log')).toContainText('Thank you')

  await wilma.locator('input[type=file]').setInputFiles({ name: 'dog.png', mimeType: 'image/png', buffer: png })
  const file = bay.getByRole('link', { name: /dog\.png/ })
  await expect(file).toBeVisible()
  const fetched = await ana.request.get((await file.getAttribute('href')) ?? '')
  expect(fetched.headers()['content-disposition']).toContain('attachment')
  expect(fetched.headers()['content-type']).toBe('image/png')
  await wilma
    .locator('input[type=file]')
    .setInputFiles({ name: 'evil.png', mimeType: 'image/png', buffer: Buffer.from('<script>') })
  await expect(wilma.getByText('Only pictures (PNG, JPEG, GIF, WebP) and PDF files are taken.')).toBeVisible()
  await expectAccessible(wilma)

  await wilma.reload()
  await expect(wilma.getByRole('log')).toContainText('Thank you')

  await bay.getByRole('button', { name: 'End', exact: true }).click()
  await expect(wilma.getByText('The chat has ended. Thank you for writing.')).toBeVisible()
  await bay.getByLabel('Disposition').click()
  await ana.getByRole('option', { name: 'Settled' }).click()
  await bay.getByLabel('Notes').fill('Dog on deck 5')
  await expectAccessible(ana)
  await bay.getByRole('button', { name: 'Finish wrap-up' }).click()
  await expect(bay).toBeHidden()
  await goHome(ana)

  const rosalind = await signIn(browser, 'Rosalind Okafor', '/review?customer=Wilma')
  await rosalind.getByRole('gridcell', { name: 'Wilma Stark' }).click()
  await expect(rosalind.getByText('Dog on deck 5')).toBeVisible()
  await expect(rosalind.getByRole('log')).toContainText('Yes, on deck 5')
  await rosalind.getByRole('button', { name: 'Why this person' }).first().click()
  await expect(rosalind.getByRole('dialog')).toContainText('could be offered it')
})

test('an offer that nobody answers goes to the next agent, and the first is set to Unattended', async ({ browser }) => {
  const ines = await signIn(browser, 'Inês Valadão')
  await sayPresence(ines, 'Ready')
  const joao = await signIn(browser, 'João Tavares')
  await sayPresence(joao, 'Ready')
  const owen = await customerAt(browser, 'Owen Lomas', 'Today', 'Is the 14:10 running?')
  await expect(bayOf(ines, 'Owen Lomas')).toBeVisible()
  await passSeconds(answerWindow)
  await expect(bayOf(joao, 'Owen Lomas')).toBeVisible()
  await expect(ines.getByText('you were set to Unattended')).toBeVisible()
  await bayOf(joao, 'Owen Lomas').getByRole('button', { name: 'Decline' }).click()
  await joao.getByRole('menuitem', { name: 'Not my field' }).click()
  await expect(bayOf(joao, 'Owen Lomas')).toBeHidden()
  await ines.getByRole('button', { name: 'Ready again' }).click()
  await expect(bayOf(ines, 'Owen Lomas')).toBeHidden()
  await owen.getByRole('button', { name: 'Leave the chat' }).click()
  await owen.getByRole('button', { name: 'Leave the chat' }).click()
  await expect(owen.getByText('You have left the queue.')).toBeVisible()
  await goHome(ines)
  await goHome(joao)
})

test('a customer sees the place in the queue; closing the page counts as giving up after a grace', async ({
  browser,
}) => {
  const first = await customerAt(browser, 'Clara Nairn', 'Groups', 'A blue rucksack')
  await expect(first.getByRole('status').first()).toContainText('You are next.')
  const second = await customerAt(browser, 'Hugo Orme', 'Groups', 'A red umbrella')
  await expect(second.getByRole('status').first()).toContainText('You are number 2 in the queue.')
  await first.context().close()
  const rosalind = await signIn(browser, 'Rosalind Okafor', '/live')
  await expect(rosalind.getByRole('region', { name: 'Groups' })).toContainText('0:')
  await passSeconds(25)
  await expect(second.getByRole('status').first()).toContainText('You are next.')
  await rosalind.goto('/review?customer=Clara')
  await expect(rosalind.getByRole('gridcell', { name: 'gave up' })).toBeVisible()
  await second.getByRole('button', { name: 'Leave the chat' }).click()
  await second.getByRole('button', { name: 'Leave the chat' }).click()
  await expect(second.getByText('You have left the queue.')).toBeVisible()
})

test('at a telephone’s width one bay shows, an offer comes to the front, and the others stay a press away', async ({
  browser,
}) => {
  const joao = await signIn(browser, 'João Tavares')
  await joao.setViewportSize({ width: 390, height: 800 })
  await sayPresence(joao, 'Ready')
  const olga = await customerAt(browser, 'Olga Reuter', 'Bookings', 'A cabin, please')
  await bayOf(joao, 'Olga Reuter').getByRole('button', { name: 'Answer' }).click()
  await expect(olga.getByText('You are talking to João.')).toBeVisible()
  const pilar = await customerAt(browser, 'Pilar Quist', 'Bookings', 'A car, please')
  await expect(bayOf(joao, 'Pilar Quist')).toBeVisible()
  await expect(bayOf(joao, 'Olga Reuter')).toBeHidden()
  await expectAccessible(joao)
  await joao.getByRole('button', { name: 'Olga Reuter' }).click()
  await bayOf(joao, 'Olga Reuter').getByRole('textbox').fill('With a window?')
  await bayOf(joao, 'Olga Reuter').getByRole('textbox').press('Enter')
  await expect(olga.getByRole('log')).toContainText('With a window?')
  await joao.getByRole('button', { name: 'Pilar Quist: offered' }).click()
  await bayOf(joao, 'Pilar Quist').getByRole('button', { name: 'Answer' }).click()
  await expect(pilar.getByText('You are talking to João.')).toBeVisible()
  const width = await joao.evaluate(() => document.documentElement.scrollWidth)
  expect(width).toBeLessThanOrEqual(390)
  await joao.setViewportSize({ width: 1280, height: 800 })
  await goHome(joao)
})
