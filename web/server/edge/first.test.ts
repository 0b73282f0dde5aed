import { firstAnswer } from './first.ts'

let accept = 'text/html,*/*'
jest.mock('server-only', () => ({}))
jest.mock('next/headers', () => ({ headers: () => Promise.resolve(new Headers({ accept })) }))

test('a page begins with what is answered in time, and without what fails or is late', async () => {
  expect(await firstAnswer('/api/list', () => Promise.resolve([1]))).toEqual({ url: '/api/list', value: [1] })
  expect(await firstAnswer('/api/list', () => Promise.reject(new Error('no database')))).toBeNull()
  jest.useFakeTimers()
  try {
    const late = firstAnswer('/api/list', () => new Promise(() => undefined))
    await jest.advanceTimersByTimeAsync(400)
    expect(await late).toBeNull()
  } finally {
    jest.useRealTimers()
  }
})

test('who goes on within the page asks by themself: nothing is asked for twice', async () => {
  accept = '*/*'
  const ask = jest.fn(() => Promise.resolve([1]))
  expect(await firstAnswer('/api/list', ask)).toBeNull()
  expect(ask).not.toHaveBeenCalled()
})
