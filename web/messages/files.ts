// Files and pictures that go along with words.

export const files = {
  attachShort: 'Attach',
  attach: 'Attach a picture or PDF',
  attachPicture: 'Attach a picture',
  named: (name: string, size: string) => `${name} (${size})`,
  removable: (name: string) => `${name} goes along. Press Delete to leave it out.`,
  tooLarge: (most: number) => `This file is too large: at most ${most} MB are accepted.`,
} as const
