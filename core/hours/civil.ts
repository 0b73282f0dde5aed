// Dates of the Gregorian calendar as day numbers: years begin in March, so that the leap day ends them.

const daysIn400Years = 146_097

/** Days since 1970-01-01; months from 1. Days beyond the month's end run on into the next. */
export function dayNumber(year: number, month: number, day: number): number {
  const y = month <= 2 ? year - 1 : year
  const cycle = Math.floor(y / 400)
  const yearOfCycle = y - cycle * 400
  const dayOfYear = Math.floor((153 * (month + (month > 2 ? -3 : 9)) + 2) / 5) + day - 1
  const dayOfCycle = yearOfCycle * 365 + Math.floor(yearOfCycle / 4) - Math.floor(yearOfCycle / 100) + dayOfYear
  return cycle * daysIn400Years + dayOfCycle - 719_468
}

/** The inverse of `dayNumber`. */
export function dateOf(dayNumber: number): { year: number; month: number; day: number } {
  const days = dayNumber + 719_468
  const cycle = Math.floor(days / daysIn400Years)
  const dayOfCycle = days - cycle * daysIn400Years
  const yearOfCycle = Math.floor(
    (dayOfCycle - Math.floor(dayOfCycle / 1460) + Math.floor(dayOfCycle / 36_524) - Math.floor(dayOfCycle / 146_096)) /
      365,
  )
  const dayOfYear = dayOfCycle - (365 * yearOfCycle + Math.floor(yearOfCycle / 4) - Math.floor(yearOfCycle / 100))
  const shifted = Math.floor((5 * dayOfYear + 2) / 153)
  const month = shifted < 10 ? shifted + 3 : shifted - 9
  return {
    year: yearOfCycle + cycle * 400 + (month <= 2 ? 1 : 0),
    month,
    day: dayOfYear - Math.floor((153 * shifted + 2) / 5) + 1,
  }
}
