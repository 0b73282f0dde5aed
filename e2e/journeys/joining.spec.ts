import { expect } from '@playwright/test'
import { answeredCall, expectSilence, expectSound, heardBy } from './calling.ts'
import { test } from './journey.ts'
import { bayOf, expectAccessible, goHome, sayPresence, signIn } from './people.ts'

test('a colleague is asked, joined and left the call; a supervisor listens and advises, and the record tells of all', async ({
  browser,
}) => {
  const { ana, phone, bay } = await answeredCall(browser, '+61491571491', 'Noemi Jardine')
  const joao = await signIn(browser, 'João Tavares')
  await sayPresence(joao, 'Ready')

  // Of a queue whoever has room is asked: João.
  await bay.getByRole('button', { name: 'Transfer' }).click()
  const panel = ana.getByRole('dialog')
  await panel.getByRole('radio', { name: /^Bookings/ }).check()
  await panel.getByRole('button', { name: 'Ask first' }).click()
  await expect(heardBy(phone)).toContainText('You are on hold.')
  await expect(bay).toContainText('João Tavares is being asked')
  const beside = bayOf(joao, 'Noemi Jardine')
  await expect(beside).toContainText('Ana Mirel asks you into the call with Noemi Jardine')
  await joao.keyboard.press('Alt+a')
  await expectSound(bay, 'João')
  await expectSound(beside, 'Ana')
  await expect(beside).toContainText('with Ana alone')
  await expectAccessible(ana)

  await bay.getByRole('button', { name: 'Join all' }).click()
  await expect(heardBy(phone)).toContainText('You are talking to Ana and João.')
  await expectSound(beside, 'Noemi')
  await expectSound(phone, 'João')

  await bay.getByRole('button', { name: 'Ask for a supervisor' }).click()
  const live = await signIn(browser, 'Rosalind Okafor', '/live')
  await live.getByRole('region', { name: 'Asking for a supervisor' }).getByRole('button', { name: 'Listen in' }).click()
  const attended = live.getByRole('complementary', { name: /^Call of .* with Noemi Jardine$/ })
  await expect(bay).toContainText('Rosalind Okafor listens.')
  await expect(async () => {
    const group = attended.getByRole('group', { name: 'Noemi' })
    expect(Number(await group.getByRole('meter').first().getAttribute('aria-valuenow'))).toBeGreaterThan(10)
  }).toPass({ intervals: [200] })
  await expectSilence(bay, 'Rosalind')
  await attended.getByRole('button', { name: 'Speak to Ana alone' }).click()
  await expectSound(bay, 'Rosalind')
  await expectSilence(beside, 'Rosalind')
  await expect(heardBy(phone)).toContainText('You are talking to Ana and João.')
  await expectAccessible(live)

  await bay.getByRole('button', { name: 'Leave it to João' }).click()
  await expect(bay).toBeHidden()
  await expect(heardBy(phone)).toContainText('You are talking to João.')
  await expectSound(beside, 'Noemi')
  await attended.getByRole('button', { name: 'Leave the call' }).click()
  await expect(attended).toBeHidden()
  await beside.getByRole('button', { name: 'Hang up' }).click()
  await beside.getByRole('button', { name: 'Finish wrap-up' }).click()
  await goHome(joao)
  await goHome(ana)
  await live.goto('/review?channel=voice')
  await live.getByRole('gridcell', { name: 'Noemi Jardine' }).first().click()
  const took = live.getByRole('region', { name: 'Who else took part' })
  await expect(took).toContainText('João Tavares was asked')
  await expect(took).toContainText('Rosalind Okafor listened')
  await expect(took).toContainText('Rosalind Okafor spoke to the agent alone, left')
  await expect(live.getByText('Handed over to João Tavares, who was in the call, by Ana Mirel.')).toBeVisible()
})
