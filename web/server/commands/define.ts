import type { InteractionId, AnyId, ContentId, QueueId } from '@eudromos/core/plan'
import * as yup from '../../view/yup.ts'
import type { CommandBodies, CommandType } from '@eudromos/core/routing'
import type { NewContent } from '@eudromos/database'
import type { Runtime } from '../runtime/runtime.ts'
import type { Who } from '../edge/who.ts'

export interface GivenFile {
  readonly name: string
  readonly bytes: Buffer
}

/** Who asks for a command, where, and what comes along with it. */
export interface Asking {
  readonly runtime: Runtime
  readonly who: Who
  readonly file: GivenFile | null
  /** Keeps words with the command, under the id that this gives; null where there are none. */
  keep(kind: NewContent['kind'], interactionId: InteractionId | null, words: string | null): ContentId | null
  /** Keeps a content with the command, whose id is made of these words. */
  keepContent(content: Omit<NewContent, 'id'>, ...words: readonly (string | Buffer)[]): ContentId
}

interface Options<B, T extends CommandType> {
  /** Queues that it is about, of which who asks must see the work. Where work goes to is not among them. */
  readonly queuesOf?: (given: B) => readonly QueueId[]
  /** What else must hold at the edge: throws where it does not. */
  readonly require?: (given: B, asking: Asking) => void | Promise<void>
  /** What the router is asked; left out: what was given. */
  readonly body?: (given: B, asking: Asking) => CommandBodies[T] | Promise<CommandBodies[T]>
}

/** A command that a person's browser may ask for. What it is given is of its shape. */
export interface PersonCommand<T extends CommandType = CommandType> {
  readonly type: T
  readonly shape: yup.AnyObjectSchema
  queuesOf(given: object): readonly QueueId[]
  require(given: object, asking: Asking): Promise<void>
  body(given: object, asking: Asking): Promise<CommandBodies[T]>
}

/** The body may be left out only where what is given is what the router is asked. */
type OptionsOf<B, T extends CommandType> = B extends CommandBodies[T]
  ? [options?: Options<B, T>]
  : [options: Options<B, T> & Required<Pick<Options<B, T>, 'body'>>]

/** The one place where it is said what a person's command is like at the edge. */
export function personCommand<T extends CommandType, S extends yup.AnyObjectSchema>(
  type: T,
  shape: S,
  ...[options]: OptionsOf<yup.InferType<S>, T>
): PersonCommand<T> {
  type Given = yup.InferType<S>
  const { queuesOf, require, body }: Options<Given, T> = options ?? {}
  return {
    type,
    shape,
    queuesOf: (given) => queuesOf?.(given as Given) ?? [],
    require: async (given, asking) => require?.(given as Given, asking),
    // Without a body of its own its shape is the router's, as the type of the options says.
    body: async (given, asking) => (body === undefined ? (given as CommandBodies[T]) : body(given as Given, asking)),
  }
}

export const id = yup.string<AnyId>().trim().min(1).max(200).required('Give an id.')
export const idOrNone = yup.string<AnyId>().max(200).nullable().default(null)
const mostOfMessage = 4000
export const text = yup.string().max(mostOfMessage, 'Write at most 4,000 characters.')
export const instant = (name: string) => yup.instant().required(`${name}: give an instant.`)
export const oneOf = <T extends string>(values: readonly T[], name: string) =>
  yup.string().oneOf(values, `${name}: choose one from the list.`).required(`${name}: choose one.`)

/** An agent, and a conversation of theirs. */
export const ofAgent = { agentId: id, interactionId: id } as const
