'use client'
import { createContext, useContext } from 'react'

/** Sends a command of this seat's agent; the id lets the same command be sent again. A file may go along with a message. */
export type Act = (type: string, body: Record<string, unknown>, id?: string, file?: File | null) => Promise<void>

interface Actions {
  /** Rejects with a sentence when refused. */
  readonly act: Act
  /** Shows a refusal as a notice. */
  readonly attempt: Act
}

const Context = createContext<Actions>({ act: () => Promise.resolve(), attempt: () => Promise.resolve() })

export const SeatActions = Context.Provider
export const useSeatActions = (): Actions => useContext(Context)
