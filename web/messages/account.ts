// One's own account: the password, and where one is signed in.
import { leastPassword } from '../view/own-password.ts'

export const account = {
  open: 'Password and sign-ins…',
  title: 'Password and sign-ins',
  password: 'Change your password',
  current: 'Current password',
  fresh: 'New password',
  help: `At least ${leastPassword} characters; best are several words that have nothing to do with each other. You stay signed in here and nowhere else.`,
  choose: `At least ${leastPassword} characters; best are several words that have nothing to do with each other.`,
  change: 'Change password',
  changed: 'Your password is changed.',
  sessions: 'Where you are signed in',
  here: 'Here',
  elsewhere: 'Elsewhere',
  since: (time: string) => `since ${time}`,
  endOthers: 'Sign out everywhere else',
  ended: 'You are signed in nowhere else.',
  unknownBrowser: 'a program that does not say what it is',
  close: 'Close',
} as const

const browsers: readonly (readonly [RegExp, string])[] = [
  [/Edg\//, 'Edge'],
  [/Firefox\//, 'Firefox'],
  [/Chrom(e|ium|eHeadless)?\/|HeadlessChrome/, 'Chromium or Chrome'],
  [/Safari\//, 'Safari'],
]
const systems: readonly (readonly [RegExp, string])[] = [
  [/Android/, 'Android'],
  [/iPhone|iPad/, 'iOS'],
  [/Windows/, 'Windows'],
  [/Mac OS X/, 'macOS'],
  [/Linux/, 'Linux'],
]

/** What a browser says of itself, in a few words. */
export function browserText(said: string): string {
  const of = (all: typeof browsers): string | undefined => all.find(([sign]) => sign.test(said))?.[1]
  const [browser, system] = [of(browsers), of(systems)]
  if (browser === undefined) return said.slice(0, 40) || account.unknownBrowser
  return system === undefined ? browser : `${browser} on ${system}`
}
