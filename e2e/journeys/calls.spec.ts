import { expect, type Locator, type Page } from '@playwright/test'
import { test } from './journey.ts'
import { bayOf, expectAccessible, goHome, passSeconds, sayPresence, signIn } from './people.ts'

const sailings = /^Calls about today’s sailings/

async function call(page: Page, phone: string): Promise<void> {
  await page.goto(`/outside/phone?${new URLSearchParams({ phone })}`)
  await page.getByRole('button', { name: sailings }).click()
  await expect(page.getByRole('button', { name: 'Hang up' })).toBeVisible()
}

const heardBy = (page: Page) => page.getByRole('status', { name: 'What is heard' })
const soundOf = (place: Page | Locator) => place.getByRole('group', { name: 'Sound' })

/** Sound flows: bytes go out and come in, and what comes in is not silence. */
async function expectSound(place: Page | Locator): Promise<void> {
  const sound = soundOf(place)
  await expect(sound.getByText(/Connected · good/)).toBeVisible()
  const counts = async (): Promise<number[]> => {
    const status = sound.getByRole('status')
    return Promise.all(['data-sent', 'data-heard'].map(async (name) => Number(await status.getAttribute(name))))
  }
  const [sent = 0, heard = 0] = await counts()
  await expect(async () => {
    const [sentNow = 0, heardNow = 0] = await counts()
    expect(sentNow).toBeGreaterThan(sent + 2000)
    expect(heardNow).toBeGreaterThan(heard + 2000)
  }).toPass()
  // The made microphone beeps once a second.
  await expect(async () => {
    expect(Number(await sound.getByRole('meter').first().getAttribute('aria-valuenow'))).toBeGreaterThan(10)
  }).toPass({ intervals: [200] })
}

test('a call is answered, heard at both ends, held, muted, taken up by both ends anew, and hung up', async ({
  browser,
}) => {
  const ana = await signIn(browser, 'Ana Mirel')
  await sayPresence(ana, 'Ready')
  const phone = await signIn(browser, 'Rosalind Okafor')
  await call(phone, '+61491570006')
  await expect(heardBy(phone)).toContainText('It rings. Music plays while you wait.')
  const bay = bayOf(ana, 'Ilse Varga')
  await expect(bay).toContainText('+61 491 570 006 to +44 20 7946 0100')
  await expect(ana).toHaveTitle(/Ilse Varga/)
  await expectAccessible(ana)
  await ana.keyboard.press('Alt+a')
  await expect(heardBy(phone)).toContainText('You are talking to Ana.')
  await expectSound(bay)
  await expectSound(phone)
  await expectAccessible(ana)
  await expectAccessible(phone)

  await bay.getByRole('button', { name: 'Hold', exact: true }).click()
  await expect(heardBy(phone)).toContainText('You are on hold. Music plays.')
  await expect(bay).toContainText('on hold for')
  await passSeconds(30)
  await bay.getByRole('button', { name: 'Take off hold' }).click()
  await expect(heardBy(phone)).toContainText('You are talking to Ana.')

  await bay.getByRole('button', { name: 'Mute' }).click()
  await expect(async () => {
    expect(Number(await soundOf(phone).getByRole('meter').first().getAttribute('aria-valuenow'))).toBe(0)
  }).toPass()
  await bay.getByRole('button', { name: 'Muted' }).click()
  await expectSound(phone)

  await ana.reload()
  await expectSound(bayOf(ana, 'Ilse Varga'))
  await expectSound(phone)
  await phone.reload()
  await expectSound(phone)
  await expectSound(bayOf(ana, 'Ilse Varga'))

  await phone.getByRole('button', { name: 'Hang up' }).click()
  await expect(heardBy(phone)).toContainText('The call is over.')
  await bay.getByRole('button', { name: 'Finish wrap-up' }).click()
  await phone.goto('/review?channel=voice')
  await phone.getByRole('gridcell', { name: 'Ilse Varga' }).first().click()
  await expect(phone.getByText('Calls about today’s sailings, from +61 491 570 006')).toBeVisible()
  await expect(phone.getByText('On hold')).toBeVisible()
  await goHome(ana)
})

test('a second window of a seat neither rings nor takes the sound; it has it once the first is closed', async ({
  browser,
}) => {
  const ana = await signIn(browser, 'Ana Mirel')
  await sayPresence(ana, 'Ready')
  const other = await ana.context().newPage()
  await other.goto('/seat')
  const phone = await signIn(browser, 'Rosalind Okafor')
  await call(phone, '+61491570157')
  await expect(bayOf(ana, 'Marta Quill')).toBeVisible()
  await ana.keyboard.press('Alt+a')
  await expectSound(bayOf(ana, 'Marta Quill'))
  await expect(bayOf(other, 'Marta Quill').getByText('Another window of yours rings')).toBeVisible()
  await ana.close()
  await expectSound(bayOf(other, 'Marta Quill'))
  await expectSound(phone)
  await bayOf(other, 'Marta Quill').getByRole('button', { name: 'Hang up' }).click()
  await expect(heardBy(phone)).toContainText('The call is over.')
  await goHome(other)
})

test('a call whose line goes dead ends by itself once it does not come back', async ({ browser }) => {
  const ana = await signIn(browser, 'Ana Mirel')
  await sayPresence(ana, 'Ready')
  const phone = await signIn(browser, 'Rosalind Okafor')
  await call(phone, '+61491570313')
  const bay = bayOf(ana, 'Greta Dunmore')
  await expect(bay).toBeVisible()
  await ana.keyboard.press('Alt+a')
  await expectSound(bay)
  await phone.context().close()
  await expect(bay).toContainText('Greta’s line is dead')
  await passSeconds(25)
  await expect(bay.getByRole('button', { name: 'Finish wrap-up' })).toBeVisible()
  await goHome(ana)
})

test('a number that no line has is told at the telephone', async ({ browser }) => {
  const phone = await signIn(browser, 'Rosalind Okafor', '/outside/phone')
  await phone.getByRole('textbox', { name: 'Number' }).fill('020 7946')
  await phone.getByRole('button', { name: 'Call', exact: true }).click()
  await expect(phone.getByText('Give a number with + and the country')).toBeVisible()
  await phone.getByRole('textbox', { name: 'Number' }).fill('+44 20 7946 0111')
  await phone.getByRole('button', { name: 'Call', exact: true }).click()
  await expect(phone.getByText('No line of the centre has the number +442079460111.')).toBeVisible()
})

test('of two who share a number the agent says which; one nobody knows is given a name; both are told apart after', async ({
  browser,
}) => {
  const ana = await signIn(browser, 'Ana Mirel')
  await sayPresence(ana, 'Ready')
  const phone = await signIn(browser, 'Rosalind Okafor')
  await call(phone, '+61491570158')
  await bayOf(ana, 'Owen Ashdown').getByRole('button', { name: 'It is Sunniva Ashdown' }).click()
  const sunniva = bayOf(ana, 'Sunniva Ashdown')
  await expect(sunniva).toContainText('Nothing is on record yet.')
  await ana.keyboard.press('Alt+a')
  await expectSound(sunniva)
  await sunniva.getByRole('button', { name: 'Text Sunniva' }).click()
  await sunniva.getByRole('textbox', { name: 'Text Sunniva' }).fill('Pier 2, 15:40, SK-4821')
  await expect(sunniva).toContainText('1 text, 138 left')
  await sunniva.getByRole('button', { name: 'Send the text' }).click()
  await expect(sunniva.getByText('delivered')).toBeVisible()
  await expectAccessible(ana)
  await sunniva.getByRole('button', { name: 'Hang up' }).click()
  await sunniva.getByLabel('Notes').fill('Moved to 15:40')
  await sunniva.getByRole('button', { name: 'Finish wrap-up' }).click()
  await phone.getByRole('button', { name: 'Close' }).click()
  await expect(phone.getByText('Pier 2, 15:40, SK-4821')).toBeVisible()

  await call(phone, '+12025550150')
  const unknown = bayOf(ana, '+1 202 555 0150')
  await expect(unknown).toContainText('Nobody is known by this number yet.')
  await ana.keyboard.press('Alt+a')
  await unknown.getByRole('textbox', { name: 'Name' }).fill('Dagmar Holt')
  await unknown.getByRole('button', { name: 'Make known' }).click()
  const dagmar = bayOf(ana, 'Dagmar Holt')
  await expectSound(dagmar)
  await dagmar.getByRole('button', { name: 'Hang up' }).click()
  await dagmar.getByRole('button', { name: 'Finish wrap-up' }).click()
  await phone.getByRole('button', { name: 'Close' }).click()
  await call(phone, '+12025550150')
  await expect(bayOf(ana, 'Dagmar Holt')).toContainText('Ana Mirel')
  await ana.keyboard.press('Alt+a')
  await goHome(ana)
})

test('a call is passed on to a colleague, who hears the customer and reads the note', async ({ browser }) => {
  const ana = await signIn(browser, 'Ana Mirel')
  await sayPresence(ana, 'Ready')
  const phone = await signIn(browser, 'Rosalind Okafor')
  await call(phone, '+61491571266')
  const bay = bayOf(ana, 'Lorcan Gough')
  await expect(bay).toBeVisible()
  await ana.keyboard.press('Alt+a')
  await expectSound(bay)
  const joao = await signIn(browser, 'João Tavares')
  await sayPresence(joao, 'Ready')
  await bay.getByRole('button', { name: 'Pass on' }).click()
  const panel = ana.getByRole('dialog')
  await panel.getByRole('textbox', { name: 'Note for the next' }).fill('Two dogs')
  await panel.getByRole('textbox', { name: 'Find a queue or a person' }).fill('João')
  await panel.getByRole('radio', { name: /João Tavares/ }).check()
  await panel.getByRole('button', { name: 'Pass on' }).click()
  await expect(heardBy(phone)).toContainText('Music plays while you wait.')
  await expect(bayOf(joao, 'Lorcan Gough')).toContainText('Two dogs')
  await joao.keyboard.press('Alt+a')
  await expectSound(bayOf(joao, 'Lorcan Gough'))
  await expectSound(phone)
  await expect(heardBy(phone)).toContainText('You are talking to João.')
  await goHome(joao)
  await goHome(ana)
})
