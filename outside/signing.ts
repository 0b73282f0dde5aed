import { createHmac } from 'node:crypto'

/** The signature of a message (Standard Webhooks). */
export const signatureOf = (key: string, id: string, timestamp: string, body: string): string =>
  `v1,${createHmac('sha256', key).update(`${id}.${timestamp}.${body}`).digest('base64')}`

/** What a carrier signs with, as the Standard Webhooks specification has it. `atMs` is the real time, in milliseconds. */
export function signed(key: string, id: string, body: string, atMs: number): Record<string, string> {
  const timestamp = String(Math.floor(atMs / 1000))
  const signature = signatureOf(key, id, timestamp, body)
  return { 'webhook-id': id, 'webhook-timestamp': timestamp, 'webhook-signature': signature }
}
