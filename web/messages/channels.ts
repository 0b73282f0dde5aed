import type { Channel } from '@eudromos/core/plan'
import { fill, words } from './words.ts'

/** What is said of a channel, wherever it is: all of it, one of it, what a line of it is, and what tells who a customer is. */
interface ChannelWords extends Readonly<Record<'all' | 'one' | 'aOne' | 'line' | 'says', string>> {
  readonly counted: (n: number) => string
}

export const channelWords: Readonly<Record<Channel, ChannelWords>> = words({
  voice: {
    all: 'Calls',
    one: 'call',
    aOne: 'a call',
    line: 'Phone number',
    says: 'The number says',
    counted: (n: number) => fill('{n, plural, one {# call} other {# calls}}', { n }),
  },
  chat: {
    all: 'Chats',
    one: 'chat',
    aOne: 'a chat',
    line: 'Chat box',
    says: 'They say that they are',
    counted: (n: number) => fill('{n, plural, one {# chat} other {# chats}}', { n }),
  },
  sms: {
    all: 'Texts',
    one: 'text',
    aOne: 'a text',
    line: 'Text number',
    says: 'The number says',
    counted: (n: number) => fill('{n, plural, one {# text} other {# texts}}', { n }),
  },
  email: {
    all: 'Email',
    one: 'email',
    aOne: 'an email',
    line: 'Mailbox',
    says: 'The address says',
    counted: (n: number) => fill('{n, plural, one {# email} other {# emails}}', { n }),
  },
})

export const oneOf = (channel: Channel): string => channelWords[channel].one
export const aOf = (channel: Channel): string => channelWords[channel].aOne
