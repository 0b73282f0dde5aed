import type { Command } from '@eudromos/core/routing'
import { Attending } from './attending.ts'

const asked: Command[] = []
const guest = (personId: string, processId: string | null) => ({ personId, processId })

function attending(...guests: ReturnType<typeof guest>[]): Attending {
  asked.length = 0
  const interactions = new Map([['call', { id: 'call', guests }]])
  const sender = {
    submit: ({ command }: { command: Command }) => {
      asked.push(command)
      return Promise.resolve({ seq: 1, refusal: null })
    },
  }
  const follower = { state: { interactions } } as unknown as ConstructorParameters<typeof Attending>[2]
  return new Attending('web', sender, follower, { warn: () => undefined })
}

beforeEach(() => jest.useFakeTimers())
afterEach(() => jest.useRealTimers())

test('who listens and closes the last page leaves the call after a while', () => {
  const all = attending(guest('sup', 'web'), guest('ben', null))
  const [first, second] = [all.begin('sup'), all.begin('sup')]
  first()
  jest.advanceTimersByTime(60_000)
  expect(asked).toEqual([])
  second()
  jest.advanceTimersByTime(60_000)
  expect(asked.map(({ type, body }) => ({ type, body }))).toEqual([
    { type: 'leaveCall', body: { interactionId: 'call', personId: 'sup' } },
  ])
})

test('who is back in time stays, and who is there by another process is not our concern', () => {
  const all = attending(guest('sup', 'web'))
  all.begin('sup')()
  jest.advanceTimersByTime(3000)
  all.begin('sup')
  jest.advanceTimersByTime(60_000)
  expect(asked).toEqual([])
  attending(guest('sup', 'other')).begin('sup')()
  jest.advanceTimersByTime(60_000)
  expect(asked).toEqual([])
})
