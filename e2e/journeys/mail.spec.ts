import { expect, type Page } from '@playwright/test'
import { test } from './journey.ts'
import { bayOf, deleteShown, expectAccessible, goHome, passSeconds, png, sayPresence, signIn } from './people.ts'

const pdf = Buffer.from('%PDF-1.7 a ticket')

/** A customer's mailbox, with a new email begun. */
async function writing(page: Page, mailbox: string, to: string, subject: string, words: string): Promise<void> {
  await page.goto(`/outside/mailbox?${new URLSearchParams({ mailbox, to })}`)
  await page.getByRole('textbox', { name: 'Subject' }).fill(subject)
  await page.getByRole('textbox', { name: 'Email', exact: true }).fill(words)
}

const send = (page: Page): Promise<void> => page.getByRole('button', { name: 'Send', exact: true }).click()

test('a customer writes with a file, an agent answers under the same subject; it rests, and comes back to the same agent', async ({
  browser,
}) => {
  const ana = await signIn(browser, 'Ana Mirel')
  await sayPresence(ana, 'Ready')
  const odile = await signIn(browser, 'Rosalind Okafor', null)
  await writing(
    odile,
    'odile.nairn@mail.example',
    'bookings@skerrow.example',
    'Booking SK-4831',
    'Is this\nthe right ticket?',
  )
  await odile
    .locator('input[type=file]')
    .setInputFiles({ name: 'ticket.pdf', mimeType: 'application/pdf', buffer: pdf })
  await expectAccessible(odile)
  await send(odile)
  await expect(odile.getByText(/you .* delivered/)).toBeVisible()

  const bay = bayOf(ana, 'Odile Nairn')
  await expect(bay).toContainText('odile.nairn@mail.example to bookings@skerrow.example')
  await expect(bay.getByText('Booking SK-4831')).toBeVisible()
  await expect(bay.getByText('ticket.pdf')).toBeVisible()
  await ana.keyboard.press('Alt+a')
  await bay.getByRole('textbox', { name: 'Write to Odile' }).fill('It is.\nSee you on Friday.')
  await bay.getByRole('textbox', { name: 'Write to Odile' }).press('Enter')
  await expectAccessible(ana)
  await bay.getByRole('textbox', { name: 'Write to Odile' }).press('Control+Enter')
  await expect(bay.getByText(/you .* delivered/)).toBeVisible()
  // It answers the same matter: nothing else is there, and the subject is not told again.
  await expect(odile.getByRole('log')).toContainText('See you on Friday.')
  await expect(odile.getByRole('navigation').getByRole('button')).toHaveCount(2)
  await expect(bay.getByText('Booking SK-4831')).toHaveCount(1)

  // It rests a minute after the answer, and makes room.
  await passSeconds(61)
  await expect(bay).toBeHidden()
  await odile.getByRole('textbox', { name: 'Email', exact: true }).fill('Thank you!')
  await send(odile)
  await expect(bay.getByRole('button', { name: /Answer/ })).toBeVisible()
  await expect(bay).toContainText('Thank you!')
  await ana.keyboard.press('Alt+a')
  await bay.getByRole('textbox', { name: 'Subject' }).fill('Your new timetable')
  await bay.getByRole('textbox', { name: 'Write to Odile' }).fill('Here it is.')
  await bay.locator('input[type=file]').setInputFiles({ name: 'map.png', mimeType: 'image/png', buffer: png })
  await bay.getByRole('button', { name: 'Send', exact: true }).click()
  await odile.getByRole('button', { name: /Your new timetable/ }).click()
  await expect(odile.getByRole('link', { name: /map\.png/ })).toBeVisible()

  await bay.getByRole('button', { name: 'End', exact: true }).click()
  await bay.getByRole('button', { name: 'Finish wrap-up' }).click()
  await expect(bay).toBeHidden()
  await odile.goto('/review?channel=email')
  await odile.getByRole('gridcell', { name: 'Odile Nairn' }).first().click()
  await expect(odile.getByText('Bookings mailbox, from odile.nairn@mail.example')).toBeVisible()
  const said = odile.getByRole('log')
  await expect(said.getByText('Booking SK-4831')).toHaveCount(1)
  await expect(said.getByText('Your new timetable')).toBeVisible()
  await goHome(ana)
})

test('an agent writes first; what does not arrive is seen and sent again; a customer is found by the address', async ({
  browser,
}) => {
  const ana = await signIn(browser, 'Ana Mirel', '/seat')
  await sayPresence(ana, 'Ready')
  await ana.getByRole('button', { name: 'Call or write to somebody' }).click()
  const panel = ana.getByRole('dialog')
  await panel.getByRole('textbox', { name: 'Number or email address' }).fill('Jonas.Selkirk@mail.example')
  await panel.getByRole('combobox', { name: 'On behalf of' }).click()
  await ana.getByRole('option', { name: 'Bookings' }).click()
  await expect(panel.getByText('They see bookings@skerrow.example, Bookings mailbox.')).toBeVisible()
  await panel.getByRole('textbox', { name: 'First words' }).fill('Your sailing leaves at 14:30.')
  await expect(panel.getByRole('button', { name: 'Send the email' })).toBeDisabled()
  await panel.getByRole('textbox', { name: 'Subject' }).fill('Your sailing')
  await expectAccessible(ana)
  const jonas = await signIn(browser, 'Rosalind Okafor', '/outside/mailbox?mailbox=jonas.selkirk%40mail.example')
  await jonas.getByLabel('Do not arrive, percent').fill('100')
  await jonas.getByRole('button', { name: 'Set', exact: true }).click()
  await expect(jonas.getByRole('button', { name: 'Set', exact: true })).toBeDisabled()
  await panel.getByRole('button', { name: 'Send the email' }).click()
  const bay = bayOf(ana, 'jonas.selkirk@mail.example')
  await expect(bay.getByText('not delivered')).toBeVisible()
  await jonas.getByLabel('Do not arrive, percent').fill('0')
  await jonas.getByRole('button', { name: 'Set', exact: true }).click()
  await expect(jonas.getByRole('button', { name: 'Set', exact: true })).toBeDisabled()
  await bay.getByRole('button', { name: 'Send again' }).click()
  await expect(bay.getByText('not delivered')).toBeHidden()

  await jonas.getByRole('button', { name: /Your sailing/ }).click()
  await expect(jonas.getByRole('log')).toContainText('leaves at 14:30')
  await jonas.getByRole('textbox', { name: 'Email', exact: true }).fill('I will be there.')
  await send(jonas)
  await expect(bay.getByRole('log')).toContainText('I will be there.')
  await goHome(ana)
  await jonas.goto('/review/customers')
  await jonas.getByRole('textbox', { name: /Find by/ }).fill('SELKIRK@mail')
  await expect(jonas.getByText('1 customer', { exact: true })).toBeVisible()
  await jonas.getByRole('gridcell', { name: 'jonas.selkirk@mail.example' }).first().click()
  await expect(jonas.getByRole('heading', { level: 1 })).toHaveText('jonas.selkirk@mail.example')
})

test('a mailbox is made as a line: its address is checked, and no other’s', async ({ browser }) => {
  const rosalind = await signIn(browser, 'Rosalind Okafor', '/plan')
  await rosalind
    .getByRole('button', { name: /New line|New/ })
    .first()
    .click()
  await rosalind.getByRole('textbox', { name: 'Name' }).fill('Storm mailbox')
  await rosalind.getByLabel('Kind of line').click()
  await rosalind.getByRole('option', { name: 'Mailbox' }).click()
  await expect(rosalind.getByText('It has no address yet').first()).toBeVisible()
  const address = rosalind.getByRole('textbox', { name: 'Address' })
  await address.fill('bookings@skerrow.example')
  await expect(rosalind.getByText('belongs to Bookings mailbox').first()).toBeVisible()
  await address.fill('storms@')
  await expect(rosalind.getByText('is not a valid email address').first()).toBeVisible()
  await address.fill('Storms@skerrow.example')
  await rosalind.getByRole('combobox', { name: 'Leads to' }).click()
  await rosalind.getByRole('option', { name: 'Bookings' }).click()
  await rosalind.getByRole('combobox', { name: 'Hours' }).click()
  await rosalind.getByRole('option', { name: 'Night, from Marrow Bay' }).click()
  await rosalind.getByLabel('Automatic reply when closed').fill('We answer from {opens}.')
  await expectAccessible(rosalind)
  await rosalind.getByRole('button', { name: 'Save and publish' }).click()
  await expect(rosalind.getByText(/Published/).first()).toBeVisible()

  // These hours begin in the evening, whatever time other journeys have let pass; its queue is open.
  const esme = await signIn(browser, 'Rosalind Okafor', null)
  await writing(esme, 'esme.rudd@mail.example', 'storms@skerrow.example', 'An umbrella', 'It is green.')
  await send(esme)
  await expect(esme.getByText(/^We answer from (Fri 12|Sat 13) March, \d\d:\d\d\.$/)).toBeVisible()
  const ana = await signIn(browser, 'Ana Mirel')
  await sayPresence(ana, 'Ready')
  const bay = bayOf(ana, 'Esme Rudd')
  await expect(bay).toContainText('An umbrella')
  await ana.keyboard.press('Alt+a')
  await expect(bay.getByRole('log')).toContainText('We answer from')
  await goHome(ana)

  await deleteShown(rosalind, 'Storm mailbox')
  await esme.getByRole('textbox', { name: 'Email', exact: true }).fill('And a hat.')
  await send(esme)
  await expect(esme.getByText('No line of the centre has the address storms@skerrow.example.')).toBeVisible()
})
