'use client'
import type { InteractionId, PersonId } from '@eudromos/core/plan'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { useState } from 'react'
import { clockText } from '../../../components/format.ts'
import { ChannelShape, latenessColor } from '../../../components/glyphs.tsx'
import { oneOf } from '../../../messages/channels.ts'
import { en } from '../../../messages/en.ts'
import { tip } from './lanes-tip.tsx'
import type { Pile, Token } from './lane-data.ts'
import { draggedType } from './steer.ts'

interface MarkProps {
  readonly nameOf: (personId: PersonId) => string
  readonly onToken: (interactionId: InteractionId) => void
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
    oneOf(interaction.channel),
  ]
    .filter(Boolean)
    .join(', ')
}

/**
 * How what stands on a lane looks, for whoever has lanes in it: one rule for all of them, as they are drawn anew every second.
 * Where one stands is in its own style, since it moves.
 */
export const lanesLook = {
  '& .token, & .ring': {
    all: 'unset',
    boxSizing: 'border-box',
    cursor: 'pointer',
    WebkitTapHighlightColor: 'transparent',
  },
  '& .token': {
    position: 'absolute',
    top: 14,
    transform: 'translateX(-50%)',
    zIndex: 3,
    display: 'inline-flex',
    flexDirection: 'column',
    alignItems: 'center',
    justifyContent: 'center',
    gap: '4px',
    minWidth: 24,
    minHeight: 44,
    borderRadius: 1,
  },
  // What a button is by itself was taken away, and with it that it can be dragged.
  '& .token[draggable=true]': { WebkitUserDrag: 'element', userSelect: 'none' },
  '& .ring': { display: 'inline-flex', width: 34, height: 34, alignItems: 'center', justifyContent: 'center' },
  '& .ring, & .ring:focus-visible': { borderRadius: '50%' },
  '& .token:focus-visible, & .ring:focus-visible': { outline: '2px solid', outlineColor: 'primary.main' },
  '& .ring[data-over]': { outline: '3px solid', outlineColor: 'secondary.main' },
  ...Object.fromEntries(
    Object.entries(latenessColor).map(([of, color]) => [`& .token[data-lateness=${of}]`, { color }]),
  ),
  '& .sign': { display: 'inline-flex', padding: '3px', borderRadius: 1.5 },
  '& .sign[data-offered]': { outline: '2px dashed', outlineColor: 'secondary.main' },
  '& .token .waits': { typography: 'figure', lineHeight: 1 },
  '& .pile': {
    typography: 'figure',
    lineHeight: 1,
    minWidth: 24,
    height: 21,
    paddingInline: 0.5,
    boxSizing: 'border-box',
    borderRadius: 1,
    bgcolor: 'currentcolor',
    display: 'grid',
    placeItems: 'center',
  },
  '& .pile > span': { color: 'background.paper' },
} as const

const placeStyle = (place: number) => ({ left: `clamp(18px, ${(place * 100).toFixed(2)}%, calc(100% - 22px))` })

/** One that waits, on its way along the lane. */
export function TokenMark({
  token: { interaction, waitMs, lateness },
  token,
  place,
  nameOf,
  onToken,
  draggable,
}: { token: Token; place: number; draggable: boolean } & MarkProps) {
  return (
    <button
      type="button"
      className="token"
      data-lateness={lateness}
      {...tip(tokenLabel(token, nameOf))}
      draggable={draggable}
      onDragStart={(event) => event.dataTransfer.setData(draggedType, interaction.id)}
      onClick={() => onToken(interaction.id)}
      style={placeStyle(place)}
    >
      <span className="sign" data-offered={interaction.offer === null ? undefined : ''}>
        <ChannelShape channel={interaction.channel} size={15} />
      </span>
      <span className="waits">{clockText(waitMs)}</span>
    </button>
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
      <button
        type="button"
        className="token"
        data-lateness={oldest.lateness}
        aria-label={label}
        aria-haspopup="menu"
        onClick={(event) => setAnchor(event.currentTarget)}
        style={placeStyle(pile.place)}
      >
        <span className="pile">
          <span>{pile.tokens.length}</span>
        </span>
        <span className="waits">{clockText(oldest.waitMs)}</span>
      </button>
      {anchor !== null && (
        <Menu anchorEl={anchor} open onClose={() => setAnchor(null)}>
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
      )}
    </>
  )
}
