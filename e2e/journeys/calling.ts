import { expect, type Browser, type Locator, type Page } from '@playwright/test'
import { bayOf, sayPresence, signIn } from './people.ts'

export const sailings = /^Calls about today’s sailings/

/** From a telephone of this number. */
export async function call(page: Page, phone: string): Promise<void> {
  await page.goto(`/outside/phone?${new URLSearchParams({ phone })}`)
  await page.getByRole('button', { name: sailings }).click()
  await expect(page.getByRole('button', { name: 'Hang up' })).toBeVisible()
}

/** Waits for the answer: whoever loads another page before it has not hung up. */
export async function hangUp(phone: Page): Promise<void> {
  await phone.getByRole('button', { name: 'Hang up' }).click()
  await expect(phone.getByRole('button', { name: 'Hang up' })).toBeHidden()
}

/** A customer's telephone, with the thread to a number open. */
export async function phoneAt(page: Page, phone: string, to: string): Promise<void> {
  await page.goto(`/outside/phone?${new URLSearchParams({ phone, to })}`)
}

export async function text(page: Page, words: string): Promise<void> {
  await page.getByRole('textbox', { name: 'Text message' }).fill(words)
  await page.getByRole('button', { name: 'Send', exact: true }).click()
}

export const heardBy = (page: Page) => page.getByRole('status', { name: 'What is heard' })
export const soundOf = (place: Page | Locator) => place.getByRole('group', { name: 'Sound' })

/** Sound flows: bytes go out and come in, and what comes in is not silence. With whom: by default the only other. */
export async function expectSound(place: Page | Locator, name?: string): Promise<void> {
  const sound = name === undefined ? soundOf(place) : soundOf(place).getByRole('group', { name })
  // How good it is measures the machine, which may be busy.
  await expect(sound.getByText(/Connected · /)).toBeVisible()
  const counts = async (): Promise<number[]> => {
    const status = sound.getByRole('status')
    return Promise.all(['data-sent', 'data-heard'].map(async (count) => Number(await status.getAttribute(count))))
  }
  const [sent = 0, heard = 0] = await counts()
  await expect(async () => {
    const [sentNow = 0, heardNow = 0] = await counts()
    expect(sentNow).toBeGreaterThan(sent + 2000)
    expect(heardNow).toBeGreaterThan(heard + 2000)
  }).toPass()
  // It is played as well: what a browser keeps silent, or what never reaches the loudspeaker, flows all the same.
  const playedUntil = (): Promise<number> =>
    sound
      .locator('audio')
      .first()
      .evaluate((audio: HTMLAudioElement) => (audio.paused || audio.muted ? 0 : audio.currentTime))
  await expect(async () => expect(await playedUntil()).toBeGreaterThan(0)).toPass()
  const played = await playedUntil()
  await expect(async () => expect(await playedUntil()).toBeGreaterThan(played)).toPass()
  // The made microphone beeps once a second.
  await expect(async () => expect(await levelOf(sound)).toBeGreaterThan(10)).toPass({ intervals: [200] })
}

const levelOf = async (sound: Locator): Promise<number> =>
  Number(await sound.getByRole('meter').first().getAttribute('aria-valuenow'))

/** For so long that a beep of the made microphone would have been heard, nothing comes from them. */
export async function expectSilence(place: Page | Locator, name: string): Promise<void> {
  const sound = soundOf(place).getByRole('group', { name })
  // What was on its way has been heard.
  await expect(async () => expect(await levelOf(sound)).toBe(0)).toPass()
  for (let n = 0; n < 12; n += 1) {
    expect(await levelOf(sound)).toBe(0)
    await place.getByRole('meter').first().waitFor()
    await new Promise((resolve) => setTimeout(resolve, 120))
  }
}

/** Ana is Ready; a telephone of this number calls, and she answers: sound flows. */
export async function answeredCall(
  browser: Browser,
  number: string,
  customer: string,
): Promise<{ ana: Page; phone: Page; bay: Locator }> {
  const ana = await signIn(browser, 'Ana Mirel')
  await sayPresence(ana, 'Ready')
  const phone = await signIn(browser, 'Rosalind Okafor', null)
  await call(phone, number)
  const bay = bayOf(ana, customer)
  await expect(bay).toBeVisible()
  await ana.keyboard.press('Alt+a')
  await expectSound(bay)
  return { ana, phone, bay }
}

/** Opens the panel in which a call is passed on, and chooses João, who is Ready. */
export async function chooseJoao(ana: Page, bay: Locator): Promise<Locator> {
  await bay.getByRole('button', { name: 'Transfer' }).click()
  const panel = ana.getByRole('dialog')
  await panel.getByRole('textbox', { name: 'Find a queue or a person' }).fill('João')
  await panel.getByRole('radio', { name: /João Tavares/ }).check()
  return panel
}
