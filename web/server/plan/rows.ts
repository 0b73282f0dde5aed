import 'server-only'
import { rowsTrouble } from '../../messages/files.ts'
import { problem, ProblemError } from '../edge/problem.ts'
import type { Runtime } from '../runtime/runtime.ts'

/** The cells of a CSV file, read in a thread of its own. Throws a problem where it has too many. */
export async function requireRows({ files }: Pick<Runtime, 'files'>, bytes: Buffer): Promise<string[][]> {
  const read = await files.ask('csvRows', bytes)
  if ('tooLarge' in read) throw new ProblemError(problem(413, 'tooLarge', 'Too large', rowsTrouble[read.tooLarge]))
  return read.rows
}
