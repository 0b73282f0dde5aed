// Files and pictures that go along with words.
import type { Step } from '../view/counted.ts'
import { fill, words } from './words.ts'

const steps: Record<Step, string> = words({
  reading: 'Reading…',
  checking: 'Checking…',
  keeping: 'Saving…',
  publishing: 'Publishing…',
})

export const files = words({
  steps,
  far: (step: Step, done: number, of: number) =>
    fill('{of, plural, =0 {{step}} other {{step} {done, number} of {of, number}}}', { of, step: steps[step], done }),
  attachShort: 'Attach',
  attach: 'Attach a picture or PDF',
  attachPicture: 'Attach a picture',
  named: (name: string, size: string) => `${name} (${size})`,
  removable: (name: string) => fill('{name} goes along. Press Delete to leave it out.', { name }),
  tooLarge: (most: number) => fill('This file is too large: at most {most} MB are accepted.', { most }),
} as const)

/** Why the rows of a file are not read. */
export const rowsTrouble = words({
  rows: 'The file has too many rows: at most 20,000 are read. Split it.',
  columns: 'The file is far wider than it should be. Check that it is the right one.',
} as const)
