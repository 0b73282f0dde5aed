// Types into the fields for dates and times in tests of what contains them. Imports nothing of the project.
import { screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'

// What is fetched when it is first shown may take longer than a second where much runs at once.
const patient = { timeout: 15_000 }

/** The parts of a field, in their order: year, month, day, hours, minutes, or those of them that it has. */
export const partsOf = async (label: string): Promise<HTMLElement[]> =>
  within(await screen.findByRole('group', { name: label }, patient)).getAllByRole('spinbutton')

/** Types into a part of the field, the first if none is said, and on from there. */
export async function typeWhen(label: string, keys: string, part = 0): Promise<void> {
  const target = (await partsOf(label))[part]
  if (target === undefined) throw new Error(`${label} has no part ${part}`)
  await userEvent.type(target, keys)
}
