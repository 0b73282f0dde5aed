import { channels, eachChannel, inThreads, isCall, isChannel, traitsOf } from './index.ts'

test('what each channel is like', () => {
  const said = channels.map((channel) => {
    const { spoken, threaded, address, texted, subject, rest } = traitsOf(channel)
    return [channel, spoken, threaded, address, texted, subject, rest?.after ?? null, rest?.end ?? null]
  })
  expect(said).toEqual([
    ['voice', true, false, 'number', false, false, null, null],
    ['chat', false, false, null, false, false, 'restAfterSilenceSeconds', 'endAfterRestSeconds'],
    ['sms', false, true, 'number', true, false, 'textRestAfterSeconds', 'textEndAfterRestSeconds'],
    ['email', false, true, 'mailbox', false, true, 'mailRestAfterSeconds', 'mailEndAfterRestSeconds'],
  ])
  expect(channels.map(isCall)).toEqual([true, false, false, false])
  expect([...channels, 'pigeon', 'toString', null].map(isChannel)).toEqual([
    true,
    true,
    true,
    true,
    false,
    false,
    false,
  ])
  expect(channels.map(inThreads)).toEqual([false, false, true, true])
})

test('of files a text carries what networks do, a chat and an email all that is taken; of a call, texts go out', () => {
  expect(eachChannel((channel) => traitsOf(channel).files)).toEqual({
    voice: 'texts',
    chat: 'chats',
    sms: 'texts',
    email: 'email',
  })
})

test('something of each channel is there for each, in their order', () => {
  expect(Object.entries(eachChannel((channel) => channel.length))).toEqual(channels.map((one) => [one, one.length]))
})
