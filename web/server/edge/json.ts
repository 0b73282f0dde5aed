/** The same however many bundles hold this file: what one makes another must know. */
const kind = Symbol.for('eudromos.json')

/** JSON that was made once, for many to whom it is sent. */
export class Json {
  readonly [kind] = true

  constructor(readonly text: string) {}

  toJSON(): unknown {
    return JSON.parse(this.text)
  }
}

/** A value as JSON; what is JSON already stays as it is. */
export const jsonOf = (value: unknown): string =>
  typeof value === 'object' && value !== null && kind in value ? (value as Json).text : JSON.stringify(value)
