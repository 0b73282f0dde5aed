/** @jest-environment jsdom */
import { act, renderHook } from '@testing-library/react'
import { useOutbox } from './outbox.ts'

interface Posted {
  readonly id: string
  readonly text: string
  readonly file: File | null
  readonly settle: (error?: Error) => Promise<void>
}

function outbox() {
  const posted: Posted[] = []
  const post = (id: string, text: string, file: File | null): Promise<void> =>
    new Promise((resolve, reject) => {
      const settle = (error?: Error): Promise<void> =>
        act(async () => {
          if (error === undefined) resolve()
          else reject(error)
          await Promise.resolve()
        })
      posted.push({ id, text, file, settle })
    })
  const { result } = renderHook(() => useOutbox(post))
  return { result, posted }
}

test('words are shown at once, and go when the centre has them', async () => {
  const { result, posted } = outbox()
  act(() => result.current.send('Good morning', 5))
  expect(result.current.unsent).toMatchObject([{ text: 'Good morning', at: 5, failed: null }])
  await posted[0]?.settle()
  expect(result.current.unsent).toEqual([])
})

test('a file goes along, and along again with what is tried anew', async () => {
  const { result, posted } = outbox()
  const file = new File(['GIF89a'], 'map.gif')
  act(() => result.current.send('', 1, file))
  expect(result.current.unsent).toMatchObject([{ text: '', file }])
  await posted[0]?.settle(new Error('offline'))
  act(() => result.current.retry(posted[0]?.id ?? ''))
  expect(posted.map((one) => one.file)).toEqual([file, file])
})

test('what fails stays with its reason, and is sent again under the same id', async () => {
  const { result, posted } = outbox()
  act(() => result.current.send('One', 1))
  act(() => result.current.send('Two', 2))
  await posted[0]?.settle(new Error('offline'))
  await posted[1]?.settle()
  expect(result.current.unsent).toMatchObject([{ text: 'One', failed: 'offline' }])
  act(() => result.current.retry(posted[0]?.id ?? ''))
  expect(result.current.unsent).toMatchObject([{ text: 'One', failed: null }])
  expect([posted[2]?.id, posted[2]?.text]).toEqual([posted[0]?.id, 'One'])
  act(() => result.current.retry('unknown'))
  expect(posted).toHaveLength(3)
})
