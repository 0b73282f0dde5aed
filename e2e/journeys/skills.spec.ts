import { readFileSync } from 'node:fs'
import { expect, type Page } from '@playwright/test'
import { test } from './journey.ts'
import {
  bayOf,
  choose,
  customerAt,
  expectAccessible,
  goHome,
  openTable,
  passSeconds,
  sayPresence,
  signIn,
} from './people.ts'

const saved = async (page: Page): Promise<void> => {
  await page.getByRole('button', { name: 'Save and publish' }).click()
  await expect(page.getByText(/Published as version \d+\./)).toBeVisible()
}

test('a skill is made with who has it and which queues ask for it, and shows its effects', async ({ browser }) => {
  const rosalind = await signIn(browser, 'Rosalind Okafor', '/plan?skill=refund-authority')
  const effects = rosalind.getByRole('region', { name: 'Effects' })
  await expect(effects).toContainText('Only Ana Mirel has it. When they are away, nobody does.')
  await expect(effects).toContainText('Refunds: 1 of 2 could serve it from the start')
  await expectAccessible(rosalind)
  await rosalind.getByRole('button', { name: 'New skill' }).click()
  await rosalind.getByLabel('Name', { exact: true }).first().fill('Dogs on board')
  await rosalind.getByLabel('Add a queue').click()
  await rosalind.getByRole('option', { name: 'Groups' }).click()
  await expect(effects).toContainText('It is required, but nobody has it.')
  await expect(effects).toContainText('“Groups” would be left without anyone who may be offered it.')
  await rosalind.getByLabel(/^Level 2/).fill('Bram')
  await rosalind.getByRole('option', { name: 'Bram Ostrander' }).click()
  await rosalind.keyboard.press('Escape')
  await expect(effects).not.toContainText('would be left')
  await choose(rosalind, 'Groups, at least', 'level 3')
  await expect(effects).toContainText('“Groups” would be left without anyone')
  await rosalind.getByLabel(/^Level 4/).fill('Bram')
  await rosalind.getByRole('option', { name: 'Bram Ostrander' }).click()
  await rosalind.keyboard.press('Escape')
  await expect(effects).toContainText('Groups: 1 of 1 could serve it from the start (Dogs on board 3 or more).')
  await saved(rosalind)
  await rosalind.waitForURL(/skill=(?!refund)/)
  await rosalind.reload()
  await expect(rosalind.getByRole('combobox', { name: 'Level 4 (1)' })).toBeVisible()

  await rosalind.getByRole('button', { name: 'Delete' }).click()
  const dialog = rosalind.getByRole('dialog')
  await expect(dialog).toContainText('It is used by Groups, Bram Ostrander.')
  await choose(rosalind, 'Instead', 'None: remove the requirement')
  await dialog.getByRole('button', { name: 'Delete' }).click()
  // While the dialog is open nothing behind it counts as there, and what it does is not yet published: the journey
  // after this one would find the plan changed under it.
  await expect(dialog).toBeHidden()
  await expect(rosalind.getByRole('button', { name: 'Dogs on board' })).toHaveCount(0)
})

test('what a queue asks for decides: nobody is offered it until less will do, and the grounds say so', async ({
  browser,
}) => {
  const rosalind = await signIn(browser, 'Rosalind Okafor', '/plan?queue=bookings')
  const effects = rosalind.getByRole('region', { name: 'Effects' })
  await expect(effects).toContainText('10 people from the start: Fares 2 or more')
  await choose(rosalind, 'At least', 'level 5')
  await expect(effects).toContainText('1 person from the start: Fares 5')
  await rosalind.getByRole('button', { name: 'Add a step' }).click()
  const step = rosalind.getByRole('group', { name: /after 90 s/ })
  await step.getByLabel('After seconds').fill('40')
  await step.getByLabel('After seconds').press('Enter')
  const forty = rosalind.getByRole('group', { name: /after 40 s/ })
  await forty.getByRole('combobox', { name: 'Fares' }).click()
  await rosalind.getByRole('option', { name: 'level 4 or more' }).click()
  await expect(effects).toContainText(/\d people in all after 40 s: Fares 4 or more/)
  await choose(rosalind, 'Selection method', 'best skilled')
  await expectAccessible(rosalind)
  await saved(rosalind)

  const joao = await signIn(browser, 'João Tavares', '/seat')
  await sayPresence(joao, 'Ready')
  await rosalind.getByRole('button', { name: 'Who would get a chat now?' }).click()
  const trial = rosalind.getByRole('dialog')
  await expect(trial).toContainText('It would wait: nobody could be offered it.')
  await expect(trial).toContainText('has Fares at level 4; level 5 is required; will do after 40 s of waiting')
  await trial.getByLabel('Has waited, seconds').fill('40')
  await expect(trial).toContainText('It would be offered to João Tavares.')
  await expectAccessible(rosalind)
  await rosalind.keyboard.press('Escape')
  const pilar = await customerAt(browser, 'Pilar Quist', 'Bookings', 'Two cabins and a bicycle')
  await rosalind.goto('/live')
  await rosalind.getByRole('button', { name: /Pilar Quist/ }).click()
  const panel = rosalind.getByRole('dialog')
  await expect(panel).toContainText('Required now: Fares 5.')
  await expect(panel).toContainText('has Fares at level 4; level 5 is required; will do after 40 s of waiting')
  const change = panel.getByRole('region', { name: 'What would have to change' })
  await expect(change).toContainText('João Tavares would with Fares at level 5 instead of 4.')
  await expectAccessible(rosalind)
  await expect(bayOf(joao, 'Pilar Quist')).toHaveCount(0)
  await passSeconds(40)
  await expect(bayOf(joao, 'Pilar Quist')).toBeVisible()
  await joao.keyboard.press('Alt+a')
  await expect(pilar.getByText('You are talking to João.')).toBeVisible()
  await goHome(joao)
})

test('people by skills: edited by keyboard, read from a file with its faults named, written again', async ({
  browser,
}) => {
  const rosalind = await signIn(browser, 'Rosalind Okafor', '/plan')
  await openTable(rosalind, 'People by skills')
  const grid = rosalind.getByRole('grid', { name: 'People by skills' })
  const cell = (name: string) => grid.getByRole('gridcell', { name })
  await expectAccessible(rosalind)
  await cell('Ana Mirel, French: none').click()
  await rosalind.keyboard.press('2')
  await expect(cell('Ana Mirel, French: level 2, not yet published')).toBeFocused()
  await rosalind.keyboard.press('ArrowRight')
  await expect(cell('Ana Mirel, Fares: level 3')).toBeFocused()
  await rosalind.keyboard.press('Delete')
  await rosalind.keyboard.press('Control+End')
  await expect(cell('Yara Solis, Refund authority: none')).toBeFocused()
  await expect(rosalind.getByText('2 levels are changed (*), not yet published.')).toBeVisible()

  const chooser = rosalind.waitForEvent('filechooser')
  await rosalind.getByRole('button', { name: 'Import a file…' }).click()
  const text = 'Person,Fares,French\r\nYara Solis,9,1\r\nNobody Known,1,1\r\nAna Mirel,3,2\r\n'
  await (await chooser).setFiles({ name: 'levels.csv', mimeType: 'text/csv', buffer: Buffer.from(text) })
  const dialog = rosalind.getByRole('dialog')
  await expect(dialog).toContainText('It changes 2 levels; 1 unchanged.')
  await expect(dialog).toContainText('Row 2: “9” is not a level.')
  await expect(dialog).toContainText('Row 3: nobody is called “Nobody Known”.')
  await expect(dialog).toContainText('Ana Mirel, Fares: none → 3')
  await expectAccessible(rosalind)
  await dialog.getByRole('button', { name: 'Take 2 changes' }).click()
  await expect(rosalind.getByText('2 levels are changed (*), not yet published.')).toBeVisible()
  await saved(rosalind)
  await rosalind.reload()
  await expect(cell('Ana Mirel, French: level 2')).toBeVisible()
  await rosalind.getByRole('textbox', { name: 'Name', exact: true }).fill('yara')
  await expect(grid.getByRole('row')).toHaveCount(2)
  const download = rosalind.waitForEvent('download')
  await rosalind.getByRole('button', { name: 'Export as CSV' }).click()
  const written = readFileSync(await (await download).path(), 'utf8')
  expect(written.split('\r\n')[0]).toContain('Person,English,Portuguese,French')
  expect(written).toContain('Yara Solis')

  const mei = await signIn(browser, 'Mei Sorrell', '/plan/skills')
  await mei.getByRole('gridcell', { name: 'Ana Mirel, French: level 2' }).click()
  await mei.keyboard.press('5')
  await expect(mei.getByRole('gridcell', { name: 'Ana Mirel, French: level 2' })).toBeVisible()
  const refused = await mei.request.put('/api/plan/levels', {
    headers: { origin: new URL(mei.url()).origin },
    data: { draft: 1, levels: [{ personId: 'ana-mirel', skillId: 'french', level: 5 }] },
  })
  expect(refused.status()).toBe(403)
})
