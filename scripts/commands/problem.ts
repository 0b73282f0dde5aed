/** One thing wrong with what was given: a JSON Pointer (RFC 6901) to it, and what would do instead. */
export interface InputFault {
  readonly pointer: string
  readonly detail: string
}

/** What was given cannot be done; told as problem details (RFC 9457), with code 2. */
export class BadInput extends Error {
  constructor(
    message: string,
    readonly faults: readonly InputFault[] = [],
  ) {
    super(message)
  }
}

export interface ProblemDetails {
  readonly type: 'about:blank'
  readonly title: string
  readonly status: number
  readonly detail: string
  readonly errors?: readonly InputFault[]
}

export function problemOf(error: unknown, isBad: boolean): ProblemDetails {
  const detail = error instanceof Error ? error.message : String(error)
  const errors = error instanceof BadInput && error.faults.length > 0 ? { errors: error.faults } : {}
  return { type: 'about:blank', title: isBad ? 'Not possible' : 'Failed', status: isBad ? 422 : 500, detail, ...errors }
}
