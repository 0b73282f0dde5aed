import type { InteractionId } from '@eudromos/core/plan'
import { createHmac } from 'node:crypto'

/** What nobody can make who has not the secret. */
export const macOf = (secret: string, what: string): string =>
  createHmac('sha256', secret).update(`chat ${what}`).digest('base64url')

/** What proves a customer's device to be of one conversation. */
export const tokenOf = (secret: string, interactionId: InteractionId): string => macOf(secret, interactionId)
