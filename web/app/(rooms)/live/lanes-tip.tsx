'use client'
import Box from '@mui/material/Box'
import Tooltip from '@mui/material/Tooltip'
import { useState, type ReactNode, type SyntheticEvent } from 'react'

/** What says more of itself here: any element in a `LanesTip`. */
export const tip = (text: string) => ({ 'data-tip': text, 'aria-label': text })

/**
 * One tooltip for all that has a `tip` in it, under pointer or focus. One for each of the hundreds of tokens and rings would
 * be drawn with every second.
 */
export function LanesTip({ children }: { children: ReactNode }) {
  const [over, setOver] = useState<HTMLElement | null>(null)
  const follow = ({ target }: SyntheticEvent): void =>
    setOver(target instanceof Element ? target.closest<HTMLElement>('[data-tip]') : null)
  const leave = (): void => setOver(null)
  return (
    <>
      <Box onPointerOver={follow} onPointerLeave={leave} onPointerDown={leave} onFocus={follow} onBlur={leave}>
        {children}
      </Box>
      <Tooltip
        open={over?.isConnected === true}
        title={over?.dataset.tip ?? ''}
        disableInteractive
        slotProps={{ popper: { anchorEl: over } }}
      >
        <span hidden />
      </Tooltip>
    </>
  )
}
