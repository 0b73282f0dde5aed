/** @jest-environment jsdom */
import { renderHook } from '@testing-library/react'
import { useSameId } from './same-id.ts'
import { Refused } from './send.ts'

const begun = () => {
  const { result } = renderHook(() => useSameId())
  return async (what: object, failure: Error | null = null): Promise<string> => {
    let given = ''
    await result
      .current(what, (id) => {
        given = id
        return failure === null ? Promise.resolve() : Promise.reject(failure)
      })
      .catch(() => undefined)
    return given
  }
}
const offline = () => new Refused('Not reached.', 0, 'offline')

test('what was not answered has the same id again, however often, until it is', async () => {
  const send = begun()
  const first = await send({ to: 'Ilse', text: 'Hello' }, offline())
  expect(await send({ to: 'Ilse', text: 'Hello' }, new Refused('Late.', 503, 'answerLate'))).toBe(first)
  expect(await send({ to: 'Ilse', text: 'Hello' })).toBe(first)
  expect(await send({ to: 'Ilse', text: 'Hello' })).not.toBe(first)
})

test('something else has another, and so has the same after a refusal', async () => {
  const send = begun()
  const first = await send({ text: 'Hello' }, offline())
  const other = await send({ text: 'Hello!' }, new Refused('Not Ready.', 409, 'notReady'))
  expect(other).not.toBe(first)
  expect(await send({ text: 'Hello!' })).not.toBe(other)
})
