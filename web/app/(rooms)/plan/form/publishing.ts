'use client'
import { useState } from 'react'
import { useNotice } from '../../../../components/frame/notice.tsx'
import { useLiveStore } from '../../../../components/stream/context.tsx'
import { jsonOf, Refused, requestCounted } from '../../../../components/stream/send.ts'
import { en } from '../../../../messages/en.ts'
import { files } from '../../../../messages/files.ts'
import type { Saved } from '../../../../server/plan/plan.ts'

/** Sends a change of the plan and waits until this page has what follows from it. False: it was refused, and `trouble` says why. */
export function usePublishing() {
  const store = useLiveStore()
  const notice = useNotice()
  const [trouble, setTrouble] = useState<Refused | null>(null)
  /** How far it is; null while nothing is published. */
  const [busy, setBusy] = useState<string | null>(null)
  const publish = async (url: string, body: object): Promise<boolean> => {
    setBusy(files.steps.publishing)
    setTrouble(null)
    try {
      const saved = await requestCounted<Saved>(url, jsonOf('PUT', body), (...far) => setBusy(files.far(...far)))
      await store?.reached(saved.seq)
      notice(en.plan.published(saved.version), 'done')
      return true
    } catch (error) {
      setTrouble(error instanceof Refused ? error : new Refused(en.failed, 0, 'failed'))
      return false
    } finally {
      setBusy(null)
    }
  }
  return { publish, trouble, busy, forget: () => setTrouble(null) }
}
