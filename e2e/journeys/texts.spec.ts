import { expect, type Page } from '@playwright/test'
import { phoneAt, text } from './calling.ts'
import { test } from './journey.ts'
import { bayOf, deleteShown, expectAccessible, goHome, passSeconds, png, sayPresence, signIn } from './people.ts'

const sailings = '+442079460101'
/** By which scanners are tried; in two parts, so that this is no test file itself. */
const eicar = ['X5O!P%@AP[4\\PZX54(P^)7CC)7}$', 'EICAR-STANDARD-ANTIVIRUS-TEST-FILE!$H+H*'].join('')

test('a customer texts, an agent answers; what is not delivered is seen and sent again; STOP is obeyed', async ({
  browser,
}) => {
  const ana = await signIn(browser, 'Ana Mirel')
  await sayPresence(ana, 'Ready')
  const phone = await signIn(browser, 'Rosalind Okafor', null)
  await phoneAt(phone, '+61491570006', sailings)
  await text(phone, 'Is the 14:10 running?')
  await expect(phone.getByText(/you .* delivered/)).toBeVisible()

  const bay = bayOf(ana, 'Ilse Varga')
  await expect(bay).toContainText('Is the 14:10 running?')
  await expect(bay).toContainText('+61 491 570 006 to +44 20 7946 0101')
  await ana.keyboard.press('Alt+a')
  await bay.getByRole('textbox').fill('It is, 20 minutes late. Da, întârzie.')
  await expect(bay).toContainText('1 text, 33 left')
  await expectAccessible(ana)
  await bay.getByRole('textbox').press('Enter')
  await expect(phone.getByRole('log')).toContainText('20 minutes late')
  await expect(bay.getByText(/delivered/)).toBeVisible()
  await expectAccessible(phone)

  await phone.getByLabel('Do not arrive, percent').fill('100')
  await phone.getByRole('button', { name: 'Set', exact: true }).click()
  await expect(phone.getByRole('button', { name: 'Set', exact: true })).toBeDisabled()
  await bay.getByRole('textbox').fill('Be at the quay at 13:45.')
  await bay.getByRole('textbox').press('Enter')
  await expect(bay.getByText('not delivered')).toBeVisible()
  await phone.getByLabel('Do not arrive, percent').fill('0')
  await phone.getByRole('button', { name: 'Set', exact: true }).click()
  await expect(phone.getByRole('button', { name: 'Set', exact: true })).toBeDisabled()
  await bay.getByRole('button', { name: 'Send again' }).click()
  await expect(bay.getByText('not delivered')).toBeHidden()
  await expect(bay.getByText(/delivered/)).toHaveCount(2)

  await text(phone, 'STOP')
  await expect(phone.getByRole('log')).toContainText('You will get no more texts from this number.')
  await expect(bay.getByText('Ilse has opted out of texts from this number')).toBeVisible()
  await expect(bay.getByRole('textbox')).toBeDisabled()
  await text(phone, 'Start')
  await expect(bay.getByRole('textbox')).toBeEnabled()

  await bay.getByRole('button', { name: 'End', exact: true }).click()
  await bay.getByRole('button', { name: 'Finish wrap-up' }).click()
  await expect(bay).toBeHidden()
  await phone.goto('/review?channel=sms')
  await phone.getByRole('gridcell', { name: 'Ilse Varga' }).first().click()
  await expect(phone.getByText('Texts about today’s sailings, from +61 491 570 006')).toBeVisible()
  await expect(phone.getByRole('log')).toContainText('Be at the quay at 13:45.')
  await goHome(ana)
})

test('pictures go with texts, both ways', async ({ browser }) => {
  const ana = await signIn(browser, 'Ana Mirel')
  await sayPresence(ana, 'Ready')
  const phone = await signIn(browser, 'Rosalind Okafor', null)
  await phoneAt(phone, '+61491575254', sailings)
  const seen = (page: Page, name: string): Promise<void> =>
    expect(async () => {
      const img = page.getByRole('link', { name }).locator('img')
      expect(await img.evaluate((one) => (one as HTMLImageElement).naturalWidth)).toBe(1)
    }).toPass()
  await phone.locator('input[type=file]').setInputFiles({ name: 'bag.png', mimeType: 'image/png', buffer: png })
  await expectAccessible(phone)
  await text(phone, 'Is this bag mine?')
  await seen(phone, 'bag.png')
  const bay = bayOf(ana, 'Idris Merrow')
  await expect(bay).toContainText('Is this bag mine?')
  await ana.keyboard.press('Alt+a')
  await seen(ana, 'bag.png')
  await bay.locator('input[type=file]').setInputFiles({ name: 'tag.png', mimeType: 'image/png', buffer: png })
  await expect(bay).toContainText('Goes as a picture message (MMS).')
  await expectAccessible(ana)
  await bay.getByRole('button', { name: 'Send', exact: true }).click()
  await seen(phone, 'tag.png')
  await expect(bay.getByText(/delivered/)).toBeVisible()

  // What is no picture is refused with a reason; the words are still there to send.
  const fake = { name: 'tag.png', mimeType: 'image/png', buffer: Buffer.from('%PDF-1.7') }
  await bay.locator('input[type=file]').setInputFiles(fake)
  await bay.getByRole('textbox').fill('And this.')
  await bay.getByRole('textbox').press('Enter')
  await expect(bay.getByText(/not sent: Texts carry pictures only/)).toBeVisible()

  // What the scanner finds something in reaches nobody, whichever way it goes.
  const buffer = Buffer.concat([png, Buffer.from(eicar, 'latin1')])
  await phone.locator('input[type=file]').setInputFiles({ name: 'bad.png', mimeType: 'image/png', buffer })
  await text(phone, 'And this one?')
  await expect(bay).toContainText('And this one?')
  await expect(bay).toContainText('[bad.png: not accepted.')
  await expect(ana.getByRole('link', { name: 'bad.png' })).toHaveCount(0)
  await ana.reload()
  await goHome(ana)
})

test('a quiet thread rests, and the next text comes back to whoever had it', async ({ browser }) => {
  const ana = await signIn(browser, 'Ana Mirel')
  await sayPresence(ana, 'Ready')
  const phone = await signIn(browser, 'Rosalind Okafor', null)
  await phoneAt(phone, '+61491570157', sailings)
  await text(phone, 'My bag is at the pier.')
  const bay = bayOf(ana, 'Marta Quill')
  await expect(bay).toBeVisible()
  await ana.keyboard.press('Alt+a')
  await bay.getByRole('textbox').fill('Which pier?')
  await bay.getByRole('textbox').press('Enter')
  await expect(phone.getByRole('log')).toContainText('Which pier?')
  await passSeconds(16 * 60)
  await expect(bay).toBeHidden()
  await text(phone, 'The north one.')
  await expect(bay).toContainText('My bag is at the pier.')
  await expect(bay).toContainText('The north one.')
  await ana.keyboard.press('Alt+a')
  await expect(bay.getByRole('textbox')).toBeVisible()
  await goHome(ana)
})

test('a number is picked for a new line, answered by its queue, and given back', async ({ browser }) => {
  const rosalind = await signIn(browser, 'Rosalind Okafor', '/plan')
  await rosalind
    .getByRole('button', { name: /New line|New/ })
    .first()
    .click()
  await rosalind.getByRole('textbox', { name: 'Name' }).fill('Texts in storms')
  await rosalind.getByLabel('Kind of line').click()
  await rosalind.getByRole('option', { name: 'Text number' }).click()
  await expect(rosalind.getByText('It has no number yet').first()).toBeVisible()
  await rosalind.getByRole('combobox', { name: 'Number' }).click()
  await expect(rosalind.getByRole('option', { name: '+44 20 7946 0101 · London' })).toHaveCount(0)
  await rosalind.getByRole('option', { name: '+44 20 7946 0105 · London' }).click()
  await rosalind.getByRole('combobox', { name: 'Leads to' }).click()
  await rosalind.getByRole('option', { name: "Today's sailings" }).click()
  await expectAccessible(rosalind)
  await rosalind.getByRole('button', { name: 'Save and publish' }).click()
  await expect(rosalind.getByText(/Published/).first()).toBeVisible()

  const phone = await signIn(browser, 'Rosalind Okafor', null)
  await phoneAt(phone, '+61491570313', '+442079460105')
  await text(phone, 'Are you still sailing?')
  await expect(phone.getByText(/you .* delivered/)).toBeVisible()
  const ana = await signIn(browser, 'Ana Mirel')
  await sayPresence(ana, 'Ready')
  await expect(bayOf(ana, 'Greta Dunmore')).toContainText('Are you still sailing?')
  await ana.keyboard.press('Alt+a')
  await goHome(ana)

  await deleteShown(rosalind, 'Texts in storms')
  await text(phone, 'Hello?')
  await expect(phone.getByText('No line of the centre has the number +442079460105.')).toBeVisible()
})
