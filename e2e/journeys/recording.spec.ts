import { expect } from '@playwright/test'
import { call, expectSound, heardBy } from './calling.ts'
import { until } from '../stand.ts'
import { test } from './journey.ts'
import { bayOf, expectAccessible, goHome, sayPresence, signIn } from './people.ts'

test('a call is announced, recorded in stretches and played; who refuses is not recorded', async ({
  browser,
  stand,
}) => {
  const rosalind = await signIn(browser, 'Rosalind Okafor', '/plan?queue=today-s-sailings')
  const policy = rosalind.getByRole('combobox', { name: 'Recording of calls' })
  const words = rosalind.getByRole('textbox', { name: 'Announcement before connecting' })
  await policy.click()
  await rosalind.getByRole('option', { name: 'always' }).click()
  await words.fill('This call is recorded so that we can learn from it')
  await rosalind.getByRole('button', { name: 'Save and publish' }).click()
  await expect(rosalind.getByText(/Published as version \d+\./)).toBeVisible()

  const ana = await signIn(browser, 'Ana Mirel')
  await sayPresence(ana, 'Ready')
  const phone = await signIn(browser, 'Rosalind Okafor', null)
  await call(phone, '+61491573770')
  await expect(heardBy(phone)).toContainText('This call is recorded so that we can learn from it')
  const bay = bayOf(ana, 'Saskia Lomas')
  await expect(bay).toBeVisible()
  await ana.keyboard.press('Alt+a')
  await expectSound(bay)
  await expect(heardBy(phone)).toContainText('You are talking to Ana.')
  await expect(bay.getByText('Recording', { exact: true })).toBeVisible()
  await expectAccessible(ana)
  // So that a part of two seconds is there.
  await ana.waitForTimeout(4500)
  await bay.getByRole('button', { name: 'Pause recording' }).click()
  await expect(bay.getByText('Recording is paused: nothing of this is kept.')).toBeVisible()
  // Paused it stays, when the page is loaded anew; what was recorded is told to be over first.
  await ana.waitForTimeout(1000)
  await ana.reload()
  await expectSound(bay)
  await expect(bay.getByText('Recording is paused: nothing of this is kept.')).toBeVisible()
  // In another window as well, to which nothing comes of this one.
  await ana.evaluate(() => sessionStorage.clear())
  await ana.reload()
  await expectSound(bay)
  await expect(bay.getByText('Recording is paused: nothing of this is kept.')).toBeVisible()
  await bay.getByRole('button', { name: 'Record again' }).click()
  await ana.waitForTimeout(4500)
  // Her page is gone for a while: the customer's end records until she is back.
  await ana.goto('about:blank')
  await until('the customer’s end records', async () => {
    const { rows } = await stand.database.$client.query(
      'select from recording join recording_part on recording_id = id where person_id is null and number > 1',
    )
    return rows.length > 0
  })
  await ana.goto('/seat')
  await expectSound(bay)
  await ana.waitForTimeout(4500)
  await bay.getByRole('button', { name: 'Hang up' }).click()
  await bay.getByRole('button', { name: 'Finish wrap-up' }).click()

  await call(phone, '+61491575254')
  await phone.getByRole('button', { name: 'Do not record me' }).click()
  const second = bayOf(ana, 'Idris Merrow')
  await expect(second).toBeVisible()
  await ana.keyboard.press('Alt+a')
  await expectSound(second)
  await expect(second.getByText('Idris does not want to be recorded.')).toBeVisible()
  await second.getByRole('button', { name: 'Hang up' }).click()
  await second.getByRole('button', { name: 'Finish wrap-up' }).click()
  await goHome(ana)

  await rosalind.goto('/review?tag=bookings#find=Saskia')
  await expect(rosalind.getByText('No record matches. Widen the filters.')).toBeVisible()
  await rosalind.goto('/review?tag=sailings#find=Saskia')
  await rosalind.getByRole('gridcell', { name: 'Saskia Lomas' }).first().click()
  await rosalind.getByRole('button', { name: 'Listen to the recording' }).click()
  const player = rosalind.getByRole('group', { name: 'Recording' })
  await expect(player.getByText(/^0:00 of (0:0[6-9]|0:[1-5]\d|\d:\d\d)$/)).toBeVisible()
  await expect(player.getByText('not recorded: the agent had paused')).toBeVisible()
  await expect(player.getByText('what follows was recorded at the customer’s end')).toHaveCount(1)
  await expectAccessible(rosalind)
  await player.getByRole('button', { name: 'Play' }).click()
  await expect(player.getByText(/^(0:0[2-9]|0:[1-5]\d|[1-9]:\d\d) of /)).toBeVisible()
  await player.getByRole('button', { name: 'Pause' }).click()
  await player.getByRole('button', { name: 'Mark this place' }).click()
  await player.getByRole('textbox', { name: 'What is there' }).fill('Here she laughs')
  await rosalind.keyboard.press('Enter')
  await expect(player.getByRole('button', { name: /^Go to 0:\d\d: Here she laughs$/ })).toBeVisible()
  await expectAccessible(rosalind)
  await player.getByRole('button', { name: 'Remove the mark: Here she laughs' }).click()
  await expect(player.getByRole('button', { name: /Here she laughs/ })).toHaveCount(0)
  await rosalind.reload()
  await expect(rosalind.getByText('Listened to by Rosalind Okafor.')).toBeVisible()
  await rosalind.goto('/review#find=Idris')
  await rosalind.getByRole('gridcell', { name: 'Idris Merrow' }).first().click()
  await expect(rosalind.getByText('Idris Merrow does not want to be recorded.')).toBeVisible()
  await expect(rosalind.getByRole('button', { name: 'Listen to the recording' })).toHaveCount(0)

  // As it was before, for the journeys that come after.
  await rosalind.goto('/plan?queue=today-s-sailings')
  await policy.click()
  await rosalind.getByRole('option', { name: 'when the agent says so' }).click()
  await words.fill('')
  await rosalind.getByRole('button', { name: 'Save and publish' }).click()
  await expect(rosalind.getByText(/Published as version \d+\./)).toBeVisible()
})
