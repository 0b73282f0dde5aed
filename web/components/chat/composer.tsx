'use client'
import TextField from '@mui/material/TextField'
import { useRef, useState, type KeyboardEvent } from 'react'
import type { ReplyTemplate } from '@eudromos/core/plan'
import { template } from '../../messages/templates.ts'
import { mostTemplates, TemplateList } from './template-list.tsx'

interface ComposerProps {
  readonly value: string
  readonly onChange: (text: string) => void
  readonly onSend: () => void
  readonly onTyping: () => void
  readonly label: string
  readonly disabled?: boolean
  /** Enter begins a new line, and Control Enter sends: for what is longer than a few words. */
  readonly long?: boolean
  /** A file goes along: it need not have words. */
  readonly hasFile?: boolean
  /** What is found by typing `/` and some words, with its fields filled in. Left out where there are none to be had. */
  readonly templates?: (words: string) => readonly ReplyTemplate[]
}

const typingEveryMs = 2500
const mostOfMessage = 4000
const mostOfMail = 20_000
const mostSought = 12
/** The words after a slash at the beginning, or after a blank, up to the end. */
const searching = /(?:^|\s)\/([^/]*)$/

/**
 * Where one writes: Enter sends, Shift Enter begins a new line (where it is long, Control Enter and Enter), `/` finds a template. Tells now and then that somebody is
 * writing.
 */
export function Composer(props: ComposerProps) {
  const { value, onChange, onSend, onTyping, label, disabled, templates, hasFile = false, long = false } = props
  const mostCharacters = long ? mostOfMail : mostOfMessage
  const toldAt = useRef(0)
  const area = useRef<HTMLTextAreaElement | null>(null)
  const [chosen, setChosen] = useState(0)
  /** The text at which somebody has put the list away. */
  const [away, setAway] = useState<string | null>(null)
  const sought = templates === undefined || value === away ? null : searching.exec(value)
  const found = sought === null ? [] : (templates?.(sought[1] ?? '') ?? []).slice(0, mostTemplates)
  // Words in which no template is found may well be none that look for one.
  const open = sought !== null && (found.length > 0 || (sought[1] ?? '').length < mostSought)
  const at = Math.min(chosen, Math.max(0, found.length - 1))
  const put = ({ text }: ReplyTemplate): void => {
    if (sought === null) return
    const before = value.slice(0, value.length - (sought[1]?.length ?? 0) - 1)
    onChange(`${before}${text}`.slice(0, mostCharacters))
    setChosen(0)
    area.current?.focus()
    const from = before.length + text.search(/\{/)
    const to = before.length + text.search(/\}/) + 1
    // What the agent has to fill in first stands marked.
    if (to > from) setTimeout(() => area.current?.setSelectionRange(from, to))
  }
  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.nativeEvent.isComposing) return
    const one = found[at]
    if (open && (event.key === 'ArrowDown' || event.key === 'ArrowUp') && found.length > 0) {
      event.preventDefault()
      setChosen((at + (event.key === 'ArrowDown' ? 1 : found.length - 1)) % found.length)
    } else if (open && event.key === 'Escape') {
      event.preventDefault()
      event.stopPropagation()
      setAway(value)
    } else if (open && (event.key === 'Enter' || event.key === 'Tab') && one !== undefined) {
      event.preventDefault()
      put(one)
    } else if (event.key === 'Enter' && (long ? event.ctrlKey || event.metaKey : !event.shiftKey)) {
      event.preventDefault()
      if (value.trim() !== '' || hasFile) onSend()
    }
  }
  return (
    <>
      {open && <TemplateList anchor={area} found={found} at={at} onPut={put} />}
      <TextField
        multiline
        minRows={long ? 3 : 2}
        maxRows={long ? 10 : 6}
        fullWidth
        value={value}
        disabled={disabled}
        placeholder={templates === undefined ? label : `${label} · ${long ? template.longHint : template.hint}`}
        inputRef={area}
        onKeyDown={onKeyDown}
        onChange={(event) => {
          onChange(event.target.value)
          if (Date.now() - toldAt.current > typingEveryMs) {
            toldAt.current = Date.now()
            onTyping()
          }
        }}
        slotProps={{
          htmlInput: {
            'aria-label': label,
            maxLength: mostCharacters,
            ...(templates === undefined
              ? {}
              : {
                  'aria-autocomplete': 'list',
                  'aria-controls': open ? 'reply-templates' : undefined,
                  'aria-activedescendant': open && found.length > 0 ? `reply-template-${at}` : undefined,
                }),
          },
        }}
      />
    </>
  )
}
