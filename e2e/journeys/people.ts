import AxeBuilder from '@axe-core/playwright'
import { expect, type Browser, type Locator, type Page } from '@playwright/test'
import { CentreClock, connect, setClock } from '../../database/index.ts'

export const origin = (): string => process.env.EUDROMOS_E2E_ORIGIN ?? ''

/** A picture of one point. */
export const png = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
)

/** A browser of one's own, signed in with one click; nowhere yet where `path` is null. */
export async function signIn(browser: Browser, name: string, path: string | null = '/'): Promise<Page> {
  const context = await browser.newContext({ baseURL: origin() })
  const page = await context.newPage()
  page.on('pageerror', (error) => {
    throw error
  })
  // Who was there from the beginning has an id made of the name, and need not have the page for it.
  const personId = name
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z]+/g, '-')
  const headers = { origin: origin() }
  const entered = await context.request.post('/api/demo/sign-in', { data: { personId }, headers })
  if (!entered.ok()) {
    await page.goto('/sign-in')
    await page.getByRole('button', { name }).click()
    await page.waitForURL((url) => !url.pathname.startsWith('/sign-in'))
    if (path === '/') return page
  }
  if (path !== null) await page.goto(path)
  return page
}

/** A customer at the ferry company's page who has begun a chat. */
export async function customerAt(browser: Browser, name: string, about: string, words: string): Promise<Page> {
  const context = await browser.newContext({ baseURL: origin() })
  const page = await context.newPage()
  await page.goto('/outside/site')
  await page.getByLabel('Your name').fill(name)
  await page.getByLabel('What is it about?').click()
  await page.getByRole('option', { name: about }).click()
  await page.getByLabel('Your message').fill(words)
  await page.getByRole('button', { name: 'Start the chat' }).click()
  await expect(page.getByRole('log')).toContainText(words)
  return page
}

export async function sayPresence(page: Page, state: string): Promise<void> {
  await page.getByRole('banner').getByRole('button', { expanded: false }).last().click()
  await page.getByRole('menuitem', { name: state, exact: true }).click()
  await expect(page.getByRole('banner').getByText(state, { exact: true })).toBeVisible()
}

export const bayOf = (page: Page, customer: string) => page.getByRole('region', { name: customer })

/** Ends what an agent has at hand, so that the next journey finds them free and Offline. */
export async function goHome(page: Page): Promise<void> {
  const ready = page.getByRole('banner').getByRole('button', { name: /slots? taken/ })
  const end = page.getByRole('button', { name: /^(End|Hang up)$/ })
  const finish = page.getByRole('button', { name: 'Finish wrap-up' })
  // What the agent has just answered may not have reached this page yet.
  await expect(async () => {
    for (const button of [end, finish]) if ((await button.count()) > 0) await button.first().click({ timeout: 1000 })
    await expect(ready).toHaveAccessibleName(/: \w+, 0 of/, { timeout: 500 })
  }).toPass()
  await sayPresence(page, 'Offline')
  await page.context().close()
}

/** WCAG 2.2 AA as far as a program can tell. */
export async function expectAccessible(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page })
    // Nothing here is a frame of another origin: what was found need not be gathered in a page of its own.
    .setLegacyMode()
    .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
    .analyze()
  expect(
    violations.map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 160)).join(' | ')}`),
  ).toEqual([])
}

/** Moves the centre's clock forward for everyone. */
export async function passSeconds(seconds: number): Promise<void> {
  const database = connect(process.env.EUDROMOS_E2E_OWNER ?? '', 1)
  try {
    const clock = await CentreClock.read(database.$client)
    await setClock(database.$client, clock.now() + seconds * 1000)
  } finally {
    await database.$client.end()
  }
}

/** What the centre's clock shows now. */
export async function centreNow(): Promise<number> {
  const database = connect(process.env.EUDROMOS_E2E_OWNER ?? '', 1)
  try {
    return (await CentreClock.read(database.$client)).now()
  } finally {
    await database.$client.end()
  }
}

/** Follows a link of the plan's contents to a table. The list grows while the page comes alive: a click may miss once. */
export async function openTable(page: Page, name: string | RegExp): Promise<void> {
  const isThere = (url: URL): boolean => url.pathname !== '/plan'
  await expect(async () => {
    // The click before may have hit, and the page only been slow to come.
    if (!isThere(new URL(page.url()))) await page.getByRole('link', { name }).click({ timeout: 3000 })
    await page.waitForURL(isThere, { timeout: 3000 })
  }).toPass()
}

/** Picks one of a list by its label. */
export async function choose(page: Page, label: string, option: string): Promise<void> {
  await page.getByRole('combobox', { name: label, exact: true }).click()
  await page.getByRole('option', { name: option, exact: true }).click()
}

/** Types a date (YYYY-MM-DD) or a time of day (HH:MM) into the field of that label. */
export async function typeWhen(within: Page | Locator, label: string, value: string): Promise<void> {
  const first = within.getByRole('group', { name: label, exact: true }).getByRole('spinbutton').first()
  await first.click()
  await first.pressSequentially(value.replaceAll(/\D/g, ''))
}

/** Deletes what the plan's form shows, and waits until that is published: the dialog closes before. */
export async function deleteShown(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: 'Delete' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Delete' }).click()
  // While the dialog is open nothing behind it counts as there.
  await expect(page.getByRole('dialog')).toBeHidden()
  await expect(page.getByRole('button', { name })).toHaveCount(0)
}
