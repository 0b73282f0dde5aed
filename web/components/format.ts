/** Milliseconds as m:ss, from an hour on h:mm:ss. */
export function clockText(ms: number): string {
  const seconds = Math.max(0, Math.floor(ms / 1000))
  const pad = (n: number): string => String(n).padStart(2, '0')
  const [h, m, s] = [Math.floor(seconds / 3600), Math.floor((seconds % 3600) / 60), seconds % 60]
  return h > 0 ? `${h}:${pad(m)}:${pad(s)}` : `${m}:${pad(s)}`
}

/** Seconds in words: "20 s", "1 min", "1 min 30 s", "2 h". */
export function secondsText(seconds: number): string {
  if (seconds < 60) return `${seconds} s`
  if (seconds < 3600)
    return seconds % 60 === 0 ? `${seconds / 60} min` : `${Math.floor(seconds / 60)} min ${seconds % 60} s`
  const minutes = Math.round(seconds / 60)
  return minutes % 60 === 0 ? `${minutes / 60} h` : `${Math.floor(minutes / 60)} h ${minutes % 60} min`
}

/** A stretch of time ahead: "45 s", "12 min", "2 h 14", "3 days". */
export function inWords(ms: number): string {
  const minutes = Math.round(ms / 60_000)
  if (minutes < 1) return `${Math.max(1, Math.round(ms / 1000))} s`
  if (minutes < 60) return `${minutes} min`
  if (minutes >= 48 * 60) return `${Math.floor(minutes / 1440)} days`
  return minutes % 60 === 0
    ? `${minutes / 60} h`
    : `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')}`
}

/** A length of time in full: "45 min", "8 h", "7 h 30 min". */
export function lengthText(ms: number): string {
  const minutes = Math.round(ms / 60_000)
  if (minutes < 60) return `${minutes} min`
  return minutes % 60 === 0 ? `${minutes / 60} h` : `${Math.floor(minutes / 60)} h ${minutes % 60} min`
}

const formats = new Map<string, readonly [Intl.DateTimeFormat, Intl.DateTimeFormat]>()

/** How days and times of a zone are written: made once, since making one takes far longer than writing with it. */
function formatsIn(zone: string): readonly [Intl.DateTimeFormat, Intl.DateTimeFormat] {
  const made = formats.get(zone) ?? [
    new Intl.DateTimeFormat('en-CA', { timeZone: zone, dateStyle: 'short' }),
    new Intl.DateTimeFormat('en-GB', { timeZone: zone, hour: '2-digit', minute: '2-digit' }),
  ]
  formats.set(zone, made)
  return made
}

/** The time of day of an instant in a zone; with the date where it is not the day of `now`. */
export function timeText(at: number, zone: string, now: number | null = null): string {
  const [days, times] = formatsIn(zone)
  const [time, day] = [times.format(at), days.format(at)]
  return now === null || day === days.format(now) ? time : `${day} ${time}`
}

export const weekdayText = (at: number, zone: string): string =>
  new Date(at).toLocaleDateString('en-GB', { timeZone: zone, weekday: 'long' })

/** A day with its month, in few signs: "Fri 12 March". */
export const dayText = (at: number, zone: string): string =>
  new Date(at)
    .toLocaleDateString('en-GB', { timeZone: zone, weekday: 'short', day: 'numeric', month: 'long' })
    .replace(',', '')

export const sizeText = (bytes: number): string =>
  bytes < 1024 * 1024 ? `${Math.max(1, Math.round(bytes / 1024))} kB` : `${(bytes / 1024 / 1024).toFixed(1)} MB`

/** The first name; of one who is known by a number only, that. */
export const firstName = (name: string): string => (name.startsWith('+') ? name : (name.split(' ')[0] ?? ''))

export const initialsOf = (name: string): string => {
  const words = name.split(/\s+/).filter((word) => word !== '')
  return `${words[0]?.[0] ?? ''}${words.length > 1 ? (words.at(-1)?.[0] ?? '') : ''}`.toUpperCase()
}

/** Languages to choose from, by their BCP 47 tags. */
export const languages: readonly string[] =
  'ar bg bn ca cs cy da de el en es et eu fa fi fr ga gd gl he hi hr hu id is it ja ko lt lv mk ms mt nb nl nn pl pt ro ru sk sl sq sr sv sw ta th tr uk ur vi zh'.split(
    ' ',
  )

const languageNames = new Intl.DisplayNames('en', { type: 'language' })

export const languageName = (tag: string): string => languageNames.of(tag) ?? tag
