import { firstAnswer } from './first.ts'

jest.mock('server-only', () => ({}))

test('a page begins with what is answered in time, and without what fails or is late', async () => {
  expect(await firstAnswer('/api/list', Promise.resolve([1]))).toEqual({ url: '/api/list', value: [1] })
  expect(await firstAnswer('/api/list', Promise.reject(new Error('no database')))).toBeNull()
  jest.useFakeTimers()
  try {
    const late = firstAnswer('/api/list', new Promise(() => undefined))
    await jest.advanceTimersByTimeAsync(400)
    expect(await late).toBeNull()
  } finally {
    jest.useRealTimers()
  }
})
