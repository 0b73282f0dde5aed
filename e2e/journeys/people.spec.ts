import { readFile } from 'node:fs/promises'
import { expect, type Page } from '@playwright/test'
import { Secret, TOTP } from 'otpauth'
import { test } from './journey.ts'
import {
  bayOf,
  choose,
  customerAt,
  expectAccessible,
  goHome,
  openTable,
  origin,
  sayPresence,
  signIn,
} from './people.ts'

const save = async (page: Page): Promise<void> => {
  await page.getByRole('button', { name: 'Save and publish' }).click()
  await expect(page.getByText(/Published as version \d+\./)).toBeVisible()
}

test('a presence state is made, chosen at once, and taken away again', async ({ browser }) => {
  const rosalind = await signIn(browser, 'Rosalind Okafor', '/plan')
  const ana = await signIn(browser, 'Ana Mirel', '/seat')
  await rosalind.getByRole('button', { name: 'New presence state' }).click()
  await rosalind.getByRole('textbox', { name: 'Name' }).fill('Paperwork')
  await expect(rosalind.getByText('No work is received in this state, however long it lasts.').first()).toBeVisible()
  await rosalind.getByRole('spinbutton', { name: 'Longest minutes' }).fill('25')
  await expect(rosalind.getByText('No work is received in this state, however long it lasts.')).toHaveCount(0)
  await expectAccessible(rosalind)
  await save(rosalind)
  await sayPresence(ana, 'Paperwork')
  await expect(rosalind.getByText('1 person in it now.')).toBeVisible()
  // Who is in it is named, put into another, and told.
  await rosalind.getByRole('button', { name: 'Delete' }).click()
  const dialog = rosalind.getByRole('dialog')
  await expect(dialog).toContainText('It is used by Ana Mirel.')
  await expect(dialog.getByRole('button', { name: 'Delete' })).toBeDisabled()
  await choose(rosalind, 'Instead', 'Break')
  await dialog.getByRole('button', { name: 'Delete' }).click()
  await expect(ana.getByRole('banner').getByText('Break', { exact: true })).toBeVisible()
  await expect(ana.getByText('“Paperwork” is no longer in the plan. You are in Break now.')).toBeVisible()
})

test('load limits: a combination is tried on the ring before anybody has it', async ({ browser }) => {
  const rosalind = await signIn(browser, 'Rosalind Okafor', '/plan?limits=three-chats')
  await rosalind.getByRole('button', { name: 'Add a call' }).click()
  await expect(rosalind.getByText('No chat beside a call, which takes the agent alone.')).toBeVisible()
  await expect(rosalind.getByText('No text beside a call of another customer.')).toBeVisible()
  await rosalind.getByRole('checkbox', { name: 'All of one customer' }).check()
  await expect(rosalind.getByText('✓ One more text fits.')).toBeVisible()
  await rosalind.getByRole('checkbox', { name: 'Except beside chats' }).check()
  await expect(rosalind.getByText('✓ One more chat fits.')).toBeVisible()
  await rosalind.getByRole('spinbutton', { name: 'Calls: Slots each' }).fill('4')
  await expect(
    rosalind.getByText('A call can never be taken: it needs 4 slots, and there are 3.').first(),
  ).toBeVisible()
  await expectAccessible(rosalind)
  await rosalind.getByRole('button', { name: 'Undo changes' }).click()
})

test('what a private team does is hidden from a supervisor who is none of its own', async ({ browser }) => {
  const rosalind = await signIn(browser, 'Rosalind Okafor', '/plan')
  const teodor = await signIn(browser, 'Teodor Lindqvist', '/live')
  const ana = await signIn(browser, 'Ana Mirel', '/seat')
  await sayPresence(ana, 'Ready')
  await customerAt(browser, 'Hedda Kruse', "Today's sailings", 'A private matter')
  await bayOf(ana, 'Hedda Kruse')
    .getByRole('button', { name: /^Answer/ })
    .click()
  const ring = teodor.getByRole('region', { name: "Today's sailings" }).getByRole('button', { name: /^Ana Mirel/ })
  await expect(ring).toBeVisible()
  await rosalind.getByRole('button', { name: 'New team' }).click()
  await rosalind.getByRole('textbox', { name: 'Name' }).fill('Harbour office')
  await rosalind.getByRole('combobox', { name: 'Lead' }).fill('Rosalind')
  await rosalind.getByRole('option', { name: 'Rosalind Okafor' }).click()
  await rosalind.getByRole('switch', { name: /^Private/ }).click()
  await rosalind.getByRole('combobox', { name: /in it$/ }).fill('Ana')
  await rosalind.getByRole('option', { name: 'Ana Mirel' }).click()
  await rosalind.keyboard.press('Escape')
  await expect(rosalind.getByText(/^Hidden from .*Teodor Lindqvist/)).toBeVisible()
  await expect(rosalind.getByText('They leave another team for this one: Ana Mirel.')).toBeVisible()
  await expectAccessible(rosalind)
  await save(rosalind)
  await expect(ring).toBeHidden()
  const records = (await (
    await teodor.request.get('/api/records', { headers: { 'eudromos-find': 'Hedda' } })
  ).json()) as { total: number }
  expect(records.total).toBe(0)
  const own = (await (
    await rosalind.request.get('/api/records', { headers: { 'eudromos-find': 'Hedda' } })
  ).json()) as { total: number }
  expect(own.total).toBe(1)
  // Nor does anybody outside look at her seat, or do anything in her name.
  expect((await teodor.request.get('/api/live?view=seat&agent=ana-mirel')).status()).toBe(404)
  const toBreak = { id: 'private-1', type: 'setPresence', body: { agentId: 'ana-mirel', stateId: 'break' } }
  for (const onBehalfOf of [null, 'ana-mirel']) {
    const data = { ...toBreak, onBehalfOf }
    expect((await teodor.request.post('/api/commands', { headers: { origin: origin() }, data })).status()).toBe(404)
  }
  await rosalind.getByRole('button', { name: 'Delete' }).click()
  const dialog = rosalind.getByRole('dialog')
  await dialog.getByRole('combobox', { name: 'Instead' }).click()
  await rosalind.getByRole('option', { name: 'Crossing desk' }).click()
  await dialog.getByRole('button', { name: 'Delete' }).click()
  await expect(ring).toBeVisible()
  await goHome(ana)
})

test('a reason to decline is added for the whole centre', async ({ browser }) => {
  const rosalind = await signIn(browser, 'Rosalind Okafor', '/plan?centre=settings')
  await rosalind.getByRole('group', { name: 'Reasons to decline' }).getByRole('button', { name: 'Add one' }).click()
  await rosalind.getByRole('textbox', { name: 'Reasons to decline 4' }).fill('Fire drill')
  await expectAccessible(rosalind)
  await save(rosalind)
  const ana = await signIn(browser, 'Ana Mirel', '/seat')
  await sayPresence(ana, 'Ready')
  await customerAt(browser, 'Ivar Sund', "Today's sailings", 'Which pier?')
  await bayOf(ana, 'Ivar Sund').getByRole('button', { name: 'Decline' }).click()
  await ana.getByRole('menuitem', { name: 'Fire drill' }).click()
  await expect(bayOf(ana, 'Ivar Sund')).toBeHidden()
  await ana.context().close()
})

test('somebody new is made, served at once by a team that a queue names, and leaves again', async ({ browser }) => {
  const rosalind = await signIn(browser, 'Rosalind Okafor', '/plan?queue=lost-property')
  await rosalind.getByRole('combobox', { name: /^Who is offered/ }).fill('Freight')
  await rosalind.getByRole('option', { name: 'Freight desk', exact: true }).click()
  await rosalind.keyboard.press('Escape')
  await save(rosalind)
  await rosalind.getByRole('button', { name: 'New person' }).click()
  await rosalind.getByRole('textbox', { name: 'Name' }).fill('Cleo Nair')
  await rosalind.getByRole('textbox', { name: 'Address to sign in with' }).fill('ana-mirel@skerrow.example')
  await expect(rosalind.getByText('somebody else signs in as ana-mirel@skerrow.example').first()).toBeVisible()
  await rosalind.getByRole('textbox', { name: 'Address to sign in with' }).fill('cleo@skerrow.example')
  await expect(rosalind.getByText('No queue offers them work').first()).toBeVisible()
  await rosalind.getByRole('combobox', { name: 'Team' }).click()
  await rosalind.getByRole('option', { name: 'Freight desk' }).click()
  await expect(rosalind.getByText('from the start, by Freight desk')).toBeVisible()
  await rosalind.getByRole('combobox', { name: 'Add a skill' }).fill('Engl')
  await rosalind.getByRole('option', { name: 'English' }).click()
  await expectAccessible(rosalind)
  await save(rosalind)
  await expect(rosalind.getByText('They have no password yet and cannot sign in.')).toBeVisible()
  await rosalind.getByRole('button', { name: 'Make a new password' }).click()
  const password = await rosalind
    .getByRole('dialog')
    .getByText(/^(\w{5}-){3}\w{5}$/)
    .innerText()
  await rosalind.getByRole('button', { name: 'Close' }).click()
  await expect(rosalind.getByText('They sign in with a password of their own.')).toBeVisible()
  const cleo = await (await browser.newContext({ baseURL: origin() })).newPage()
  await cleo.goto('/sign-in')
  await cleo.getByLabel('E-mail address').fill('cleo@skerrow.example')
  await cleo.getByLabel(/^Password/).fill(password)
  await cleo.getByRole('button', { name: 'Sign in', exact: true }).click()
  await expect(cleo.getByText('This password was made for you, and others have seen it.')).toBeVisible()
  await expectAccessible(cleo)
  await cleo.getByLabel('New password').fill('cleo nair 2027')
  await cleo.getByLabel('New password').press('Enter')
  await expect(cleo.getByText('leave out your name')).toBeVisible()
  await cleo.getByLabel('New password').fill('lantern harbour seventeen')
  await cleo.getByLabel('New password').press('Enter')
  await expect(cleo.getByRole('cell', { name: /^Lost property/ })).toBeVisible()
  await cleo.getByRole('button', { name: /Cleo Nair/ }).click()
  await cleo.getByRole('menuitem', { name: 'Password and sign-ins…' }).click()
  await expect(cleo.getByText(/^Here: Chromium or Chrome/)).toBeVisible()
  await expectAccessible(cleo)
  await cleo.getByLabel('Current password').fill('lantern harbour seventeen')
  await cleo.getByLabel('New password').fill('cleo nair 2027')
  await cleo.getByLabel('New password').press('Enter')
  await expect(cleo.getByText('leave out your name')).toBeVisible()
  await cleo.getByLabel('New password').fill('harbour lantern seventeen')
  await cleo.getByLabel('New password').press('Enter')
  await expect(cleo.getByText('Your password is changed.')).toBeVisible()

  // An app beside it: set up, asked for at the next sign-in, and taken off by a supervisor.
  const app = cleo.getByRole('region', { name: 'Authenticator app' })
  await app.getByRole('button', { name: 'Set up an app' }).click()
  await expect(app.getByRole('img', { name: 'The key as a picture for the camera' })).toBeVisible()
  await expectAccessible(cleo)
  const secret = Secret.fromBase32((await app.getByText(/^([A-Z2-7]{4} ){7}/).innerText()).replaceAll(' ', ''))
  await app.getByLabel('Code').fill('12345')
  await app.getByLabel('Current password').fill('harbour lantern seventeen')
  await app.getByLabel('Current password').press('Enter')
  await expect(app.getByText('Code: this is not what the app should show.')).toBeVisible()
  await app.getByLabel('Code').fill(new TOTP({ secret }).generate())
  await app.getByLabel('Code').press('Enter')
  const given = app.getByRole('group', { name: 'Codes for when' }).getByRole('listitem')
  await expect(given).toHaveCount(8)
  const codes = await given.allInnerTexts()
  await expectAccessible(cleo)
  await cleo.getByRole('dialog').getByRole('button', { name: 'Close' }).click()
  await cleo.getByRole('button', { name: /Cleo Nair/ }).click()
  await cleo.getByRole('menuitem', { name: 'Sign out' }).click()
  await cleo.getByLabel('E-mail address').fill('cleo@skerrow.example')
  await cleo.getByLabel(/^Password/).fill('harbour lantern seventeen')
  await cleo.getByRole('button', { name: 'Sign in', exact: true }).click()
  await expect(cleo.getByLabel('Code')).toBeFocused()
  await expectAccessible(cleo)
  await cleo.getByLabel('Code').fill('000000')
  await cleo.getByLabel('Code').press('Enter')
  await expect(cleo.getByText('Code: this is wrong, or was used before.')).toBeVisible()
  await cleo.getByLabel('Code').fill(codes[0] ?? '')
  await cleo.getByLabel('Code').press('Enter')
  await expect(cleo.getByRole('cell', { name: /^Lost property/ })).toBeVisible()
  await rosalind.reload()
  await rosalind.getByRole('button', { name: 'Take off the app' }).click()
  await rosalind.getByRole('dialog').getByRole('button', { name: 'Take off the app' }).click()
  await expect(rosalind.getByText('They sign in with a password of their own.')).toBeVisible()
  await cleo.goto('/seat')
  await expect(cleo).toHaveURL(/sign-in/)
  await cleo.getByLabel('E-mail address').fill('cleo@skerrow.example')
  await cleo.getByLabel(/^Password/).fill('harbour lantern seventeen')
  await cleo.getByRole('button', { name: 'Sign in', exact: true }).click()
  await expect(cleo.getByRole('cell', { name: /^Lost property/ })).toBeVisible()
  await rosalind.getByRole('button', { name: 'Delete' }).click()
  await expect(rosalind.getByText('They can no longer sign in and leave all queues and teams.')).toBeVisible()
  await rosalind.getByRole('dialog').getByRole('button', { name: 'Delete' }).click()
  await expect(rosalind.getByRole('link', { name: 'All 31 people' })).toBeVisible()
  await cleo.goto('/seat')
  await expect(cleo).toHaveURL(/sign-in/)
})

test('people are read from a file with its faults named, published together, and handed out as cards', async ({
  browser,
}) => {
  const rosalind = await signIn(browser, 'Rosalind Okafor', '/plan/people')
  await expect(rosalind.getByText('31 people.')).toBeVisible()
  await expectAccessible(rosalind)
  const [chooser] = await Promise.all([
    rosalind.waitForEvent('filechooser'),
    rosalind.getByRole('button', { name: 'Import a file…' }).click(),
  ])
  const rows = ['Name,Email,Tier', 'Kofi Asante,kofi-asante@skerrow.example,3', 'Nobody,no address,3']
  await chooser.setFiles({ name: 'people.csv', mimeType: 'text/csv', buffer: Buffer.from(rows.join('\r\n')) })
  await expect(rosalind.getByText('Row 3: Email: “no address” is not an address.')).toBeVisible()
  await expect(rosalind.getByText('Tier: nothing → 3')).toBeVisible()
  await rosalind.getByRole('button', { name: 'Publish 1 change' }).click()
  await expect(rosalind.getByText(/Published as version \d+\./)).toBeVisible()
  await rosalind.getByRole('textbox', { name: /^Name, address/ }).fill('kofi bookings')
  await expect(rosalind.getByText('1 of 31 people.')).toBeVisible()
  const [cards] = await Promise.all([
    rosalind.waitForEvent('download'),
    rosalind.getByRole('button', { name: 'Export as vCards' }).click(),
  ])
  expect(await readFile(await cards.path(), 'utf8')).toContain('FN:Kofi Asante\r\n')
  await rosalind.getByRole('gridcell', { name: 'Kofi Asante' }).click()
  await expect(rosalind.getByRole('combobox', { name: 'Tier' })).toHaveText('3')
})

test('one field of two queues is changed at once, with what would be wrong told first', async ({ browser }) => {
  const rosalind = await signIn(browser, 'Rosalind Okafor', '/plan/queues')
  for (const name of ['Lost property', 'Refunds'])
    await rosalind
      .getByRole('row', { name: new RegExp(name) })
      .getByRole('checkbox')
      .click()
  await rosalind.getByRole('button', { name: 'Change 2 queues' }).click()
  await rosalind.getByRole('combobox', { name: 'Field' }).click()
  await rosalind.getByRole('option', { name: 'Queue limit' }).click()
  await rosalind.getByRole('spinbutton', { name: 'New value' }).fill('0')
  await expect(rosalind.getByText('Queue limit: give at least 1')).toBeVisible()
  await expect(rosalind.getByRole('button', { name: 'Publish for 2 queues' })).toBeDisabled()
  await rosalind.getByRole('spinbutton', { name: 'New value' }).fill('33')
  await expect(rosalind.getByText('Lost property: none → 33')).toBeVisible()
  await expectAccessible(rosalind)
  await rosalind.getByRole('button', { name: 'Publish for 2 queues' }).click()
  await expect(rosalind.getByText(/Published as version \d+\./)).toBeVisible()
  await expect(rosalind.getByRole('row', { name: /Lost property/ }).getByRole('gridcell', { name: '33' })).toBeVisible()
})

test('teams are found in one table, and read from a file with a preview', async ({ browser }) => {
  const rosalind = await signIn(browser, 'Rosalind Okafor', '/plan')
  await openTable(rosalind, /^All \d+ teams$/)
  await expect(rosalind.getByRole('heading', { name: 'Teams' })).toBeVisible()
  await expectAccessible(rosalind)
  await rosalind.getByRole('textbox', { name: 'Name, lead, queue …' }).fill('freight')
  await expect(rosalind.getByRole('gridcell', { name: 'Freight desk' })).toBeVisible()
  await expect(rosalind.getByRole('gridcell', { name: 'Care desk' })).toHaveCount(0)
  const read = (row: string) =>
    rosalind.locator('input[type=file]').setInputFiles({
      name: 'teams.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from(`Name,Part of,Lead\r\n${row}\r\nTide desk,Freight desk,nobody@skerrow.example\r\n`),
    })
  const preview = rosalind.getByRole('dialog')
  await read('Quay watch,Care desk,')
  await preview.getByRole('button', { name: 'Publish 1 change' }).click()
  await expect(preview.getByText('This would show the work of a private team to others')).toBeVisible()
  await preview.getByRole('button', { name: 'Cancel' }).click()
  await read('Freight desk,Care desk,')
  await expect(preview.getByText('Row 3: Lead: there is no “nobody@skerrow.example”.')).toBeVisible()
  await expect(preview.getByText('Part of: Bookings desk → Care desk')).toBeVisible()
  await preview.getByRole('button', { name: 'Publish 1 change' }).click()
  await expect(rosalind.getByText(/Published as version \d+\./)).toBeVisible()
  await expect(rosalind.getByRole('row', { name: /Freight desk/ })).toContainText('Care desk')
})
