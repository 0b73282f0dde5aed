'use client'
import Button from '@mui/material/Button'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { useState } from 'react'
import { abuse as t } from '../messages/abuse.ts'

interface BlockButtonProps {
  /** The centre's time in milliseconds. */
  readonly now: number
  readonly onBlock: (until: number) => void
}

/** Asks for how long a customer is to be blocked. */
export function BlockButton({ now, onBlock }: BlockButtonProps) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  return (
    <>
      <Button aria-haspopup="menu" onClick={({ currentTarget }) => setAnchor(currentTarget)}>
        {t.blockFor}
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {t.spans.map(({ hours, label }) => (
          <MenuItem
            key={hours}
            onClick={() => {
              setAnchor(null)
              onBlock(now + hours * 3_600_000)
            }}
          >
            {label}
          </MenuItem>
        ))}
      </Menu>
    </>
  )
}
