import { expect, type Browser, type Locator, type Page } from '@playwright/test'
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
