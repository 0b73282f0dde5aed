import type { Channel } from '@eudromos/core/plan'

/** What is said of a channel, wherever it is: all of it, one of it, what a line of it is, and what tells who a customer is. */
export const channelWords: Readonly<Record<Channel, Readonly<Record<'all' | 'one' | 'line' | 'says', string>>>> = {
  voice: { all: 'Calls', one: 'call', line: 'Phone number', says: 'The number says' },
  chat: { all: 'Chats', one: 'chat', line: 'Chat box', says: 'They say that they are' },
  sms: { all: 'Texts', one: 'text', line: 'Text number', says: 'The number says' },
  email: { all: 'Email', one: 'email', line: 'Mailbox', says: 'The address says' },
}

/** With the article that its first letter asks for. */
const a = (word: string): string => `${/^[aeiou]/.test(word) ? 'an' : 'a'} ${word}`

export const oneOf = (channel: Channel): string => channelWords[channel].one
export const aOf = (channel: Channel): string => a(oneOf(channel))
