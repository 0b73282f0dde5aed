'use client'
import { newId } from '../../view/new-id.ts'
import { en } from '../../messages/en.ts'
import { countedType, type Count, type CountedLine } from '../../view/counted.ts'
import type { StreamStore } from './store.ts'

/** What the server said no with, as a sentence for people. */
export class Refused extends Error {
  constructor(
    message: string,
    readonly status: number,
    readonly code: string,
    readonly fields: Readonly<Record<string, string>> = {},
    /** What it is about, for who wants to tell more of it. */
    readonly params: Readonly<Record<string, string | number>> = {},
  ) {
    super(message)
  }
}

/** No answer came, or none in time: nobody knows whether it was taken. The same id again gives the answer and does nothing twice. */
export const isUnanswered = (error: unknown): boolean =>
  error instanceof Refused && (error.code === 'answerLate' || error.code === 'offline')

interface ProblemBody {
  readonly detail?: string
  readonly code?: string
  readonly fields?: Record<string, string>
  readonly params?: Record<string, string | number>
}

/** Fetches; what is refused or out of reach becomes a Refused with a sentence. */
async function answerOf(url: string, init?: RequestInit): Promise<Response> {
  let answer: Response
  try {
    answer = await fetch(url, init)
  } catch {
    throw new Refused(en.offline, 0, 'offline')
  }
  if (answer.ok) return answer
  let problem: ProblemBody = {}
  try {
    problem = JSON.parse(await answer.text()) as ProblemBody
  } catch {
    // Not a problem document: something before our server answered.
  }
  throw refusal(answer.status, problem)
}

const refusal = (status: number, { detail, code, fields, params }: ProblemBody): Refused =>
  new Refused(detail ?? en.failed, status, code ?? 'failed', fields, params)

/** Fetches JSON. Throws Refused with what the server says against it. */
export async function request<T>(url: string, init?: RequestInit): Promise<T> {
  const text = await (await answerOf(url, init)).text()
  return (text === '' ? null : JSON.parse(text)) as T
}

/** Fetches JSON that takes long to work out, and is told meanwhile how far it is. Throws Refused as `request` does. */
export async function requestCounted<T>(url: string, init: RequestInit, count: Count): Promise<T> {
  const headers = new Headers(init.headers)
  headers.set('accept', countedType)
  const answer = await answerOf(url, { ...init, headers })
  if (answer.headers.get('content-type') !== countedType) return (await answer.json()) as T
  const lines = answer.body?.pipeThrough(new TextDecoderStream()).getReader()
  for (let text = ''; ;) {
    const part = await lines?.read().catch(() => null)
    // It ended before it was answered.
    if (part === undefined || part === null || part.done) throw new Refused(en.offline, 0, 'offline')
    const said = (text + part.value).split('\n')
    text = said.pop() ?? ''
    for (const line of said.map((one) => JSON.parse(one) as CountedLine))
      if ('done' in line) count(line.step, line.done, line.of)
      else if (line.status < 400) return line.body as T
      else throw refusal(line.status, line.body as ProblemBody)
  }
}

/** Fetches a file. Throws Refused with what the server says against it. */
export const requestBytes = async (url: string): Promise<ArrayBuffer> => (await answerOf(url)).arrayBuffer()

/** What is sent as JSON. */
export const jsonOf = (method: string, body: unknown): RequestInit => ({
  ...{ method, headers: { 'content-type': 'application/json' } },
  body: JSON.stringify(body),
})

export const requestJson = <T>(url: string, method: string, body: unknown): Promise<T> =>
  request<T>(url, jsonOf(method, body))

/** With a file that goes along. */
function requestWith<T>(file: File, command: object): Promise<T> {
  const form = new FormData()
  form.set('command', JSON.stringify(command))
  form.set('file', file)
  return request<T>('/api/attachments', { method: 'POST', body: form })
}

/** A command of the person signed in, or of another in whose name they act. Resolves once its effect is in the view. */
export async function sendCommand(
  store: StreamStore | null,
  type: string,
  body: Record<string, unknown>,
  {
    id = newId(),
    onBehalfOf = null,
    file = null,
  }: { id?: string; onBehalfOf?: string | null; file?: File | null } = {},
): Promise<void> {
  const input = { id, type, body, onBehalfOf }
  const ask = (): Promise<{ seq: number }> =>
    file === null ? requestJson('/api/commands', 'POST', input) : requestWith(file, input)
  let seq: number
  try {
    seq = (await ask()).seq
  } catch (error) {
    if (!isUnanswered(error)) throw error
    await new Promise((resolve) => setTimeout(resolve, 1500))
    seq = (await ask()).seq
  }
  await store?.reached(seq)
}
