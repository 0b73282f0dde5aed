// Files and pictures that go along with words.
import type { Step } from '../view/counted.ts'

const steps: Record<Step, string> = {
  reading: 'Reading…',
  checking: 'Checking…',
  keeping: 'Saving…',
  publishing: 'Publishing…',
}

export const files = {
  steps,
  far: (step: Step, done: number, of: number) =>
    of === 0 ? steps[step] : `${steps[step]} ${done.toLocaleString('en')} of ${of.toLocaleString('en')}`,
  attachShort: 'Attach',
  attach: 'Attach a picture or PDF',
  attachPicture: 'Attach a picture',
  named: (name: string, size: string) => `${name} (${size})`,
  removable: (name: string) => `${name} goes along. Press Delete to leave it out.`,
  tooLarge: (most: number) => `This file is too large: at most ${most} MB are accepted.`,
} as const

/** Why the rows of a file are not read. */
export const rowsTrouble = {
  rows: 'The file has too many rows: at most 20,000 are read. Split it.',
  columns: 'The file is far wider than it should be. Check that it is the right one.',
} as const
