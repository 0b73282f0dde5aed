'use client'
import type { ReactNode } from 'react'
import Box from '@mui/material/Box'
import type { Channel } from '@eudromos/core/plan'
import type { Lateness } from '@eudromos/core/figures'
import type { Phase } from '@eudromos/core/routing'
import { en } from '../messages/en.ts'

/** The mark: three rising footprints. */
export function Mark({ size = 28 }: { size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 32 32" aria-hidden="true" fill="currentColor">
      <path d="M5 26l5-1.5 1.5-5-4 2z" />
      <path d="M12 19l5.2-1.6 1.8-5.4-4.4 2.2z" />
      <path d="M19.5 11.5l5.6-1.8 2-5.7-4.8 2.4z" />
    </svg>
  )
}

const shapes: Readonly<Record<Channel, ReactNode>> = {
  voice: <path d="M7 0C8.2 3 12 5.4 12 9a5 5 0 0 1-10 0C2 5.4 5.8 3 7 0z" />,
  chat: <rect width="14" height="14" rx="3.5" />,
  sms: <rect y="3" width="14" height="8" rx="4" />,
  email: <path d="M0 2.5h14L7 8zM0 4l7 5.5L14 4v8H0z" />,
}

/** A channel's sign: a drop for a call, a rounded square for a chat, a capsule for a text. */
export function ChannelShape({ channel, size = 14 }: { channel: Channel; size?: number }) {
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 14 14"
      aria-hidden="true"
      fill="currentColor"
      style={{ flexShrink: 0 }}
    >
      {shapes[channel]}
    </svg>
  )
}

export const latenessColor = { late: 'error.main', near: 'warning.main', fine: 'text.primary' } as const

/** Late has two notches, near has one, fine has none: readable without colour. */
export function Notches({ lateness }: { lateness: Lateness }) {
  const heights = { late: [0, 9], near: [4.5], fine: [] }[lateness]
  if (heights.length === 0) return null
  return (
    <Box
      component="span"
      role="img"
      aria-label={en.live[lateness]}
      sx={{ color: latenessColor[lateness], display: 'inline-flex' }}
    >
      <svg width="10" height="14" viewBox="0 0 10 14" aria-hidden="true">
        {heights.map((y) => (
          <rect key={y} y={y} width="10" height="5" fill="currentColor" />
        ))}
      </svg>
    </Box>
  )
}

interface RingProps {
  readonly slots: number
  readonly carried: readonly { readonly id: string; readonly phase: Phase }[]
  /** Whether the presence admits anything; a ring that does not is barred. */
  readonly admits: boolean
  readonly label: string
  readonly initials?: string
  readonly size?: number
}

const gapDegrees = 14

function arc(index: number, slots: number, radius: number): string {
  const step = 360 / slots
  const gap = slots === 1 ? gapDegrees / 2 : gapDegrees
  const at = (degrees: number): string => {
    const angle = ((degrees - 90) * Math.PI) / 180
    return `${(20 + radius * Math.cos(angle)).toFixed(2)} ${(20 + radius * Math.sin(angle)).toFixed(2)}`
  }
  const [from, to] = [index * step + gap / 2, (index + 1) * step - gap / 2]
  return `M${at(from)} A${radius} ${radius} 0 ${to - from > 180 ? 1 : 0} 1 ${at(to)}`
}

const ink = 'var(--mui-palette-text-primary)'
const strokes: Record<Phase, { dash?: string; color: string }> = {
  waiting: { color: ink },
  connected: { color: ink },
  resting: { color: ink, dash: '1.6 1.6' },
  wrapUp: { color: ink, dash: '1.6 1.6' },
  offered: { color: 'var(--mui-palette-secondary-main)', dash: '3.2 3' },
}

/**
 * A person's slots as a circle: filled by what they carry, hatched for wrap-up, dotted for an offer, thin where there is
 * room; barred where their presence admits nothing. Below 24 px a plain fill.
 */
export function LoadRing({ slots, carried, admits, label, initials, size = 36 }: RingProps) {
  const count = Math.max(1, slots, carried.length)
  const small = size < 24
  return (
    <span role="img" aria-label={label} style={{ display: 'inline-flex', width: size, height: size, flexShrink: 0 }}>
      <svg width={size} height={size} viewBox="0 0 40 40" aria-hidden="true">
        {Array.from({ length: count }, (_, index) => {
          const item = carried[index]
          return item === undefined ? (
            <path
              key={index}
              d={arc(index, count, 16)}
              fill="none"
              strokeWidth={2.5}
              stroke="var(--mui-palette-text-secondary)"
              opacity={0.55}
            />
          ) : (
            <path
              key={index}
              d={arc(index, count, 16)}
              fill="none"
              strokeWidth={small ? 8 : 5}
              strokeDasharray={small ? undefined : strokes[item.phase].dash}
              stroke={strokes[item.phase].color}
            />
          )
        })}
        {initials !== undefined && !small && (
          <text x="20" y="24.4" textAnchor="middle" fontSize={12} fontWeight={600} fill="currentColor">
            {initials}
          </text>
        )}
        {!admits && <path d="M5 35 L35 5" strokeWidth="3" stroke="currentColor" opacity={0.75} />}
      </svg>
    </span>
  )
}
