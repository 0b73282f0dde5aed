'use client'
import { useEffect, useRef, useState } from 'react'
import { ValidationError, type Schema } from 'yup'
import { useNotice } from '../../../../components/frame/notice.tsx'
import { useLiveStore } from '../../../../components/stream/context.tsx'
import { Refused, requestJson } from '../../../../components/stream/send.ts'
import { en } from '../../../../messages/en.ts'
import type { Saved } from '../../../../server/plan/plan.ts'

/** What a form is told of the thing that it edits. */
interface Edited<T> {
  readonly value: T
  readonly isNew: boolean
  readonly draft: number
  readonly onDirty: (dirty: boolean) => void
  readonly onSaved: (id: string) => Promise<void>
}

/** How it is saved: checked by the shape, at the address, as `{ draft, [part]: value }`. */
interface Saving {
  readonly shape: Schema
  readonly url: string
  readonly part: string
}

/** What is edited before it is saved: the value, whether it differs, what is wrong with it, and saving it. */
export function useDraftForm<T extends { readonly id: string }>(
  { value: initial, isNew, draft, onDirty, onSaved }: Edited<T>,
  { shape, url, part }: Saving,
) {
  const store = useLiveStore()
  const notice = useNotice()
  const [value, setValue] = useState(initial)
  const [trouble, setTrouble] = useState<Refused | null>(null)
  const [fields, setFields] = useState<Readonly<Record<string, string>>>({})
  const [busy, setBusy] = useState(false)
  const changed = JSON.stringify(value) !== JSON.stringify(initial)
  const dirty = changed || isNew
  const tell = useRef(onDirty)
  useEffect(() => {
    tell.current = onDirty
  })
  useEffect(() => tell.current(dirty), [dirty])
  const fail = (error: unknown): void => {
    if (error instanceof ValidationError) {
      setFields(Object.fromEntries(error.inner.map(({ path, message }) => [path ?? '', message])))
      setTrouble(new Refused([...new Set(error.errors)].join(' '), 422, 'invalid'))
      return
    }
    const refused = error instanceof Refused ? error : new Refused(en.failed, 0, 'failed')
    setFields(refused.fields)
    setTrouble(refused)
  }
  const send = async (method: 'PUT' | 'DELETE', body: Record<string, unknown>): Promise<void> => {
    setBusy(true)
    setTrouble(null)
    setFields({})
    try {
      const saved = await requestJson<Saved>(url, method, { draft, ...body })
      await store?.reached(saved.seq)
      notice(en.plan.published(saved.version), 'done')
      await onSaved(method === 'PUT' ? value.id : '')
    } catch (error) {
      fail(error)
    } finally {
      setBusy(false)
    }
  }
  const save = async (): Promise<void> => {
    try {
      await shape.validate(value, { abortEarly: false })
    } catch (error) {
      fail(error)
      return
    }
    await send('PUT', { [part]: value })
  }
  return {
    initial,
    value,
    set: (change: Partial<T>) => setValue((before) => ({ ...before, ...change })),
    undo: () => setValue(initial),
    changed,
    dirty,
    trouble,
    /** What is wrong with one of its fields, by its name. */
    faultOf: (name: string): string | undefined => fields[name] ?? fields[`${part}.${name}`],
    busy,
    /** Nothing is sent: something in the form is not understood. */
    refuse: (why: string) => setTrouble(new Refused(why, 422, 'invalid')),
    save,
    remove: (replacementId?: string | null) => send('DELETE', { id: value.id, replacementId }),
  }
}

export type DraftForm<T> = Omit<
  ReturnType<typeof useDraftForm<T & { readonly id: string }>>,
  'initial' | 'value' | 'set'
> & {
  readonly initial: T
  readonly value: T
  readonly set: (change: Partial<T>) => void
}
