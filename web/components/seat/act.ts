'use client'
import type { AgentId } from '@eudromos/core/plan'
import { createContext, useContext, useMemo } from 'react'
import { useNotice } from '../frame/notice.tsx'
import { useSeatStore } from '../stream/context.tsx'
import { sendCommand } from '../stream/send.ts'

/** Sends a command of this seat's agent; the id lets the same command be sent again. A file may go along with a message. */
export type Act = (type: string, body: Record<string, unknown>, id?: string, file?: File | null) => Promise<void>

interface Actions {
  /** Rejects with a sentence when refused. */
  readonly act: Act
  /** Shows a refusal as a notice. */
  readonly attempt: Act
}

/** What the agent of a seat does; `onBehalfOf` names them where somebody else acts in their name. */
export function useActionsOf(agentId: AgentId, onBehalfOf: string | null): Actions {
  const store = useSeatStore()
  const notice = useNotice()
  return useMemo(() => {
    const act: Act = (type, body, id, file) => sendCommand(store, type, { ...body, agentId }, { id, onBehalfOf, file })
    return {
      act,
      attempt: (type, body, id) => act(type, body, id).catch((error: Error) => notice(error.message)),
    }
  }, [store, notice, agentId, onBehalfOf])
}

const Context = createContext<Actions>({ act: () => Promise.resolve(), attempt: () => Promise.resolve() })

export const SeatActions = Context.Provider
export const useSeatActions = (): Actions => useContext(Context)
