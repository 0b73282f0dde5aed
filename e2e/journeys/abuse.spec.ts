import { expect } from '@playwright/test'
import { test } from './journey.ts'
import { bayOf, customerAt, expectAccessible, sayPresence, signIn } from './people.ts'

test('an abusive customer is warned, the chat is ended for it, a supervisor blocks them, and the agent recovers', async ({
  browser,
}) => {
  const ana = await signIn(browser, 'Ana Mirel', '/seat')
  await sayPresence(ana, 'Ready')
  const customer = await customerAt(browser, 'Brannoc Teale', "Today's sailings", 'You are all useless')
  const bay = bayOf(ana, 'Brannoc Teale')
  await bay.getByRole('button', { name: /Answer/ }).click()
  await bay.getByRole('button', { name: 'Abuse' }).click()
  const dialog = ana.getByRole('dialog', { name: 'Brannoc is abusive' })
  await expect(dialog.getByText('Not warned yet.')).toBeVisible()
  await dialog.getByRole('button', { name: 'Send the warning' }).click()
  await expect(dialog.getByText('Warned once.')).toBeVisible()
  await expect(customer.getByRole('log')).toContainText('If it goes on I will end this conversation')
  await dialog.getByRole('combobox', { name: 'Reason for ending it' }).click()
  await ana.getByRole('option', { name: 'Threats' }).click()
  await dialog.getByRole('checkbox', { name: 'Ask a supervisor to block them' }).check()
  await expectAccessible(ana)
  await dialog.getByRole('button', { name: 'End it for abuse' }).click()
  await expect(ana.getByText(/You receive no work until \d\d:\d\d, to recover/)).toBeVisible()
  await expect(ana.getByRole('banner').getByText('Recovering', { exact: true })).toBeVisible()
  await expect(bay.getByText('A supervisor has been asked to block Brannoc Teale.')).toBeVisible()
  await bay.getByRole('button', { name: 'Finish wrap-up' }).click()

  const rosalind = await signIn(browser, 'Rosalind Okafor', '/live')
  const byPreferred = rosalind.getByRole('region', { name: 'Block requests' })
  await expect(byPreferred).toContainText('Ana Mirel asks to block Brannoc Teale')
  await expectAccessible(rosalind)
  await byPreferred.getByRole('button', { name: 'Block', exact: true }).click()
  await rosalind.getByRole('menuitem', { name: 'for a day' }).click()
  await expect(byPreferred).toBeHidden()

  await customer.getByRole('button', { name: 'Start another chat' }).click()
  await customer.getByLabel('Your name').fill('Brannoc Teale')
  await customer.getByLabel('What is it about?').click()
  await customer.getByRole('option', { name: "Today's sailings" }).click()
  await customer.getByLabel('Your message').fill('I am not done')
  await customer.getByRole('button', { name: 'Start the chat' }).click()
  await expect(customer.getByText('This centre accepts no calls or messages from you for now.')).toBeVisible()

  await ana.getByRole('button', { name: 'I am Ready' }).click()
  await expect(ana.getByRole('banner').getByText('Ready', { exact: true })).toBeVisible()
  await sayPresence(ana, 'Offline')

  await rosalind.goto('/review/customers')
  await rosalind.getByRole('region', { name: 'Blocked now' }).getByRole('link', { name: 'Brannoc Teale' }).click()
  const block = rosalind.getByRole('region', { name: 'Block' })
  await expect(block).toContainText(/Blocked until .*, by Rosalind Okafor/)
  await block.getByRole('button', { name: 'End the block' }).click()
  await expect(block).toContainText('Not blocked')
  await expectAccessible(rosalind)
  await rosalind.goto('/review#find=Brannoc')
  await rosalind.getByRole('gridcell', { name: 'Brannoc Teale' }).click()
  await expect(rosalind.getByText('The customer was warned. Ended for abuse: threats.')).toBeVisible()
})
