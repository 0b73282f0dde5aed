// One's own account: the password, and where one is signed in.
import { leastPassword } from '../view/own-password.ts'
import { fill, words } from './words.ts'

export const account = words({
  open: 'Password and sign-ins…',
  title: 'Password and sign-ins',
  password: 'Change your password',
  current: 'Current password',
  fresh: 'New password',
  help: fill(
    'At least {least} characters; best are several words that have nothing to do with each other. You stay signed in here and nowhere else.',
    { least: leastPassword },
  ),
  choose: fill('At least {least} characters; best are several words that have nothing to do with each other.', {
    least: leastPassword,
  }),
  change: 'Change password',
  changed: 'Your password is changed.',
  sessions: 'Where you are signed in',
  here: 'Here',
  elsewhere: 'Elsewhere',
  since: (time: string) => fill('since {time}', { time }),
  endOthers: 'Sign out everywhere else',
  ended: 'You are signed in nowhere else.',
  unknownBrowser: 'a program that does not say what it is',
  close: 'Close',
} as const)

export const factor = words({
  title: 'Authenticator app',
  none: 'Beside your password nothing is asked for. An app on your telephone can show a code that is asked for as well.',
  since: (day: string, left: number) =>
    fill(
      'Set up {day}. {left, plural, one {1 code is} other {{left} codes are}} left for when you do not have your telephone.',
      { day, left },
    ),
  begin: 'Set up an app',
  another: 'Set up another',
  end: 'Do without',
  finish: 'Set up',
  cancel: 'Cancel',
  code: 'Code',
  shows: 'The six digits that the app shows.',
  orGiven: 'The six digits that the app shows, or one of the codes that you were given.',
  picture: 'The key as a picture for the camera',
  scan: 'Read the picture with an authenticator app.',
  typeIt: 'Without a camera, type the key:',
  codes: 'Codes for when you do not have your telephone',
  codesOnce:
    'Keep these codes where you find them without your telephone. Each lets you in once. They are shown only now.',
  copy: 'Copy the codes',
  copied: 'Copied.',
  goOn: 'I have kept them: go on',
  needed: 'Whoever may change the plan signs in with an authenticator app as well. Set yours up.',
} as const)

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
  return system === undefined ? browser : fill('{browser} on {system}', { browser, system })
}
