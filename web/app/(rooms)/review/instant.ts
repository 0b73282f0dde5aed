import { Temporal } from 'temporal-polyfill'

/** The instant of a local date and time ("2027-03-12T09:40") in a zone; null where it is not one. */
export function instantIn(local: string, zone: string): number | null {
  if (local === '') return null
  try {
    return Temporal.PlainDateTime.from(local).toZonedDateTime(zone).epochMilliseconds
  } catch {
    return null
  }
}
