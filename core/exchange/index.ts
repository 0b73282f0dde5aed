// Open formats in and out: iCalendar (RFC 5545).
export { IcsFault } from './content-lines.ts'
export { readHolidays, type Occurrence } from './holidays.ts'
export { writeHolidays } from './write-holidays.ts'
