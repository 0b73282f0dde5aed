'use client'
import Box from '@mui/material/Box'
import ButtonBase from '@mui/material/ButtonBase'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import Tooltip from '@mui/material/Tooltip'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { clockText } from '../../../components/format.ts'
import { ChannelShape, latenessColor } from '../../../components/glyphs.tsx'
import { en } from '../../../messages/en.ts'
import type { Pile, Token } from './lane-data.ts'
import { draggedType } from './steer.ts'

interface MarkProps {
  readonly nameOf: (personId: string) => string
  readonly onToken: (interactionId: string) => void
}

function tokenLabel(token: Token, nameOf: MarkProps['nameOf']): string {
  const { interaction, waitMs, lateness } = token
  return [
    interaction.customerName,
    clockText(waitMs),
    en.live[lateness],
    interaction.offer === null ? null : en.live.offered(nameOf(interaction.offer.agentId)),
    interaction.stuck ? en.live.stuck : null,
    interaction.test ? en.seat.test : null,
    en.records.channels[interaction.channel],
  ]
    .filter(Boolean)
    .join(', ')
}

const tokenPlace = (place: number) => ({
  position: 'absolute',
  left: `clamp(18px, ${(place * 100).toFixed(2)}%, calc(100% - 22px))`,
  transform: 'translateX(-50%)',
  transition: 'left 1s linear',
  zIndex: 3,
})

/** One that waits, on its way along the lane. */
export function TokenMark({ token, nameOf, onToken, draggable }: { token: Token; draggable: boolean } & MarkProps) {
  const { interaction, waitMs, lateness, place } = token
  const label = tokenLabel(token, nameOf)
  return (
    <Tooltip title={label} enterDelay={400} disableInteractive>
      <ButtonBase
        aria-label={label}
        draggable={draggable}
        onDragStart={(event) => event.dataTransfer.setData(draggedType, interaction.id)}
        onClick={() => onToken(interaction.id)}
        sx={{
          ...tokenPlace(place),
          top: 14,
          flexDirection: 'column',
          gap: 0.5,
          color: latenessColor[lateness],
          minWidth: 24,
          minHeight: 44,
          borderRadius: 1,
          bgcolor: 'transparent',
        }}
      >
        <Box
          sx={{
            display: 'inline-flex',
            padding: '3px',
            borderRadius: 1.5,
            outline: interaction.offer === null ? 'none' : '2px dashed',
            outlineColor: 'secondary.main',
          }}
        >
          <ChannelShape channel={interaction.channel} size={15} />
        </Box>
        <Typography variant="figure" component="span" sx={{ lineHeight: 1 }}>
          {clockText(waitMs)}
        </Typography>
      </ButtonBase>
    </Tooltip>
  )
}

/** Several that would overlap; opens as a list. */
export function PileMark({ pile, nameOf, onToken }: { pile: Pile } & MarkProps) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const oldest = pile.tokens.at(-1)
  if (oldest === undefined) return null
  const label = en.live.pile(pile.tokens.length, clockText(oldest.waitMs))
  return (
    <>
      <ButtonBase
        aria-label={label}
        aria-haspopup="menu"
        onClick={(event) => setAnchor(event.currentTarget)}
        sx={{
          ...tokenPlace(pile.place),
          top: 14,
          flexDirection: 'column',
          gap: 0.5,
          color: latenessColor[oldest.lateness],
          minHeight: 44,
          borderRadius: 1,
        }}
      >
        <Box
          sx={{
            minWidth: 24,
            height: 21,
            paddingInline: 0.5,
            borderRadius: 1,
            bgcolor: 'currentcolor',
            display: 'grid',
            placeItems: 'center',
          }}
        >
          <Typography variant="figure" component="span" sx={{ color: 'background.paper', lineHeight: 1 }}>
            {pile.tokens.length}
          </Typography>
        </Box>
        <Typography variant="figure" component="span" sx={{ lineHeight: 1 }}>
          {clockText(oldest.waitMs)}
        </Typography>
      </ButtonBase>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {pile.tokens.toReversed().map((token) => (
          <MenuItem
            key={token.interaction.id}
            onClick={() => {
              setAnchor(null)
              onToken(token.interaction.id)
            }}
          >
            {tokenLabel(token, nameOf)}
          </MenuItem>
        ))}
      </Menu>
    </>
  )
}
