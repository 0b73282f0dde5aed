import type { InteractionId, PersonId } from '../../plan/index.ts'
import type { Event } from './events.ts'

/** What can be asked for, by name. Ids of new things come with the command. */
// eslint-disable-next-line @typescript-eslint/no-empty-object-type -- each is declared in its subject, beside what it does
export interface CommandBodies {}

export type CommandType = keyof CommandBodies

/** Who asks: a person of the centre, the customer of one interaction, or the program itself, by a process's name. */
export type Actor =
  | { readonly kind: 'person'; readonly id: PersonId }
  | { readonly kind: 'customer'; readonly id: InteractionId }
  | { readonly kind: 'system'; readonly id: string }

/** A command in its envelope. Unique by (actor, id): a second copy gets the first one's answer. */
export type Command<T extends CommandType = CommandType> = {
  [K in T]: {
    readonly id: string
    readonly type: K
    readonly v: 1
    readonly actor: Actor
    /** The person in whose name the actor acts, if not their own. */
    readonly onBehalfOf: PersonId | null
    readonly reason: string | null
    readonly correlation: string | null
    readonly body: CommandBodies[K]
  }
}[T]

/** Why a command changes nothing: a code and what it is about. Sentences are made from these where they are shown. */
export interface Refusal {
  readonly code: RefusalCode
  readonly params: Readonly<Record<string, string | number>>
}

export type RefusalCode =
  | 'notAllowed'
  | 'noPlan'
  | 'planNotNewer'
  | 'planNotRunning'
  | 'unknownAgent'
  | 'unknownInteraction'
  | 'unknownQueue'
  | 'unknownLine'
  | 'unknownPresenceState'
  | 'unknownDisposition'
  | 'dispositionMissing'
  | 'lineClosed'
  | 'unknownDeclineReason'
  | 'presenceNotChoosable'
  | 'presenceNotForTeam'
  | 'stillCarrying'
  | 'queueNotOnLine'
  | 'queueInPreparation'
  | 'queueTakesNothingNew'
  | 'queueRetired'
  | 'queueClosed'
  | 'unknownStopgap'
  | 'stopgapTime'
  | 'stopgapIdle'
  | 'queueInEmergency'
  | 'unknownSite'
  | 'unknownEmergency'
  | 'emergencyIdle'
  | 'unknownAbsence'
  | 'absenceTime'
  | 'absenceNotOwn'
  | 'interactionExists'
  | 'interactionOver'
  | 'notConnected'
  | 'offerOver'
  | 'notYourInteraction'
  | 'notInWrapUp'
  | 'notWaiting'
  | 'notOnList'
  | 'notTheirCustomer'
  | 'agentCannot'
  | 'sameQueue'
  | 'queueFull'
  | 'toSelf'
  | 'wrapUpTooLong'
  | 'loanTime'
  | 'loanIdle'
  | 'unknownLoan'
  | 'grantLevel'
  | 'unknownGrant'
  | 'leadsNowhere'
  | 'notACall'
  | 'noTextLine'
  | 'askedAlready'
  | 'notInCall'
  | 'noCallback'
  | 'noVoicemail'
  | 'notCallable'
  | 'ringing'
  | 'onCall'
  | 'threadAlive'
  | 'customerBlocked'
  | 'blockedCustomer'
  | 'blockTime'
  | 'blockSettled'
  | 'unknownBlock'

export const refuse = (code: RefusalCode, params: Refusal['params'] = {}): Refusal => ({ code, params })

/** In whose name what carriers bring, and what becomes of what they are given, is told. */
export const gateway: Actor = { kind: 'system', id: 'gateway' }

/** A command as it is sent. */
export const commandOf = <T extends CommandType>(
  id: string,
  type: T,
  actor: Actor,
  body: CommandBodies[T],
  {
    onBehalfOf = null,
    reason = null,
    correlation = null,
  }: Partial<Pick<Command, 'onBehalfOf' | 'reason' | 'correlation'>> = {},
): Command => ({ id, type, v: 1, actor, onBehalfOf, reason, correlation, body }) as unknown as Command

export type Decision = Refusal | Event[]
export const isRefusal = (decision: Decision | object): decision is Refusal => 'code' in decision
