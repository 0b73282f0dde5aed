'use client'
import { createContext, useContext } from 'react'
import { languageFor, sayIn, type Language, type Say } from '../messages/told/say.ts'

const Spoken = createContext<Language>('en')

/** What stands in it is told to a customer in this language. */
export const Told = Spoken.Provider

/** What is shown to customers and at the seat alike: in the customer's language where it is shown to one, else in English. */
export const useTold = (): Say => sayIn(useContext(Spoken))

export const useLanguage = (): Language => useContext(Spoken)

/** The language for whoever looks at this browser; `line` is that of the line they come by, if it has one. In browsers only. */
export const languageHere = (line: string | null): Language => languageFor(line, navigator.languages)
