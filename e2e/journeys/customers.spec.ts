import { expect } from '@playwright/test'
import { test } from './journey.ts'
import { expectAccessible, signIn } from './people.ts'

test('customers are found, what is known of one is changed, exported and erased', async ({ browser }) => {
  const rosalind = await signIn(browser, 'Rosalind Okafor', '/review')
  await rosalind.getByRole('link', { name: 'Customers' }).click()
  await rosalind.getByRole('textbox', { name: 'Find by name or number' }).fill('570 156')
  await expect(rosalind.getByText('1 customer', { exact: true })).toBeVisible()
  await expectAccessible(rosalind)
  await rosalind.getByRole('gridcell', { name: 'Tomas Reyne' }).click()
  await expect(rosalind.getByRole('heading', { name: 'Tomas Reyne' })).toBeVisible()
  const zone = rosalind.getByRole('textbox', { name: 'Time zone' })
  await zone.fill('Nowhere')
  await rosalind.getByRole('button', { name: 'Save' }).click()
  await expect(rosalind.getByText('Time zone: give one such as Europe/Lisbon, or leave it empty.')).toBeVisible()
  await zone.fill('Europe/Lisbon')
  await rosalind.getByRole('switch', { name: 'Has agreed to them' }).check()
  await rosalind.getByRole('button', { name: 'Save' }).click()
  await expect(rosalind.getByText(/^Agreed on/)).toBeVisible()
  await expectAccessible(rosalind)
  const arrives = rosalind.waitForEvent('download')
  await rosalind.getByRole('link', { name: 'Export what is kept' }).click()
  expect((await arrives).suggestedFilename()).toBe('customer.json')
  await rosalind.getByRole('button', { name: 'Erase' }).click()
  await rosalind.getByRole('dialog').getByRole('button', { name: 'Erase' }).click()
  await rosalind.getByRole('textbox', { name: 'Find by name or number' }).fill('Tomas')
  await expect(rosalind.getByText('Nobody is known by this. Look for another name or number.')).toBeVisible()
})
