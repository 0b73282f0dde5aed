// What each channel is like. What differs between channels is asked of this, and nothing else compares their names (lint).

export const channels = ['voice', 'chat', 'sms', 'email'] as const
export type Channel = (typeof channels)[number]

/** Something of each channel. */
export const eachChannel = <T>(of: (channel: Channel) => T): Record<Channel, T> =>
  Object.fromEntries(channels.map((channel) => [channel, of(channel)])) as Record<Channel, T>

export const isChannel = (name: unknown): name is Channel => channels.some((one) => one === name)

export interface ChannelTraits {
  /** The two ends speak: it is a call, which rings, is held and recorded. Otherwise they write. */
  readonly spoken: boolean
  /** Nobody stays at the other end: what is written goes to and fro between two addresses, and waits. */
  readonly threaded: boolean
  /** What its lines, and customers by them, are reached at; null: nothing that could be called or written to. */
  readonly address: 'number' | 'mailbox' | null
  /** It goes out as texts of a telephone network, which count signs, carry pictures only, and end at STOP. */
  readonly texted: boolean
  /** What is written has a subject, and is longer than a few words. */
  readonly subject: boolean
  /** What of files goes along: what a chat takes, a text, or an email. Of a call, as texts do. */
  readonly files: FilesIn
  /** By which of the centre's settings a conversation rests after some quiet, and is over after that; null: it never rests. */
  readonly rest: { readonly after: RestSetting; readonly end: EndSetting } | null
}

export type FilesIn = 'chats' | 'texts' | 'email'
type RestSetting = 'restAfterSilenceSeconds' | 'textRestAfterSeconds' | 'mailRestAfterSeconds'
type EndSetting = 'endAfterRestSeconds' | 'textEndAfterRestSeconds' | 'mailEndAfterRestSeconds'

const written = {
  spoken: false,
  threaded: false,
  address: null,
  texted: false,
  subject: false,
  files: 'texts',
} as const

const traits: Readonly<Record<Channel, ChannelTraits>> = {
  voice: { ...written, spoken: true, address: 'number', rest: null },
  chat: { ...written, files: 'chats', rest: { after: 'restAfterSilenceSeconds', end: 'endAfterRestSeconds' } },
  sms: {
    ...{ ...written, threaded: true, address: 'number', texted: true },
    rest: { after: 'textRestAfterSeconds', end: 'textEndAfterRestSeconds' },
  },
  email: {
    ...{ ...written, threaded: true, address: 'mailbox', subject: true, files: 'email' },
    rest: { after: 'mailRestAfterSeconds', end: 'mailEndAfterRestSeconds' },
  },
}

export const traitsOf = (channel: Channel): ChannelTraits => traits[channel]
export const isCall = (channel: Channel): boolean => traits[channel].spoken
export const inThreads = (channel: Channel): boolean => traits[channel].threaded
