import { expect, type Browser, type Locator, type Page } from '@playwright/test'
import { freePort } from '../../scripts/jest-cluster.ts'
import { call, hangUp, heardBy } from './calling.ts'
import { test } from './journey.ts'
import { bayOf, customerAt, expectAccessible, goHome, origin, sayPresence, signIn } from './people.ts'

const siteIn = async (browser: Browser, locale: string): Promise<Page> => {
  const context = await browser.newContext({ baseURL: origin(), locale })
  const page = await context.newPage()
  await page.goto('/outside/site')
  return page
}

/**
 * What of a place is not of the made-up language: words on it and in its names, but those that people or the plan have said
 * (`said`).
 */
async function foreignIn(place: Locator, said: readonly string[]): Promise<string[]> {
  const texts = await place.evaluate((root) => {
    const shown = (element: Element): boolean => element.getClientRects().length > 0
    const found = (root as HTMLElement).innerText.split('\n')
    for (const element of [root, ...root.querySelectorAll('[aria-label], [placeholder], [title]')])
      if (shown(element))
        for (const name of ['aria-label', 'placeholder', 'title']) found.push(element.getAttribute(name) ?? '')
    return found
  })
  const left = (text: string): string => {
    const without = text.replace(/⟦[^⟦⟧]*⟧/g, '')
    return without === text ? text : left(without)
  }
  return texts.filter((text) => /\p{L}/u.test(said.reduce((rest, words) => rest.replaceAll(words, ''), left(text))))
}

/** What is cut off in a place. */
const tooNarrowIn = (place: Locator): Promise<string[]> =>
  place.evaluate((root) =>
    [...root.querySelectorAll('*')]
      .filter((one) => !/^(TEXTAREA|INPUT|svg|path|SPAN|FIELDSET|LEGEND)$/i.test(one.tagName) && one.clientWidth > 0)
      .filter((one) => one.scrollWidth > one.clientWidth + 1)
      .map((one) => one.textContent.slice(0, 80)),
  )

/** Words of a place that end in dots and are told nowhere whole: a field is read by going through it, a table tells its headings. */
const cutOffIn = (place: Locator): Promise<string[]> =>
  place.evaluate((root) =>
    [...root.querySelectorAll('*')]
      .filter((one) => getComputedStyle(one).textOverflow === 'ellipsis' && one.scrollWidth > one.clientWidth + 1)
      .filter((one) => one.closest('[title], label, .MuiInputBase-root, th, [role=grid]') === null)
      .map((one) => one.textContent.slice(0, 80)),
  )

test('in the made-up language nothing in the chat box or the call is left in another, or too narrow', async ({
  browser,
}) => {
  const ana = await signIn(browser, 'Ana Mirel')
  const page = await siteIn(browser, 'en-XA')
  const box = page.getByRole('region')
  const words = 'O cão vai?'
  const check = async (...said: string[]): Promise<void> => {
    expect(await foreignIn(box, ['Boarding assistance', 'Wilma Stark', words, ...said])).toEqual([])
    expect(await tooNarrowIn(box)).toEqual([])
  }
  await box.getByRole('combobox').click()
  await page.getByRole('option', { name: /Boarding assistance/ }).click()
  await check()
  const [name, about] = [box.getByRole('textbox').first(), box.getByRole('textbox').last()]
  await name.fill('Wilma Stark')
  await about.fill(words)
  await box.getByRole('button').last().click()
  await expect(box.getByRole('log')).toContainText(words)
  await check()
  await sayPresence(ana, 'Ready')
  await bayOf(ana, 'Wilma Stark').getByRole('button', { name: 'Answer' }).click()
  await expect(box.getByRole('status')).toContainText('Ana')
  await expect(box.getByRole('log')).toContainText(/⟦.*⟧.*\d\d:\d\d · ⟦/s)
  await check('Ana')
  await box.getByRole('button').first().click()
  await check('Ana')
  await box.getByRole('button').first().click()
  await expect(box.getByRole('textbox')).toBeHidden()
  await check('Ana')

  const rosalind = await browser.newContext({ baseURL: origin(), locale: 'en-XA' })
  const headers = { origin: origin() }
  await rosalind.request.post('/api/demo/sign-in', { data: { personId: 'rosalind-okafor' }, headers })
  const phone = await rosalind.newPage()
  await phone.goto(`/outside/phone?${new URLSearchParams({ phone: '+61491570006' })}`)
  await phone.getByRole('button', { name: /^Calls about today’s sailings/ }).click()
  const heard = phone.locator('[lang=en-XA]')
  await expect(heard.getByRole('status')).toContainText('⟦')
  const named = ['Calls about today’s sailings']
  expect(await foreignIn(heard, named)).toEqual([])
  expect(await tooNarrowIn(heard)).toEqual([])
  await heard.getByRole('button').last().click()
  await expect(heard.getByRole('button')).toHaveCount(1)
  expect(await foreignIn(heard, named)).toEqual([])
  await page.context().close()
  await rosalind.close()
  await goHome(ana)
})

/** Names and other words, wherever they stand in what an address answers; of a text with places also what is between them. */
function namesIn(answer: unknown): string[] {
  if (typeof answer === 'string') return [answer, ...answer.split(/\{\w+\}/)].filter((words) => /\p{L}{2}/u.test(words))
  return typeof answer === 'object' && answer !== null ? Object.values(answer).flatMap(namesIn) : []
}

/** What is written by the browser's own means or comes with a library, each with languages of its own. */
const lent = [
  /\b(Mon|Tues|Wednes|Thurs|Fri|Satur|Sun)day\b|\b(Mon|Tue|Wed|Thu|Fri|Sat|Sun)\b|^\p{Lu}\p{L}$/gu,
  /\b(January|February|March|April|May|June|July|August|September|October|November|December)\b/g,
  /\b(Jan|Feb|Mar|Apr|Jun|Jul|Aug|Sep|Oct|Nov|Dec)\b|\d (min|s|h)\b|\bUTC|\b(DD|MM|YYYY|hh|mm)\b/g,
  /^(Open|Close|Clear|Sort|Year|Month|Day|Hours|Minutes|Choose (date|time)|Select (all rows|row))$/g,
  /^(Rows per page:|Go to (next|previous|first|last) page|.* column menu|\d+–\d+ of \d+)$/g,
]

test('in the made-up language nothing that staff see is left in another, or cut off', async ({ browser, stand }) => {
  const address = `http://127.0.0.1:${await freePort()}`
  const web = await stand.startWeb(Number(new URL(address).port), { EUDROMOS_STAFF_LANGUAGE: 'en-XA' })
  const enter = async (personId: string): Promise<Page> => {
    const context = await browser.newContext({ baseURL: address })
    await context.request.post('/api/demo/sign-in', { data: { personId }, headers: { origin: address } })
    return context.newPage()
  }
  const rosalind = await enter('rosalind-okafor')
  const said = ['/api/plan/queues', '/api/records', '/api/customers'].map(async (path) =>
    namesIn(await (await rosalind.request.get(path)).json()),
  )
  // Beside the centre's own names those of the three by whom a selection method is shown.
  const names = [...new Set([...(await Promise.all(said)).flat(), 'Ona', 'Rui', 'Tove'])].sort(
    (one, other) => other.length - one.length,
  )
  const wrong: unknown[] = []
  const check = async (page: Page): Promise<void> => {
    await expect(page.getByRole('main').getByText('⟦').first()).toBeVisible()
    // A list's first rows stand for a moment only, until its table does.
    await expect(page.locator('tr[data-id]')).toHaveCount(0)
    const own = (text: string): string => lent.reduce((rest, words) => rest.replace(words, ''), text)
    const foreign = (await foreignIn(page.locator('body'), names)).filter((text) => /\p{L}{2}/u.test(own(text)))
    const cutOff = await cutOffIn(page.getByRole('main'))
    if (foreign.length + cutOff.length > 0) wrong.push({ at: page.url().replace(address, ''), foreign, cutOff })
  }
  for (const path of ['/live', '/live?view=table', '/live?view=people', '/live/in', '/review', '/review/customers']) {
    await rosalind.goto(path)
    await check(rosalind)
  }
  for (const path of [
    '/plan/queues',
    '/plan/skills',
    '/plan/teams',
    '/plan/people',
    '/outside',
    '/plan?person=ana-mirel',
  ]) {
    await rosalind.goto(path)
    await check(rosalind)
  }
  // One of each kind; people stand in their table, and one of them was open.
  const kinds = rosalind.getByRole('navigation').last().locator('section')
  await expect(kinds).toHaveCount(14)
  for (const kind of await kinds.filter({ hasNot: rosalind.locator('a[href="/plan/people"]') }).all()) {
    const item = kind.locator('.MuiListItemButton-root').first()
    await item.click({ timeout: 20_000 })
    await expect(item).toHaveClass(/Mui-selected/)
    await check(rosalind)
  }
  const ana = await enter('ana-mirel')
  await ana.goto('/seat')
  await check(ana)
  expect(wrong).toEqual([])
  await rosalind.context().close()
  await ana.context().close()
  web.child.kill('SIGKILL')
})

test('customers are told in the language of their browser, by a line with one in its own', async ({ browser }) => {
  const said = [
    ['pt-PT', 'Fale connosco', 'O seu nome', 'A sua mensagem', 'Iniciar a conversa', 'Sair da conversa'],
    ['fr-CA', 'Discuter avec nous', 'Votre nom', 'Votre message', 'Commencer la discussion', 'Quitter la discussion'],
  ] as const
  for (const [locale, title, name, message, begin, leave] of said) {
    const page = await siteIn(browser, locale)
    await expect(page.getByRole('region', { name: title })).toHaveAttribute('lang', locale.slice(0, 2))
    await page.getByLabel(name).fill('Inês')
    await page.getByLabel(message).fill('Olá')
    await expectAccessible(page)
    await page.getByRole('button', { name: begin }).click()
    await expect(page.getByRole('log')).toContainText('Olá')
    await page.getByRole('button', { name: leave }).click()
    await page.getByRole('button', { name: leave }).click()
    await page.context().close()
  }
  const context = await browser.newContext({ baseURL: origin(), locale: 'fr-FR' })
  await context.request.post('/api/demo/sign-in', {
    data: { personId: 'rosalind-okafor' },
    headers: { origin: origin() },
  })
  const phone = await context.newPage()
  // The line for calls is one for customers who speak English.
  await call(phone, '+61491570006')
  await expect(heardBy(phone)).toContainText('It rings.')
  await hangUp(phone)
  await context.close()
  // Everybody else is told in English.
  const english = await customerAt(browser, 'Wilma Stark', 'Boarding assistance', 'Hello')
  await english.getByRole('button', { name: 'Leave the chat' }).click()
  await english.getByRole('button', { name: 'Leave the chat' }).click()
  await english.context().close()
})
