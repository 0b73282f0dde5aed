'use client'
import MuiLink from '@mui/material/Link'
import { Fragment } from 'react'

const address = /\bhttps?:\/\/[^\s<>"']+[^\s<>"'.,;:!?)\]]/g

/** The parts of a text: plain words, and web addresses. Only http and https count as such. */
export function partsOf(text: string): { readonly text: string; readonly href: string | null }[] {
  const parts: { text: string; href: string | null }[] = []
  let at = 0
  for (const match of text.matchAll(address)) {
    if (match.index > at) parts.push({ text: text.slice(at, match.index), href: null })
    parts.push({ text: match[0], href: match[0] })
    at = match.index + match[0].length
  }
  if (at < text.length) parts.push({ text: text.slice(at), href: null })
  return parts
}

/** What somebody wrote: as text, never as HTML. Addresses open in a window that knows nothing of ours. */
export function LinkedText({ text }: { text: string }) {
  return partsOf(text).map((part, n) =>
    part.href === null ? (
      <Fragment key={n}>{part.text}</Fragment>
    ) : (
      <MuiLink key={n} href={part.href} target="_blank" rel="noopener noreferrer nofollow">
        {part.text}
      </MuiLink>
    ),
  )
}
