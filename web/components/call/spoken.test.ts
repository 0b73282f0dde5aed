/** @jest-environment jsdom */
import { prepareVoices, speak } from './spoken.ts'

class FakeUtterance {
  static all: FakeUtterance[] = []
  voice: unknown = null
  lang = ''
  onend: (() => void) | null = null
  onerror: (() => void) | null = null
  constructor(readonly text: string) {
    FakeUtterance.all.push(this)
  }
}

const voice = (lang: string, localService: boolean) => ({ lang, localService, name: `${lang} ${localService}` })
let voices: ReturnType<typeof voice>[]
let cancelled: number
let said: string[]

beforeEach(() => {
  voices = [voice('en-GB', false), voice('pt-PT', true), voice('en_US', true)]
  cancelled = 0
  said = []
  FakeUtterance.all = []
  const speechSynthesis = {
    getVoices: () => voices,
    speak: ({ text }: FakeUtterance) => said.push(text),
    cancel: () => (cancelled += 1),
  }
  Object.assign(window, { speechSynthesis, SpeechSynthesisUtterance: FakeUtterance })
})

test('words are spoken by a voice of this computer in their language, and are done when they have been said', () => {
  const done = jest.fn()
  prepareVoices()
  expect(speak('Calls are recorded.', 'en', done)).not.toBeNull()
  expect(said).toEqual(['Calls are recorded.'])
  expect(FakeUtterance.all[0]).toMatchObject({ voice: voice('en_US', true), lang: 'en_US' })
  FakeUtterance.all[0]?.onend?.()
  expect(done).toHaveBeenCalledTimes(1)
})

test('a voice from a server is not asked, nor one of another language', () => {
  expect(speak('Calls are recorded.', 'fr', jest.fn())).toBeNull()
  voices = [voice('en-GB', false)]
  expect(speak('Calls are recorded.', 'en', jest.fn())).toBeNull()
  expect(said).toEqual([])
})

test('what cannot be said is done as well; what is ended tells no more', () => {
  const done = jest.fn()
  const stop = speak('Calls are recorded.', 'en', done)
  FakeUtterance.all[0]?.onerror?.()
  expect(done).toHaveBeenCalledTimes(1)
  stop?.()
  expect(cancelled).toBe(1)
  expect(FakeUtterance.all[0]?.onend).toBeNull()
})

test('a browser that cannot speak says so', () => {
  Reflect.deleteProperty(window, 'speechSynthesis')
  prepareVoices()
  expect(speak('Calls are recorded.', 'en', jest.fn())).toBeNull()
})
