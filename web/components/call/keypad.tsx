'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { useTold } from '../told.tsx'
import type { CallSound } from './call-room.ts'
import { playKey, telephoneKeys } from './local-sound.ts'

const most = 20

interface KeypadProps {
  readonly sound: Pick<CallSound, 'press'>
  /** Nobody would hear it now. */
  readonly disabled: boolean
}

/** The keys of a telephone, with what was pressed; the keyboard's digits press them as well. */
export function Keypad({ sound, disabled }: KeypadProps) {
  const t = useTold()
  const [pressed, setPressed] = useState('')
  const press = (key: (typeof telephoneKeys)[number]): void => {
    if (disabled) return
    playKey(key)
    sound.press(key)
    setPressed((before) => `${before}${key}`.slice(-most))
  }
  return (
    <Box
      role="group"
      aria-label={t('call.keypad')}
      onKeyDown={({ key, ctrlKey, altKey, metaKey }) => {
        const known = telephoneKeys.find((one) => one === key)
        if (known !== undefined && !ctrlKey && !altKey && !metaKey) press(known)
      }}
      sx={{ display: 'grid', gridTemplateColumns: 'repeat(3, 64px)', gap: 0.75 }}
    >
      <Typography role="status" variant="figure" sx={{ gridColumn: '1 / -1', minHeight: 22, overflowWrap: 'anywhere' }}>
        {pressed === '' ? '' : t('call.pressed', { keys: pressed })}
      </Typography>
      {telephoneKeys.map((key) => (
        <Button
          key={key}
          disabled={disabled}
          aria-label={t('call.key', { key: key === '*' ? 'star' : key === '#' ? 'hash' : key })}
          onClick={() => press(key)}
        >
          {key}
        </Button>
      ))}
    </Box>
  )
}
