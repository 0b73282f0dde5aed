import { readFile } from 'node:fs/promises'
import { expect, type Page } from '@playwright/test'
import { freePort } from '../../scripts/jest-cluster.ts'
import { call, expectSound, hangUp, heardBy } from './calling.ts'
import { test } from './journey.ts'
import { bayOf, expectAccessible, goHome, sayPresence, signIn } from './people.ts'

async function setCallback(rosalind: Page, seconds: string): Promise<void> {
  const after = rosalind.getByRole('textbox', { name: 'Callback after a wait of, seconds' })
  await after.fill(seconds)
  await rosalind.getByRole('button', { name: 'Save and publish' }).click()
  await expect(rosalind.getByText(/Published as version \d+\./)).toBeVisible()
}

test('an agent calls a customer: what speaks against it is told, it rings, is refused, and then answered', async ({
  browser,
  stand,
}) => {
  // Two processes of the web have it rung, and send texts: once each.
  const other = await stand.startWeb(await freePort())
  const ana = await signIn(browser, 'Ana Mirel')
  await sayPresence(ana, 'Ready')
  const phone = await signIn(browser, 'Rosalind Okafor', '/outside/phone?phone=%2B61491571266')
  await ana.getByRole('button', { name: 'Call or write to somebody' }).click()
  const panel = ana.getByRole('dialog')
  await panel.getByRole('textbox', { name: 'Number or email address' }).fill('+61 491 571 266')
  await expect(panel.getByText('Lorcan Gough wants no calls, texts or email of our own accord.')).toBeVisible()
  await expect(panel.getByRole('button', { name: 'Call Lorcan' })).toBeDisabled()
  await panel.getByRole('textbox', { name: 'Number or email address' }).fill('+61 491 570 159')
  await panel.getByRole('combobox', { name: 'On behalf of' }).click()
  await ana.getByRole('option', { name: /^Today/ }).click()
  await expect(panel.getByText('Known as Rafael Corvo.')).toBeVisible()
  await expect(panel.getByText(/They see \+44 20 7946 0100/)).toBeVisible()
  await expectAccessible(ana)
  await panel.getByRole('button', { name: 'Call Rafael' }).click()
  const bay = bayOf(ana, 'Rafael Corvo')
  await expect(bay.getByText(/^Ringing Rafael/)).toBeVisible()

  await phone.goto('/outside/phone?phone=%2B61491570159')
  await expect(phone.getByRole('alert').getByText(/is calling$/)).toBeVisible()
  await expectAccessible(phone)
  await phone.getByRole('button', { name: 'Refuse' }).click()
  await expect(bay.getByText('The call was refused.')).toBeVisible()
  await bay.getByRole('button', { name: 'Call Rafael again' }).click()
  await phone.getByRole('button', { name: 'Answer' }).click()
  await expectSound(bay)
  await expect(heardBy(phone)).toContainText('You are talking to Ana.')
  await expect(phone.getByRole('alert').getByText(/is calling$/)).toHaveCount(0)
  await hangUp(phone)
  await bay.getByRole('button', { name: 'Finish wrap-up' }).click()

  // A text in their own name comes from the queue's text number.
  await ana.getByRole('button', { name: 'Call or write to somebody' }).click()
  await panel.getByRole('textbox', { name: 'Number or email address' }).fill('+61491570159')
  await panel.getByRole('combobox', { name: 'On behalf of' }).click()
  await ana.getByRole('option', { name: /^Today/ }).click()
  await panel.getByRole('button', { name: 'Text instead' }).click()
  await panel.getByRole('textbox', { name: 'First words' }).fill('Your umbrella is at gate 2')
  await panel.getByRole('button', { name: 'Send the text' }).click()
  await expect(bay.getByText('Your umbrella is at gate 2')).toBeVisible()
  await phone.getByRole('button', { name: 'Close' }).click()
  await phone.getByRole('button', { name: /Your umbrella is at gate 2/ }).click()
  await expect(phone.getByText('Your umbrella is at gate 2')).toBeVisible()
  await bay.getByRole('button', { name: 'End', exact: true }).click()
  await bay.getByRole('button', { name: 'Finish wrap-up' }).click()
  await goHome(ana)
  await other.stop()

  const rosalind = await signIn(browser, 'Rosalind Okafor', '/review?channel=voice#find=Rafael')
  await rosalind.getByRole('gridcell', { name: 'Rafael Corvo' }).first().click()
  const dials = rosalind.getByRole('region', { name: 'Outgoing calls' })
  await expect(dials.getByText(/Ana Mirel · refused/)).toBeVisible()
  await expect(dials.getByText(/Ana Mirel · answered/)).toBeVisible()
  const arrives = rosalind.waitForEvent('download')
  await rosalind.getByRole('link', { name: 'Export as vCon' }).click()
  const vcon = JSON.parse(await readFile(await (await arrives).path(), 'utf8')) as {
    parties: object[]
    dialog: object[]
  }
  expect(vcon.parties[0]).toEqual({ name: 'Rafael Corvo', tel: '+61491570159', role: 'customer' })
  expect(vcon.dialog).toContainEqual(expect.objectContaining({ type: 'incomplete', disposition: 'failed' }))
})

test('a caller keeps the place without the line, rings in, and is called at their turn', async ({ browser }) => {
  const rosalind = await signIn(browser, 'Rosalind Okafor', '/plan?queue=today-s-sailings')
  await setCallback(rosalind, '2')
  const phone = await signIn(browser, 'Rosalind Okafor', null)
  await call(phone, '+61491570737')
  await phone.getByRole('button', { name: 'Call me back instead' }).click()
  await expect(heardBy(phone)).toContainText('You keep your place.')
  await hangUp(phone)
  // Whoever rings in again is where they were, and hangs up again.
  await call(phone, '+61491570737')
  await expect(heardBy(phone)).toContainText('You keep your place.')
  await hangUp(phone)
  await expect(phone.getByRole('heading', { name: 'Calls' })).toBeVisible()

  const ana = await signIn(browser, 'Ana Mirel')
  await sayPresence(ana, 'Ready')
  const bay = bayOf(ana, 'Amara Fairlie')
  await expect(bay.getByText('Amara wants to be called back. Answer, and the call goes out.')).toBeVisible()
  await ana.keyboard.press('Alt+a')
  await phone.getByRole('button', { name: 'Answer' }).click()
  await expectSound(bay)
  await bay.getByRole('button', { name: 'Hang up' }).click()
  await bay.getByRole('button', { name: 'Finish wrap-up' }).click()
  await expect(bay).toBeHidden()

  // Where one call is all there is, who refuses it is texted.
  await rosalind.getByLabel('Most attempts').fill('1')
  await rosalind.getByRole('textbox', { name: 'Text after failed attempts' }).fill('We could not reach you.')
  await rosalind.getByRole('button', { name: 'Save and publish' }).click()
  await expect(rosalind.getByText(/Published as version \d+\./).last()).toBeVisible()
  await sayPresence(ana, 'Break')
  await call(phone, '+61491570157')
  await phone.getByRole('button', { name: 'Call me back instead' }).click()
  await expect(heardBy(phone)).toContainText('You keep your place.')
  await hangUp(phone)
  await sayPresence(ana, 'Ready')
  const marta = bayOf(ana, 'Marta Quill')
  await expect(marta.getByRole('button', { name: /Answer/ })).toBeVisible()
  await ana.keyboard.press('Alt+a')
  await phone.getByRole('button', { name: 'Refuse' }).click()
  await expect(phone.getByRole('button', { name: /We could not reach you\./ })).toBeVisible()
  await expect(marta.getByRole('log')).toContainText('We could not reach you.')
  await marta.getByRole('button', { name: 'Finish wrap-up' }).click()
  await goHome(ana)

  await rosalind.goto('/review#find=Amara')
  await rosalind.getByRole('gridcell', { name: 'Amara Fairlie' }).first().click()
  await expect(rosalind.getByText('called back')).toBeVisible()
  await rosalind.goto('/plan?queue=today-s-sailings')
  await rosalind.getByLabel('Most attempts').fill('3')
  await setCallback(rosalind, '60')
})

test('a message is left instead of waiting, and played at the seat', async ({ browser }) => {
  const phone = await signIn(browser, 'Rosalind Okafor', null)
  await call(phone, '+61491572549')
  await phone.getByRole('button', { name: 'Leave a message' }).click()
  await expect(phone.getByText(/^Your message: 0:0[2-9]/)).toBeVisible()
  await expectAccessible(phone)
  await phone.getByRole('button', { name: 'End the message' }).click()
  await expect(heardBy(phone)).toContainText('Your message is with us.')
  await hangUp(phone)

  const ana = await signIn(browser, 'Ana Mirel')
  await sayPresence(ana, 'Ready')
  const bay = bayOf(ana, 'Hugo Kestrel')
  await expect(bay.getByText('Hugo has left a message.')).toBeVisible()
  await ana.keyboard.press('Alt+a')
  const played = bay.getByLabel('Spoken message')
  await expect(bay.getByRole('button', { name: 'Call Hugo' })).toBeVisible()
  await expect(bay.getByText(/^0:(0[2-9]|[1-5]\d) long$/)).toBeVisible()
  const heard = async (): Promise<number> =>
    played.evaluate(async (sound: HTMLAudioElement) => {
      await sound.play()
      return sound.currentTime
    })
  await expect(async () => expect(await heard()).toBeGreaterThan(0.5)).toPass()
  await expectAccessible(ana)
  await bay.getByRole('button', { name: 'End' }).click()
  await bay.getByRole('button', { name: 'Finish wrap-up' }).click()
  await goHome(ana)
})
