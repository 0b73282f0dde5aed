import { CallNetwork } from './calls.ts'
import { usualNetwork, type NetworkSettings } from './texts.ts'

const [ilse, centre] = ['+61491570006', '+442079460100']
const ringing = { id: 'c.1', from: centre, to: ilse, callId: 'c', token: 'secret' }

function networkWith(settings: Partial<NetworkSettings> = {}, status = 200) {
  const told: { path: string; id: string; message: object }[] = []
  const network = {
    settings: { ...usualNetwork, ...settings },
    tell: (path: string, id: string, message: object) => {
      told.push({ path, id, message })
      return Promise.resolve(Response.json({ id: 'c' }, { status }))
    },
  }
  return { calls: new CallNetwork(network, (number) => number === ilse), told }
}

test('a customer’s call and message are brought to the centre, and its answer back', async () => {
  const { calls, told } = networkWith({}, 201)
  expect(await calls.call(ilse, centre, 'one')).toEqual({ status: 201, body: { id: 'c' } })
  await calls.leave(ilse, centre, 'two', 'c291bmQ=')
  expect(told).toEqual([
    { path: '/api/gateway/calls', id: 'one', message: { id: 'one', from: ilse, to: centre } },
    {
      path: '/api/gateway/calls/messages',
      id: 'two',
      message: { id: 'two', from: ilse, to: centre, sound: 'c291bmQ=' },
    },
  ])
  await expect(networkWith({ up: false }).calls.call(ilse, centre, 'one')).rejects.toThrow('does not carry calls')
})

test('the centre’s call rings at the telephone until it is answered; the same call again does not', () => {
  const { calls, told } = networkWith()
  calls.ring(ringing)
  calls.ring(ringing)
  expect(calls.at(ilse)).toEqual([ringing])
  expect(calls.answer('+61491570156', 'c.1')).toBeNull()
  expect(calls.answer(ilse, 'c.1')).toEqual(ringing)
  expect(calls.at(ilse)).toEqual([])
  expect(calls.answer(ilse, 'c.1')).toBeNull()
  // Of two processes of the centre, each of which has it rung, one is slower than whoever answers.
  calls.ring(ringing)
  expect(calls.at(ilse)).toEqual([])
  expect(told).toEqual([])
})

test('refused, busy, nobody’s number, and what the centre has stopped', async () => {
  const { calls, told } = networkWith()
  calls.ring(ringing)
  calls.refuse(ilse, 'c.1', 'refused')
  calls.refuse(ilse, 'c.1', 'refused')
  calls.ring({ ...ringing, id: 'c.2' })
  calls.refuse(ilse, 'c.2', 'busy')
  calls.ring({ ...ringing, id: 'c.3', to: '+61491570156' })
  calls.ring({ ...ringing, id: 'c.4' })
  calls.stop('c.4')
  calls.ring({ ...ringing, id: 'c.4' })
  await Promise.resolve()
  expect(calls.at(ilse)).toEqual([])
  expect(told.map(({ message }) => message)).toEqual([
    { id: 'c.1', end: 'refused' },
    { id: 'c.2', end: 'busy' },
    { id: 'c.3', end: 'unreachable' },
  ])
})
