import { streamResponse, type Stream } from './stream.ts'

const textOf = async (reader: ReadableStreamDefaultReader<Uint8Array>, until: string): Promise<string> => {
  const decoder = new TextDecoder()
  let text = ''
  while (!text.includes(until)) {
    const { done, value } = await reader.read()
    if (done) break
    text += decoder.decode(value)
  }
  return text
}

function opened(signal = new AbortController().signal) {
  let stream: Stream | undefined
  const ended = jest.fn()
  const response = streamResponse(signal, (made, onEnd) => {
    stream = made
    onEnd(ended)
    return Promise.resolve()
  })
  const reader = response.body?.getReader()
  if (stream === undefined || reader === undefined) throw new Error('no stream')
  return { response, reader, stream, ended }
}

test('events go out as they are sent, those of the journal with their number', async () => {
  const { response, reader, stream } = opened()
  expect(response.headers.get('content-type')).toContain('text/event-stream')
  expect(response.headers.get('cache-control')).toContain('no-transform')
  stream.send('change', { a: 'line\nbreak' }, 7)
  stream.send('typing', {})
  expect(await textOf(reader, 'typing')).toBe(
    'retry: 1000\n\nid: 7\nevent: change\ndata: {"a":"line\\nbreak"}\n\nevent: typing\ndata: {}\n\n',
  )
  stream.close()
})

test('what is told at the same time is one piece, and so is what is told last', async () => {
  const { reader, stream } = opened()
  stream.send('one', {})
  stream.send('two', {})
  const piece = async (): Promise<string> => new TextDecoder().decode((await reader.read()).value)
  expect(await piece()).toBe('retry: 1000\n\nevent: one\ndata: {}\n\nevent: two\ndata: {}\n\n')
  stream.send('three', {})
  stream.close()
  expect(await piece()).toBe('event: three\ndata: {}\n\n')
  expect((await reader.read()).done).toBe(true)
})

test.each(['reader', 'server', 'request'])(
  'its endings are done once, whichever side ends it: the %s',
  async (side) => {
    const abort = new AbortController()
    const { reader, stream, ended } = opened(abort.signal)
    if (side === 'reader') await reader.cancel()
    else if (side === 'server') stream.close()
    else abort.abort()
    stream.close()
    expect(ended).toHaveBeenCalledTimes(1)
    expect(stream.closed).toBe(true)
    expect(() => stream.send('late', {})).not.toThrow()
  },
)

test('what is to be done at the end is done at once where it has ended already', () => {
  const abort = new AbortController()
  const ended = jest.fn()
  let later: (end: () => void) => void = () => undefined
  streamResponse(abort.signal, (_, onEnd) => {
    later = onEnd
    return Promise.resolve()
  })
  abort.abort()
  later(ended)
  expect(ended).toHaveBeenCalledTimes(1)
})

test('a reader who leaves too much unread is cut off', () => {
  const { stream, ended } = opened()
  const much = 'x'.repeat(1_000_000)
  for (let n = 0; n < 6; n += 1) stream.send('change', much)
  expect(stream.closed).toBe(true)
  expect(ended).toHaveBeenCalledTimes(1)
})

test('a stream that cannot begin is closed', async () => {
  const response = streamResponse(new AbortController().signal, () => Promise.reject(new Error('no')))
  const reader = response.body?.getReader()
  await reader?.read()
  expect((await reader?.read())?.done).toBe(true)
})
