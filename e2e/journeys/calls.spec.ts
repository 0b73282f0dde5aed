import { expect } from '@playwright/test'
import { answeredCall, call, chooseJoao, expectSound, hangUp, heardBy, phoneAt, soundOf, text } from './calling.ts'
import { test } from './journey.ts'
import { bayOf, expectAccessible, goHome, passSeconds, sayPresence, signIn } from './people.ts'

test('a call is answered, heard at both ends, held, muted, taken up by both ends anew, and hung up', async ({
  browser,
}) => {
  const ana = await signIn(browser, 'Ana Mirel')
  await sayPresence(ana, 'Ready')
  const phone = await signIn(browser, 'Rosalind Okafor', null)
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
  await bay.getByRole('button', { name: 'Resume' }).click()
  await expect(heardBy(phone)).toContainText('You are talking to Ana.')

  await bay.getByRole('button', { name: 'Keypad' }).click()
  await bay.getByRole('button', { name: 'Key 4' }).click()
  await ana.keyboard.press('#')
  await expect(heardBy(phone)).toContainText('Keys pressed at the other end: 4#')
  await phone.getByRole('button', { name: 'Keypad' }).click()
  await phone.getByRole('button', { name: 'Key star' }).click()
  await expect(bay).toContainText('Keys pressed at the other end: *')
  await bay.getByRole('button', { name: 'Keypad' }).click()

  await bay.getByRole('button', { name: 'Mute' }).click()
  const level = (): Promise<string | null> => soundOf(phone).getByRole('meter').first().getAttribute('aria-valuenow')
  await expect(async () => expect(await level()).toBe('0')).toPass()
  await ana.reload()
  await expect(bay.getByText(/Connected · good/)).toBeVisible()
  await expect(soundOf(phone).getByText(/Connected · good/)).toBeVisible()
  // For so long that a beep of the made microphone would have been heard.
  for (let n = 0; n < 12; n += 1) {
    expect(await level()).toBe('0')
    await phone.waitForTimeout(120)
  }
  await bay.getByRole('button', { name: 'Muted' }).click()
  await expectSound(phone)

  await ana.reload()
  await expectSound(bayOf(ana, 'Ilse Varga'))
  await expectSound(phone)
  await phone.reload()
  await expectSound(phone)
  await expectSound(bayOf(ana, 'Ilse Varga'))

  await hangUp(phone)
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
  const phone = await signIn(browser, 'Rosalind Okafor', null)
  await call(phone, '+61491570157')
  await expect(bayOf(ana, 'Marta Quill')).toBeVisible()
  await ana.keyboard.press('Alt+a')
  await expectSound(bayOf(ana, 'Marta Quill'))
  await expect(bayOf(other, 'Marta Quill').getByText('Another of your windows rings')).toBeVisible()
  await ana.close()
  await expectSound(bayOf(other, 'Marta Quill'))
  await expectSound(phone)
  await bayOf(other, 'Marta Quill').getByRole('button', { name: 'Hang up' }).click()
  await expect(heardBy(phone)).toContainText('The call is over.')
  await goHome(other)
})

test('at a telephone’s width a call goes on behind what its agent looks at', async ({ browser }) => {
  const { ana, phone, bay } = await answeredCall(browser, '+61491570006', 'Ilse Varga')
  await ana.setViewportSize({ width: 390, height: 800 })
  const texting = await signIn(browser, 'Rosalind Okafor', null)
  await phoneAt(texting, '+61491570006', '+442079460101')
  await text(texting, 'And a cabin?')
  await expect(bay.getByRole('button', { name: /^Answer/ })).toBeVisible()
  await expect(bay.getByRole('button', { name: 'Hang up' })).toBeHidden()
  await expectSound(phone)
  await ana.setViewportSize({ width: 1280, height: 800 })
  await ana.keyboard.press('Alt+a')
  await expect(ana.getByRole('button', { name: 'End', exact: true })).toBeVisible()
  await expectSound(phone)
  await ana.getByRole('button', { name: 'Hang up' }).click()
  await ana.getByRole('button', { name: 'Finish wrap-up' }).click()
  await goHome(ana)
})

test('a call whose line goes dead ends by itself once it does not come back', async ({ browser }) => {
  const { ana, phone, bay } = await answeredCall(browser, '+61491570313', 'Greta Dunmore')
  await phone.context().close()
  await expect(bay).toContainText('Greta’s line is dead')
  await passSeconds(25)
  await expect(bay.getByRole('button', { name: 'Finish wrap-up' })).toBeVisible()
  await goHome(ana)
})

test('before calls come one sees that one hears and is heard, once in a tab', async ({ browser }) => {
  const joao = await signIn(browser, 'João Tavares')
  await joao.getByRole('button', { name: 'Check sound' }).click()
  const panel = joao.getByRole('dialog', { name: 'Microphone, speaker, notifications' })
  await expect(panel.getByText('Your microphone works.')).toBeVisible()
  await panel.getByRole('button', { name: 'Play a tone' }).click()
  await panel.getByRole('button', { name: 'I hear it' }).click()
  await expectAccessible(joao)
  await panel.getByRole('button', { name: 'Done' }).click()
  await expect(joao.getByRole('button', { name: 'Check sound' })).toHaveCount(0)
  await joao.reload()
  await expect(joao.getByRole('region', { name: 'What waits' })).toBeVisible()
  await expect(joao.getByRole('button', { name: 'Check sound' })).toHaveCount(0)
  await joao.context().close()
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
  const phone = await signIn(browser, 'Rosalind Okafor', null)
  await call(phone, '+61491570158')
  await bayOf(ana, 'Owen Ashdown').getByRole('button', { name: 'It is Sunniva Ashdown' }).click()
  const sunniva = bayOf(ana, 'Sunniva Ashdown')
  await expect(sunniva).toContainText('No history yet.')
  await ana.keyboard.press('Alt+a')
  await expectSound(sunniva)
  await sunniva.getByRole('button', { name: 'Text Sunniva' }).click()
  await sunniva.getByRole('textbox', { name: 'Text Sunniva' }).fill('Pier 2, 15:40, SK-4821')
  await expect(sunniva).toContainText('1 text, 138 left')
  await sunniva.getByRole('button', { name: 'Send the text' }).click()
  await expect(sunniva.getByText('delivered')).toBeVisible()
  await expectAccessible(ana)
  await sunniva.getByRole('button', { name: 'Hang up' }).click()
  // Nobody finishes it: what was typed is kept when its time is over.
  const kept = ana.waitForResponse((answer) => answer.request().postData()?.includes('Moved to 15:40') ?? false)
  await sunniva.getByLabel('Notes').fill('Moved to 15:40')
  expect((await kept).ok()).toBe(true)
  await passSeconds(60)
  await expect(sunniva).toBeHidden()
  await phone.getByRole('button', { name: 'Close' }).click()
  await expect(phone.getByText('Pier 2, 15:40, SK-4821')).toBeVisible()

  await call(phone, '+12025550150')
  const unknown = bayOf(ana, '+1 202 555 0150')
  await expect(unknown).toContainText('Nobody is known by this yet.')
  // What is typed while it rings is there once it was answered.
  await unknown.getByRole('textbox', { name: 'Name' }).fill('Dagmar Holt')
  await unknown.getByRole('button', { name: /^Answer/ }).click()
  await expectSound(unknown)
  await expect(unknown.getByRole('textbox', { name: 'Name' })).toHaveValue('Dagmar Holt')
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
  await phone.goto('/review?channel=voice#find=Sunniva')
  await phone.getByRole('gridcell', { name: 'Sunniva Ashdown' }).first().click()
  await expect(phone.getByText('Moved to 15:40')).toBeVisible()
})

test('a call is passed on to a colleague, who hears the customer and reads the note', async ({ browser }) => {
  const { ana, phone, bay } = await answeredCall(browser, '+61491571266', 'Lorcan Gough')
  const joao = await signIn(browser, 'João Tavares')
  await sayPresence(joao, 'Ready')
  const panel = await chooseJoao(ana, bay)
  await panel.getByRole('textbox', { name: 'Note for the next agent' }).fill('Two dogs')
  await panel.getByRole('button', { name: 'Transfer' }).click()
  await expect(heardBy(phone)).toContainText('Music plays while you wait.')
  await expect(bayOf(joao, 'Lorcan Gough')).toContainText('Two dogs')
  await joao.keyboard.press('Alt+a')
  await expectSound(bayOf(joao, 'Lorcan Gough'))
  await expectSound(phone)
  await expect(heardBy(phone)).toContainText('You are talking to João.')
  await goHome(joao)
  await goHome(ana)
})

test('simulated people have a voice: a caller hears one who answers, an agent one who calls', async ({ browser }) => {
  const phone = await signIn(browser, 'Rosalind Okafor', null)
  const traffic = (settings: object | null) =>
    phone.evaluate(async (body) => {
      const method = body === null ? 'DELETE' : 'PUT'
      await fetch('/api/outside/traffic', {
        method,
        headers: { 'content-type': 'application/json' },
        body: body === null ? undefined : JSON.stringify(body),
      })
    }, settings)
  await call(phone, '+61491570006')
  await traffic({ chatsPerMinute: 0, agents: 24, handleSeconds: 300 })
  await expect(heardBy(phone)).toContainText('You are talking to')
  await expectSound(phone)
  await hangUp(phone)

  await traffic({ chatsPerMinute: 60, callPercent: 100, textPercent: 0, mailPercent: 0, agents: 0 })
  const ana = await signIn(browser, 'Ana Mirel')
  await sayPresence(ana, 'Ready')
  await ana
    .getByRole('button', { name: /^Answer/ })
    .first()
    .click()
  await expectSound(ana)
  await traffic(null)
  await ana.getByRole('button', { name: 'Finish wrap-up' }).click()
  await goHome(ana)
})
