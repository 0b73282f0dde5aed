import { readFileSync } from 'node:fs'
import { expect, type Browser, type Page } from '@playwright/test'
import { test } from './journey.ts'
import {
  choose,
  bayOf,
  centreNow,
  customerAt,
  expectAccessible,
  goHome,
  origin,
  passSeconds,
  sayPresence,
  signIn,
} from './people.ts'

const saved = async (page: Page): Promise<void> => {
  await page.getByRole('button', { name: 'Save and publish' }).click()
  await expect(page.getByText(/Published as version \d+\./)).toBeVisible()
}

test('a week is drawn, moved, typed and copied, and its effect shows beside it', async ({ browser }) => {
  const rosalind = await signIn(browser, 'Rosalind Okafor', '/plan?hours=bookings')
  await expect(rosalind.getByRole('listitem').filter({ hasText: 'Lantern feast' }).first()).toBeVisible()
  await expectAccessible(rosalind)
  await rosalind.getByRole('button', { name: 'New hours' }).click()
  await rosalind.getByLabel('Name', { exact: true }).first().fill('Quay office')
  const effects = rosalind.getByRole('region', { name: 'Effects' })
  await expect(effects).toContainText('40 h open in a week.')

  const week = await rosalind.getByTestId('week').boundingBox()
  if (week === null) throw new Error('the week is not there')
  const at = (hour: number, day: number): [number, number] => [
    week.x + (week.width * hour) / 24,
    week.y + (day - 0.5) * (week.height / 7),
  ]
  await rosalind.mouse.move(...at(8, 6))
  await rosalind.mouse.down()
  await rosalind.mouse.move(...at(12, 6), { steps: 5 })
  await rosalind.mouse.up()
  const saturday = rosalind.getByLabel('Saturday, typed')
  await expect(saturday).toHaveValue('08:00-12:00')
  await expect(effects).toContainText('44 h open in a week.')
  await expect(rosalind.getByRole('button', { name: 'Saturday 08:00 to 12:00' })).toBeFocused()
  await rosalind.keyboard.press('Shift+ArrowRight')
  await rosalind.keyboard.press('Alt+ArrowRight')
  await expect(saturday).toHaveValue('08:15-12:15')
  await rosalind.keyboard.press('ArrowDown')
  await expect(rosalind.getByLabel('Sunday, typed')).toHaveValue('08:15-12:15')
  await rosalind.keyboard.press('Delete')
  await expect(rosalind.getByLabel('Sunday, typed')).toHaveValue('')

  await rosalind.getByLabel('Friday, typed').fill('8-12:30, 12:40-17')
  await rosalind.keyboard.press('Enter')
  await expect(effects).toContainText('Friday: a gap of 10 min at 12:30.')
  await rosalind.getByLabel('Friday, typed').fill('22-6')
  await rosalind.keyboard.press('Enter')
  await expect(rosalind.getByRole('button', { name: 'Friday 22:00 to 06:00 of the next day' })).toBeVisible()
  await rosalind.getByRole('button', { name: 'Copy Friday to other days' }).click()
  await rosalind.getByRole('menuitem', { name: 'Copy to every day' }).click()
  await expect(effects).toContainText('56 h open in a week.')
  await rosalind.getByLabel('Time zone').fill('Tokyo')
  await rosalind.getByRole('option', { name: 'Asia/Tokyo' }).click()
  await expect(effects).toContainText(
    'This uses Asia/Tokyo, but the people concerned are at Port Ansel (Europe/Lisbon)',
  )
  await expect(rosalind.getByText('UTC+09:00 now')).toBeVisible()
  await rosalind.getByLabel('Show in my zone').check()
  await expect(effects.getByRole('listitem')).toHaveCount(14)
  await saved(rosalind)
  await rosalind.waitForURL(/hours=(?!bookings)/)
  await rosalind.reload()
  await expect(rosalind.getByRole('textbox', { name: 'Name', exact: true }).first()).toHaveValue('Quay office')
  await expect(rosalind.getByRole('textbox', { name: 'Tuesday, typed' })).toHaveValue('22:00-06:00')
  await rosalind.context().close()
})

const calendarFile = `BEGIN:VCALENDAR
VERSION:2.0
PRODID:-//made up//EN
BEGIN:VEVENT
UID:a@made-up.example
DTSTART;VALUE=DATE:20270315
SUMMARY:Harbour day
END:VEVENT
BEGIN:VEVENT
UID:b@made-up.example
DTSTART;VALUE=DATE:20270810
SUMMARY:Blessing of the nets
END:VEVENT
BEGIN:VEVENT
UID:c@made-up.example
DTSTART;VALUE=DATE:20271101
DTEND;VALUE=DATE:20271103
SUMMARY:Lights\\, two days
END:VEVENT
END:VCALENDAR
`

const give = async (page: Page, text: string): Promise<void> => {
  const chooser = page.waitForEvent('filechooser')
  await page.getByRole('button', { name: 'Import a file' }).click()
  await (await chooser).setFiles({ name: 'made-up.ics', mimeType: 'text/calendar', buffer: Buffer.from(text) })
}

test('holidays are imported after a look at what changes, and exported', async ({ browser }) => {
  const rosalind = await signIn(browser, 'Rosalind Okafor', '/plan?calendar=vellan')
  await expectAccessible(rosalind)
  await give(rosalind, calendarFile.replace('20271103', '20271035'))
  await expect(rosalind.getByText(/The file has a fault in line 17: .*Nothing of it was taken\./)).toBeVisible()
  await give(rosalind, calendarFile)
  const preview = rosalind.getByRole('region', { name: 'What the file would change' })
  await expect(preview).toContainText('It adds 1, changes 1, removes 0; 1 stay the same.')
  await expect(preview).toContainText('2027-11-01 – 2027-11-02 Lights, two days')
  await expect(preview).toContainText('Blessing of the nets: 2027-08-09 → 2027-08-10')
  const list = rosalind.getByRole('list', { name: 'Holidays' })
  await expect(list).not.toContainText('Lights')
  await rosalind.getByRole('button', { name: 'Take these changes' }).click()
  await expect(list).toContainText('Lights, two days')
  await rosalind.getByRole('button', { name: 'Copy 2027 to 2028' }).click()
  await expect(rosalind.getByRole('heading', { name: '2028: 3 holidays' })).toBeVisible()
  await saved(rosalind)
  const download = rosalind.waitForEvent('download')
  await rosalind.getByRole('button', { name: 'Export' }).click()
  const file = await download
  expect(file.suggestedFilename()).toBe('vellan-holidays.ics')
  const written = readFileSync(await file.path(), 'utf8')
  expect(written.match(/BEGIN:VEVENT/g)).toHaveLength(6)
  expect(written).toContain('SUMMARY:Lights\\, two days')
  await give(rosalind, written)
  await expect(preview).toContainText('It adds 0, changes 0, removes 0; 6 stay the same.')
  await rosalind.context().close()
})

const clock = (at: number): string => new Date(at).toISOString().slice(11, 16)

const closedCustomer = async (browser: Browser, name: string, about: string, words: string): Promise<Page> => {
  const page = await (await browser.newContext({ baseURL: origin() })).newPage()
  await page.goto('/outside/site')
  await page.getByLabel('Your name').fill(name)
  await page.getByLabel('What is it about?').click()
  await page.getByRole('option', { name: `${about} (closed)` }).click()
  await page.getByLabel('Your message').fill(words)
  return page
}

test('a queue closes by itself with somebody waiting, keeps messages, and opens again', async ({ browser }) => {
  const rosalind = await signIn(browser, 'Rosalind Okafor', '/plan?queue=groups')
  const minute = Math.ceil((await centreNow()) / 60_000) * 60_000
  const [closes, opens] = [minute + 5 * 60_000, minute + 15 * 60_000]
  // Hours are made on the spot, without leaving the queue.
  await choose(rosalind, 'Opening hours', 'New hours…')
  const dialog = rosalind.getByRole('dialog')
  await dialog.getByLabel('Name', { exact: true }).first().fill('Short day')
  await dialog.getByLabel('Friday, typed').fill(`8:00-${clock(closes)}, ${clock(opens)}-17:00`)
  await rosalind.keyboard.press('Enter')
  await dialog.getByRole('button', { name: 'Save and publish' }).click()
  await expect(dialog).toBeHidden()
  await expect(rosalind.getByRole('combobox', { name: 'Opening hours' })).toContainText('Short day')
  await saved(rosalind)

  await customerAt(browser, 'Orla Quist', 'Groups', 'Sixty on the early boat')
  await rosalind.goto('/live')
  const lane = rosalind.getByRole('region', { name: 'Groups' })
  await expect(lane).toContainText(`open until ${clock(closes)}`)
  await passSeconds((closes - (await centreNow())) / 1000 + 1)
  await expect(lane).toContainText(`closed, opens ${clock(opens)}`)
  await expect(lane.getByRole('button', { name: /Orla Quist/ })).toBeVisible()
  await expectAccessible(rosalind)

  const late = await closedCustomer(browser, 'Pim Arlo', 'Groups', 'A choir, in May')
  // The customer's own clock is five hours behind the centre's.
  await expect(late.getByRole('region', { name: 'Chat with us' }).getByRole('alert')).toContainText(
    `at ${clock(opens - 5 * 3_600_000)}`,
  )
  await late.getByRole('button', { name: 'Leave the message' }).click()
  await expect(late.getByRole('status')).toContainText('Your message is kept and has its place')
  await late.context().close()
  await expect(lane).toContainText('1 message was left for the opening.')

  const bram = await signIn(browser, 'Bram Ostrander', '/seat')
  await sayPresence(bram, 'Ready')
  await expect(bayOf(bram, 'Orla Quist')).toBeVisible()
  await bram.keyboard.press('Alt+a')
  await bram.getByRole('button', { name: 'End', exact: true }).click()
  await bram.getByRole('button', { name: 'Finish wrap-up' }).click()
  await expect(bayOf(bram, 'Pim Arlo')).toBeHidden()
  await passSeconds((opens - (await centreNow())) / 1000 + 1)
  await expect(bayOf(bram, 'Pim Arlo')).toBeVisible()
  await bram.keyboard.press('Alt+a')
  await expect(bayOf(bram, 'Pim Arlo')).toContainText('A choir, in May')
  await goHome(bram)

  await rosalind.goto('/plan?queue=groups')
  await choose(rosalind, 'Opening hours', 'Office')
  await saved(rosalind)
  await rosalind.context().close()
})

test('what is in use is deleted only with something in its place', async ({ browser }) => {
  const rosalind = await signIn(browser, 'Rosalind Okafor', '/plan?hours=lost-property')
  await rosalind.getByRole('button', { name: 'Delete' }).click()
  const dialog = rosalind.getByRole('dialog')
  await expect(dialog).toContainText('It is used by Lost property. Choose what they use instead.')
  await expect(dialog.getByRole('button', { name: 'Delete' })).toBeDisabled()
  await expectAccessible(rosalind)
  await choose(rosalind, 'Instead', 'Freight desk')
  await dialog.getByRole('button', { name: 'Delete' }).click()
  await expect(rosalind.getByText(/Published as version \d+\./)).toBeVisible()
  await rosalind.goto('/plan?queue=lost-property')
  await expect(rosalind.getByRole('combobox', { name: 'Opening hours' })).toContainText('Freight desk')
  await rosalind.goto('/plan?calendar=harbour')
  await rosalind.getByRole('button', { name: 'Delete' }).click()
  await expect(dialog).toContainText('It is used by Freight desk.')
  await choose(rosalind, 'Instead', 'None of these holidays')
  await dialog.getByRole('button', { name: 'Delete' }).click()
  await expect(rosalind.getByText(/Published as version \d+\./)).toBeVisible()
  await expect(rosalind.getByRole('button', { name: 'Harbour closures' })).toHaveCount(0)
  await rosalind.context().close()
})

test('a supervisor closes a queue for a while, with a reason, and ends that', async ({ browser }) => {
  const rosalind = await signIn(browser, 'Rosalind Okafor', '/live')
  // By its id: the panel makes what is behind it silent.
  const lane = rosalind.locator('#bookings')
  await lane.getByRole('button', { name: 'Bookings', exact: true }).click()
  const panel = rosalind.getByRole('dialog')
  await expect(panel).toContainText('Opening hours: Bookings, every day')
  await expect(panel.getByRole('button', { name: 'Close it now' })).toBeDisabled()
  await choose(rosalind, 'Reason', 'weather')
  await expectAccessible(rosalind)
  await panel.getByRole('button', { name: 'Close it now' }).click()
  await expect(panel).toContainText(/Closed until \d\d:\d\d by a stopgap: weather \(Rosalind Okafor\)\./)
  await expect(lane).toContainText(/closed, opens \d\d:\d\d, in (\d+ min|1 h)/)
  await expect(lane).toContainText('Closed for a while: weather.')

  const mei = await signIn(browser, 'Mei Sorrell', '/live?lane=bookings')
  await expect(mei.getByRole('dialog')).toContainText('by a stopgap: weather')
  await expect(mei.getByRole('button', { name: 'End this' })).toHaveCount(0)
  const refused = await mei.request.post('/api/commands', {
    data: { id: 'mei-tries', type: 'endStopgap', body: { stopgapId: 'any' } },
    headers: { origin: origin() },
  })
  expect(refused.status()).toBe(403)
  await mei.context().close()

  const late = await closedCustomer(browser, 'Ines Fall', 'Bookings', 'Two cabins')
  await late.context().close()
  await panel.getByRole('button', { name: 'End this' }).click()
  await expect(panel).toContainText('Open until 22:00')
  await expect(lane).not.toContainText('Closed')

  // Early today, in words of her own.
  await choose(rosalind, 'Begins', 'at a time')
  await choose(rosalind, 'For how long', 'the rest of the day')
  await choose(rosalind, 'Reason', 'meeting or training')
  await panel.getByLabel('In your own words').fill('Storm briefing')
  await panel.getByRole('button', { name: 'Apply' }).click()
  await expect(panel).toContainText(/Closes at \d\d:\d\d, until .*00:00, by a stopgap: Storm briefing/)
  await expect(lane).toContainText(/Closes at \d\d:\d\d: Storm briefing\./)
  await panel.getByRole('button', { name: 'End this' }).click()
  await expect(panel).toContainText('Open until 22:00')
  await rosalind.context().close()
})
