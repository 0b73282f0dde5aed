import { expect, type Page } from '@playwright/test'
import { test } from './journey.ts'
import { choose, customerAt, expectAccessible, goHome, origin, sayPresence, signIn, typeWhen } from './people.ts'

const saved = async (page: Page): Promise<void> => {
  await page.getByRole('button', { name: 'Save and publish' }).click()
  await expect(page.getByText(/Published as version \d+\./)).toBeVisible()
}

/** Enters an absence of whole days in the panel that is open. */
async function enterAbsence(page: Page, fromOn: string, untilOn: string, reason: string): Promise<void> {
  await typeWhen(page, 'From', fromOn)
  await typeWhen(page, 'Until (included)', untilOn)
  await choose(page, 'Reason', reason)
  await page.getByRole('button', { name: 'Enter it' }).click()
  await expect(page.getByText('The absence is entered.')).toBeVisible()
}

test('a shift is drawn with its pauses, and a site goes only with another in its place', async ({ browser }) => {
  const rosalind = await signIn(browser, 'Rosalind Okafor', '/plan?shift=office')
  const effects = rosalind.getByRole('region', { name: 'Effects' })
  await expect(effects).toContainText('40 h in a week, pauses included.')
  await expect(effects).toContainText('Lantern feast')
  const pauses = rosalind.getByRole('group', { name: 'Breaks, meals and training' })
  await expect(pauses).toContainText('12:30 – 13:30')
  await rosalind.getByLabel('Time zone').fill('Hobart')
  await rosalind.getByRole('option', { name: 'Australia/Hobart' }).click()
  await expect(effects).toContainText('This uses Australia/Hobart, but the people concerned are at Port Ansel')
  await rosalind.getByRole('button', { name: 'Undo changes' }).click()
  await typeWhen(pauses, 'From', '18:00')
  await typeWhen(pauses, 'To', '18:15')
  await pauses.getByRole('button', { name: 'Add' }).click()
  await expect(effects).toContainText('Monday: the break 18:00 to 18:15 is not within the shift')
  await pauses.getByRole('button', { name: 'Remove Break at 18:00' }).click()
  await pauses.getByRole('button', { name: 'Meal on Friday' }).click()
  await expectAccessible(rosalind)
  await saved(rosalind)
  await rosalind.reload()
  await expect(pauses.getByRole('button', { name: 'Meal on Friday' })).toHaveAttribute('aria-pressed', 'false')

  await rosalind.goto('/plan?site=vellan')
  await expect(effects).toContainText('Blessing of the nets')
  await expect(effects).toContainText('Vehicles & freight')
  await expectAccessible(rosalind)
  await rosalind.getByRole('button', { name: 'New site' }).click()
  await rosalind.getByLabel('Name', { exact: true }).first().fill('Quill Sound')
  await expect(effects).toContainText('Nobody works here.')
  await rosalind.getByLabel(/People at this site/).fill('Tamsin')
  await rosalind.getByRole('option', { name: 'Tamsin Rook' }).click()
  await rosalind.keyboard.press('Escape')
  await expect(effects).toContainText('Tamsin Rook moves here from another site.')
  await saved(rosalind)
  await expect(rosalind.getByText('1 person works here.')).toBeVisible()
  await rosalind.getByRole('button', { name: 'Delete' }).click()
  const dialog = rosalind.getByRole('dialog')
  await expect(dialog).toContainText('It is used by Tamsin Rook. Choose what they use instead.')
  await expect(dialog.getByRole('button', { name: 'Delete' })).toBeDisabled()
  await choose(rosalind, 'Instead', 'Vellan')
  await dialog.getByRole('button', { name: 'Delete' }).click()
  await rosalind.waitForURL(/site=$/)
  await expect(rosalind.getByRole('button', { name: 'Quill Sound' })).toHaveCount(0)
  await rosalind.goto('/plan?site=vellan')
  await expect(rosalind.getByRole('button', { name: 'Tamsin Rook' })).toBeVisible()
  await rosalind.context().close()
})

test('a queue offers only to people on shift: who is absent is passed over, and its grounds say so', async ({
  browser,
}) => {
  const rosalind = await signIn(browser, 'Rosalind Okafor', '/plan?queue=groups')
  await rosalind.getByLabel('Offer only to people on shift').check()
  await expect(rosalind.getByRole('region', { name: 'Effects' })).toContainText('On shift now: 1 of 1.')
  await saved(rosalind)

  await rosalind.goto('/live/who?person=bram-ostrander')
  const panel = rosalind.getByRole('dialog')
  await expect(panel).toContainText('Shift: Office, Port Ansel.')
  await expectAccessible(rosalind)
  await typeWhen(rosalind, 'From', '2027-03-12')
  await expect(panel).toContainText('Takes 8 h off the shift.')
  await expect(panel).toContainText('Nobody else of Groups is on shift for 8 h of it.')
  await enterAbsence(rosalind, '2027-03-12', '2027-03-12', 'sick')
  await expect(panel).toContainText('Fri 12 Mar – Fri 12 Mar')
  await rosalind.keyboard.press('Escape')
  const row = rosalind.getByRole('row').filter({ hasText: 'Bram Ostrander' })
  await expect(row).toContainText('away, sick, until Fri 12 Mar')

  const bram = await signIn(browser, 'Bram Ostrander', '/seat')
  await sayPresence(bram, 'Ready')
  const pim = await customerAt(browser, 'Pim Arlo', 'Groups', 'A choir of sixty')
  await rosalind.goto('/live')
  await rosalind.getByRole('button', { name: /Pim Arlo/ }).click()
  await expect(rosalind.getByRole('dialog')).toContainText('is absent now')
  await expect(bram.getByRole('region', { name: 'Pim Arlo' })).toHaveCount(0)

  await rosalind.goto('/live/who?person=bram-ostrander')
  await panel.getByRole('button', { name: /Take back the absence/ }).click()
  await expect(panel).toContainText('None now or ahead.')
  await expect(bram.getByRole('region', { name: 'Pim Arlo' })).toBeVisible()
  await bram.keyboard.press('Alt+a')
  await pim.context().close()

  await rosalind.goto('/plan?queue=groups')
  await rosalind.getByLabel('Offer only to people on shift').uncheck()
  await saved(rosalind)
  await rosalind.context().close()
  await goHome(bram)
})

test('agents enter their own absences where the centre allows it, and all see who is in', async ({ browser }) => {
  const ana = await signIn(browser, 'Ana Mirel', '/seat')
  await ana.getByRole('button', { name: 'My shift and absences' }).click()
  const own = ana.getByRole('dialog')
  await expect(own).toContainText('Shift: Early, Port Ansel.')
  await expectAccessible(ana)
  await enterAbsence(ana, '2027-03-15', '2027-03-16', 'family')

  const rosalind = await signIn(browser, 'Rosalind Okafor', '/live/who?shown=weeks')
  const row = rosalind.getByRole('row').filter({ hasText: 'Ana Mirel' })
  await expect(row.getByRole('cell', { name: 'Mon 15 Mar: away, family' })).toBeVisible()
  await expect(row.getByRole('cell', { name: 'Wed 17 Mar: works 8 h' })).toBeVisible()
  const port = rosalind.getByRole('row').filter({ hasText: 'Port Ansel' })
  await expect(port.getByRole('cell', { name: /^Fri 19 Mar, Lantern feast, 0 in/ })).toBeVisible()
  await expectAccessible(rosalind)
  await rosalind.getByLabel('Name', { exact: true }).fill('ana m')
  await expect(rosalind.getByRole('row')).toHaveCount(3)
  await rosalind.getByLabel('Agents may enter their own absences').click()
  await expect(rosalind.getByText(/Published as version \d+\./)).toBeVisible()
  await rosalind.getByRole('button', { name: 'Today' }).click()
  await expect(row).toContainText('not signed in')
  await expectAccessible(rosalind)

  await expect(own).toContainText('In this centre supervisors enter absences.')
  const refused = await ana.request.post('/api/commands', {
    data: {
      id: 'ana-tries',
      type: 'removeAbsence',
      body: { absenceId: 'any', agentId: 'ana-mirel' },
    },
    headers: { origin: origin() },
  })
  expect([refused.status(), ((await refused.json()) as { code: string }).code]).toEqual([409, 'absenceNotOwn'])
  const others = await ana.request.get('/api/rota')
  expect(((await others.json()) as { sites: { id: string }[] }).sites.map(({ id }) => id)).toEqual(['port-ansel'])
  await rosalind.getByLabel('Agents may enter their own absences').click()
  await expect(own.getByRole('button', { name: /Take back the absence/ })).toBeVisible()
  await own.getByRole('button', { name: /Take back the absence/ }).click()
  await expect(own).toContainText('None now or ahead.')
  await rosalind.context().close()
  await ana.context().close()
})
