import { createHmac } from 'node:crypto'

/** What proves a customer's device to be of one conversation. */
export const tokenOf = (secret: string, interactionId: string): string =>
  createHmac('sha256', secret).update(`chat ${interactionId}`).digest('base64url')
