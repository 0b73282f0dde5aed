'use client'
import Box from '@mui/material/Box'
import type { StateLook } from '@eudromos/core/plan'

const colours: Record<StateLook['colour'], string> = {
  ink: 'text.primary',
  slate: 'text.secondary',
  near: 'warning.main',
  late: 'error.main',
  focus: 'secondary.main',
}

function shapeOf(sign: StateLook['sign']) {
  switch (sign) {
    case 'dot':
      return <circle cx="6" cy="6" r="5" fill="currentColor" />
    case 'ring':
      return <circle cx="6" cy="6" r="4" fill="none" stroke="currentColor" strokeWidth="2" />
    case 'half':
      return (
        <>
          <circle cx="6" cy="6" r="4.5" fill="none" stroke="currentColor" strokeWidth="1.5" />
          <path d="M6 1.5a4.5 4.5 0 0 0 0 9z" fill="currentColor" />
        </>
      )
    case 'square':
      return <rect x="1.5" y="1.5" width="9" height="9" fill="none" stroke="currentColor" strokeWidth="2" />
    case 'bar':
      return <rect x="1" y="4" width="10" height="4" fill="currentColor" />
    case 'cross':
      return <path d="M2 2l8 8M10 2l-8 8" stroke="currentColor" strokeWidth="2" />
  }
}

/** The sign of a presence state; its name stands beside it. */
export function StateSign({ look: { sign, colour }, size = 12 }: { look: StateLook; size?: number }) {
  return (
    <Box component="span" sx={{ color: colours[colour], display: 'inline-flex', flexShrink: 0 }}>
      <svg width={size} height={size} viewBox="0 0 12 12" aria-hidden="true">
        {shapeOf(sign)}
      </svg>
    </Box>
  )
}
