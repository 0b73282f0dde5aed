'use client'
import TextField from '@mui/material/TextField'
import { useRef, type KeyboardEvent, type Ref } from 'react'

interface ComposerProps {
  readonly value: string
  readonly onChange: (text: string) => void
  readonly onSend: () => void
  readonly onTyping: () => void
  readonly label: string
  readonly disabled?: boolean
  readonly inputRef?: Ref<HTMLTextAreaElement>
}

const typingEveryMs = 2500
const mostCharacters = 4000

/** Where one writes: Enter sends, Shift Enter begins a new line. Tells now and then that somebody is writing. */
export function Composer({ value, onChange, onSend, onTyping, label, disabled, inputRef }: ComposerProps) {
  const toldAt = useRef(0)
  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.key !== 'Enter' || event.shiftKey || event.nativeEvent.isComposing) return
    event.preventDefault()
    if (value.trim() !== '') onSend()
  }
  return (
    <TextField
      multiline
      minRows={2}
      maxRows={6}
      fullWidth
      value={value}
      disabled={disabled}
      placeholder={label}
      inputRef={inputRef}
      onKeyDown={onKeyDown}
      onChange={(event) => {
        onChange(event.target.value)
        if (Date.now() - toldAt.current > typingEveryMs) {
          toldAt.current = Date.now()
          onTyping()
        }
      }}
      slotProps={{ htmlInput: { 'aria-label': label, maxLength: mostCharacters } }}
    />
  )
}
