import { Temporal } from 'temporal-polyfill'

/** The instant of a local date and time ("2027-03-12T09:40") in a zone; null where it is not one. */
function instantIn(local: string, zone: string): number | null {
  if (local === '') return null
  try {
    return Temporal.PlainDateTime.from(local).toZonedDateTime(zone).epochMilliseconds
  } catch {
    return null
  }
}

/** What to ask of the records, where the address of the page holds these: there times are local, to the server instants. */
export function recordQuery(address: URLSearchParams, zone: string): string {
  const asked = new URLSearchParams(address)
  // Names of people are asked for in no address.
  asked.delete('customer')
  for (const name of ['from', 'to'] as const) {
    const at = instantIn(address.get(name) ?? '', zone)
    if (at === null) asked.delete(name)
    else asked.set(name, String(at))
  }
  return asked.toString()
}
