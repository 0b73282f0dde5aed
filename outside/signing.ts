import { createHmac } from 'node:crypto'

/** What a carrier signs with, as the Standard Webhooks specification has it. `atMs` is the real time, in milliseconds. */
export function signed(key: string, id: string, body: string, atMs: number): Record<string, string> {
  const timestamp = String(Math.floor(atMs / 1000))
  const signature = createHmac('sha256', key).update(`${id}.${timestamp}.${body}`).digest('base64')
  return { 'webhook-id': id, 'webhook-timestamp': timestamp, 'webhook-signature': `v1,${signature}` }
}
