/** What a carrier is asked for; docs/formats/gateway.yaml is the same as an interface that others can write to. */
export interface Carrier {
  /** Hands a text over; the same id a second time is the same text. Throws where the carrier cannot be reached. */
  send(text: OutgoingText): Promise<Handed>
  /** Hands an email over; the same id a second time is the same email. Throws where the carrier cannot be reached. */
  mail(mail: OutgoingMail): Promise<Handed>
  /** Has a number called; the same id a second time is the same call. Throws where the carrier cannot be reached. */
  call(call: OutgoingCall): Promise<Handed>
  /** It is to ring no longer. Throws where the carrier cannot be reached. */
  hangUp(id: string): Promise<void>
}

export interface OutgoingText {
  readonly id: string
  readonly from: string
  readonly to: string
  readonly text: string
  /** Left out where there is none; the bytes as base64. */
  readonly pictures?: readonly { readonly name: string; readonly type: string; readonly data: string }[]
}

export interface OutgoingMail {
  readonly id: string
  /** What belongs together has the same. */
  readonly thread: string
  readonly from: string
  /** As whom it is sent. */
  readonly name: string
  readonly to: string
  readonly subject: string
  readonly text: string
  /** Left out where there is none; the bytes as base64. */
  readonly files?: readonly { readonly name: string; readonly type: string; readonly data: string }[]
}

export interface OutgoingCall {
  readonly id: string
  readonly from: string
  readonly to: string
  /** The call at our gateway, and with what the telephone that answers follows it. */
  readonly callId: string
  readonly token: string
}

/** `again`: it may take it later. */
export type Handed =
  { readonly taken: true } | { readonly taken: false; readonly reason: string; readonly again: boolean }

/** Where a carrier is reached, and with what key. */
export interface CarrierAt {
  readonly url: string
  readonly key: string
}

export const askCarrier = ({ url, key }: CarrierAt, path: string, init: RequestInit = {}): Promise<Response> =>
  fetch(`${url}${path}`, {
    ...init,
    headers: { authorization: `Bearer ${key}`, 'content-type': 'application/json' },
    signal: AbortSignal.timeout(15_000),
  })

/** The carrier at an address of HTTP, asked with our key. */
export class HttpCarrier implements Carrier {
  constructor(private readonly at: CarrierAt) {}

  send(text: OutgoingText): Promise<Handed> {
    return this.hand('/texts', text)
  }

  mail(mail: OutgoingMail): Promise<Handed> {
    return this.hand('/mails', mail)
  }

  call(call: OutgoingCall): Promise<Handed> {
    return this.hand('/calls', call)
  }

  async hangUp(id: string): Promise<void> {
    await askCarrier(this.at, `/calls/${encodeURIComponent(id)}`, { method: 'DELETE' })
  }

  private async hand(path: string, what: object): Promise<Handed> {
    const answer = await askCarrier(this.at, path, { method: 'POST', body: JSON.stringify(what) })
    if (answer.ok) return { taken: true }
    const body = (await answer.json().catch(() => ({}))) as { code?: unknown }
    const reason = typeof body.code === 'string' ? body.code : `http${answer.status}`
    return { taken: false, reason, again: answer.status >= 500 || answer.status === 429 }
  }
}
