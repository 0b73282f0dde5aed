// Open formats in and out: iCalendar (RFC 5545), vCard (RFC 6350).
export { IcsFault } from './content-lines.ts'
export { readHolidays, type Occurrence } from './holidays.ts'
export { readCards, type ReadCard } from './read-cards.ts'
export { writeCards, type Card } from './write-cards.ts'
export { writeHolidays } from './write-holidays.ts'
