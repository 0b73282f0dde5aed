import { expect } from '@playwright/test'
import { until } from '../stand.ts'
import { test } from './journey.ts'
import { bayOf, expectAccessible, goHome, passSeconds, sayPresence, signIn } from './people.ts'

test('a queue has who it is asked first; a customer’s need decides who is offered them', async ({ browser }) => {
  const rosalind = await signIn(browser, 'Rosalind Okafor', '/plan?queue=bookings')
  const ask = rosalind.getByRole('textbox', { name: 'Before anything of the customer is shown' })
  await expect(ask).toHaveValue(/^Ask for the booking number/)
  await rosalind.goto('/plan?centre=1')
  const needs = rosalind.getByRole('group', { name: 'Needs of customers' })
  await expect(needs.getByRole('group', { name: 'Relay service' })).toContainText('Accessibility')
  await expectAccessible(rosalind)

  await rosalind.goto('/review/customers#find=571 491')
  await rosalind.getByRole('gridcell', { name: 'Noemi Jardine' }).click()
  await rosalind.getByRole('combobox', { name: 'Needs' }).fill('Real')
  await rosalind.getByRole('option', { name: 'Real-time text' }).click()
  await rosalind.getByRole('textbox', { name: 'Notes' }).fill('Travels with a harp.')
  await rosalind.getByRole('button', { name: 'Save' }).click()
  await expect(rosalind.getByText('Saved.')).toBeVisible()

  const ana = await signIn(browser, 'Ana Mirel')
  await sayPresence(ana, 'Ready')
  const to = '+442079460102'
  const write = async (words: string): Promise<void> => {
    await rosalind.goto(`/outside/phone?${new URLSearchParams({ phone: '+61491571491', to })}`)
    await rosalind.getByRole('textbox', { name: 'Text message' }).fill(words)
    await rosalind.getByRole('button', { name: 'Send', exact: true }).click()
  }
  await write('Can the harp stand in the cabin?')
  const bay = bayOf(ana, 'Noemi Jardine')
  await expect(bay).toContainText('Reads what is said as it is typed')
  await expect(bay).not.toContainText('harp.')
  await ana.keyboard.press('Alt+a')
  const who = bay.getByRole('group', { name: 'Who is it?' })
  await expect(who).toContainText('Ask for the booking number, and the name of whoever booked.')
  await expectAccessible(ana)
  await who.getByRole('button', { name: 'Not sure' }).click()
  await expect(bay).toContainText('Ana Mirel could not confirm who it is.')
  await expect(bay).not.toContainText('Travels with a harp.')
  await bay.getByRole('button', { name: 'Check again' }).click()
  await who.getByRole('button', { name: 'It is them' }).click()
  await expect(bay).toContainText('Travels with a harp.')
  await bay.getByRole('button', { name: 'End', exact: true }).click()
  await bay.getByRole('button', { name: 'Finish wrap-up' }).click()
  await rosalind.goto('/review#find=Noemi')
  await rosalind.getByRole('gridcell', { name: 'Noemi Jardine' }).first().click()
  await expect(rosalind.getByText('checked by Ana Mirel')).toBeVisible()

  // By a relay service only who knows how is offered them: Ana does not.
  await rosalind.goto('/review/customers#find=571 491')
  await rosalind.getByRole('gridcell', { name: 'Noemi Jardine' }).click()
  await rosalind.getByRole('combobox', { name: 'Needs' }).fill('Relay')
  await rosalind.getByRole('option', { name: 'Relay service' }).click()
  await rosalind.getByRole('button', { name: 'Save' }).click()
  await expect(rosalind.getByText('Saved.')).toBeVisible()
  await write('One more thing.')
  await rosalind.goto('/live')
  const lane = rosalind.getByRole('region', { name: 'Bookings' })
  await lane.getByRole('button', { name: /^Noemi Jardine/ }).click()
  const grounds = rosalind.getByRole('dialog')
  await expect(grounds).toContainText('Accessibility')
  await expect(bay).toBeHidden()
  // Left waiting, it would head the centre's headline in the journeys after this one.
  await grounds.getByRole('combobox', { name: 'Give to' }).fill('Ana')
  await rosalind.getByRole('option', { name: /^Ana Mirel/ }).click()
  await grounds.getByRole('button', { name: 'Give it', exact: true }).click()
  await expect(bay).toContainText('One more thing.')
  await ana.keyboard.press('Alt+a')
  await expect(bay.getByRole('button', { name: 'End', exact: true })).toBeVisible()
  await goHome(ana)
})

test('what else waits of a customer is joined by whoever talks to them, and comes to them next', async ({
  browser,
  stand,
}) => {
  const phone = await signIn(browser, 'Rosalind Okafor', null)
  const write = async (to: string, words: string): Promise<void> => {
    await phone.goto(`/outside/phone?${new URLSearchParams({ phone: '+61491570313', to })}`)
    await phone.getByRole('textbox', { name: 'Text message' }).fill(words)
    await phone.getByRole('button', { name: 'Send', exact: true }).click()
    await expect(phone.getByText(words)).toBeVisible()
  }
  await write('+442079460102', 'Is there a cabin left?')
  await until('it has come in', async () => {
    const { rows } = await stand.database.$client.query<{ n: number }>(
      `select count(*)::int as n from record r join customer c on c.id = r.customer_id
       where r.channel = 'sms' and c.name = 'Greta Dunmore' and r.closed_at is null`,
    )
    return rows[0]?.n === 1
  })
  // Anybody will do by then.
  await passSeconds(65)
  await write('+442079460101', 'Does it sail?')
  const ines = await signIn(browser, 'Inês Valadão', '/seat')
  await sayPresence(ines, 'Ready')
  const bay = bayOf(ines, 'Greta Dunmore')
  await expect(bay).toContainText('Does it sail?')
  await ines.keyboard.press('Alt+a')
  await bay.getByText('Customer and history').click()
  await expect(bay).toContainText('Also here: a text waits in Bookings.')
  await expectAccessible(ines)
  await bay.getByRole('button', { name: 'Join', exact: true }).click()
  await expect(bay).toContainText('Joined: the text in Bookings comes to you as soon as you have room.')
  await bay.getByRole('button', { name: 'End', exact: true }).click()
  await bay.getByRole('button', { name: 'Finish wrap-up' }).click()
  await expect(bay).toContainText('Is there a cabin left?')
  await ines.keyboard.press('Alt+a')
  await bay.getByRole('button', { name: 'End', exact: true }).click()
  await bay.getByRole('button', { name: 'Finish wrap-up' }).click()
  await goHome(ines)
})
