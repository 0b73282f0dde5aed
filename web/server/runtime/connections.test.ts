import type { Command, Event } from '@eudromos/core/routing'
import { Connections } from './connections.ts'
import type { Change, Follower, Watcher } from './follower.ts'
import type { Sender } from './sender.ts'

const ana = { kind: 'person', id: 'ana' } as const

function place(submit: (command: Command) => Promise<unknown> = () => Promise.resolve()) {
  const told: string[] = []
  let watcher: Watcher = {}
  const sender = {
    submit: ({ command }: { command: Command }) => {
      told.push(`${command.type} ${(command.body as { connectionId: string }).connectionId}`)
      return submit(command)
    },
  } as unknown as Sender
  const follower = { watch: (one: Watcher) => (watcher = one) } as unknown as Follower
  const connections = new Connections('web-1', sender, follower)
  const hear = (event: object): void => watcher.changed?.({ events: [event as Event] } as unknown as Change)
  return { connections, told, hear }
}

test('the router is told when a stream opens and when it closes, once', async () => {
  const { connections, told } = place()
  const id = await connections.begin({ agentId: 'ana' }, ana)
  connections.end(id)
  connections.end(id)
  expect(told).toEqual([`connectAgent ${id}`, `disconnectAgent ${id}`])
})

test('a stream that the router cannot be told of does not stand for anybody', async () => {
  const { connections, told } = place(() => Promise.reject(new Error('overloaded')))
  await expect(connections.begin({ agentId: 'ana' }, ana)).rejects.toThrow('overloaded')
  expect(told).toHaveLength(1)
  connections.end('c1')
  expect(told).toHaveLength(1)
})

test('a connection believed lost that is open is told anew; others are none of ours', async () => {
  const { connections, told, hear } = place()
  const id = await connections.begin({ interactionId: 'i1' }, { kind: 'customer', id: 'i1' })
  hear({ type: 'customerDisconnected', connectionId: id })
  hear({ type: 'customerDisconnected', connectionId: 'elsewhere' })
  hear({ type: 'dayBegan' })
  expect(told).toEqual([`connectCustomer ${id}`, `connectCustomer ${id}`])
})

test('one that came with its interaction is known, and one that is over needs no word', () => {
  const { connections, told } = place()
  const [one, two] = [connections.adopt('carrier', 'i1'), connections.adopt('carrier', 'i2')]
  connections.forget(two)
  connections.end(one)
  connections.end(two)
  expect(told).toEqual(['disconnectCustomer carrier.i1'])
})

test('a carrier’s stream takes with it all that it stands for, and what came as it ended', async () => {
  jest.useFakeTimers()
  const { connections, told } = place()
  connections.adopt('late', 'i0')
  await connections.carry('carrier', ['ana'])
  connections.adopt('carrier', 'i1')
  await connections.carry('late', [])
  jest.advanceTimersByTime(60_000)
  expect(told).toEqual(['connectAgent carrier.ana'])
  connections.drop('carrier')
  expect(told.slice(1)).toEqual(['disconnectAgent carrier.ana', 'disconnectCustomer carrier.i1'])
  connections.adopt('carrier', 'i2')
  jest.advanceTimersByTime(60_000)
  expect(told.slice(3)).toEqual(['disconnectCustomer carrier.i2'])
  jest.useRealTimers()
})

test('a carrier that is back before its old stream was noticed gone keeps all that it stands for', async () => {
  const { connections, told } = place()
  await connections.carry('carrier', ['ana'])
  await connections.carry('carrier', ['ana'])
  connections.drop('carrier')
  expect(told.filter((word) => word.startsWith('disconnect'))).toEqual([])
  connections.drop('carrier')
  expect(told.at(-1)).toBe('disconnectAgent carrier.ana')
})

test('a process that ends closes its streams and says nothing: its lease speaks for all', async () => {
  const { connections, told } = place()
  const id = await connections.begin({ agentId: 'ana' }, ana)
  const close = jest.fn(() => connections.end(id))
  const kept = connections.onClose(jest.fn())
  kept()
  connections.onClose(close)
  connections.closeAll()
  expect(close).toHaveBeenCalledTimes(1)
  expect(told).toEqual([`connectAgent ${id}`])
})
