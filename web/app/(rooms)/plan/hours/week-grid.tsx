'use client'
import ContentCopyIcon from '@mui/icons-material/ContentCopy'
import Box from '@mui/material/Box'
import ButtonBase from '@mui/material/ButtonBase'
import IconButton from '@mui/material/IconButton'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react'
import type { WeeklyInterval } from '@eudromos/core/hours'
import { unread } from '../form/unread.ts'
import { Understood } from './understood.tsx'
import { en } from '../../../../messages/en.ts'
import { weekdays, type WeekWords } from '../../../../messages/hours.ts'
import {
  barOf,
  copiedDay,
  dayMinutes,
  drawn,
  intervalOf,
  intervalsFrom,
  joined,
  moved,
  stepMinutes,
  stretched,
  wholeDays,
  typedDay,
  withDay,
  type Bar,
} from '../../../../view/week.ts'

const t = en.hours
const rowHeight = 40
const edgePx = 9

type Grip =
  | { readonly kind: 'draw'; readonly weekday: number; readonly from: number }
  | { readonly kind: 'move' | 'start' | 'end'; readonly bar: Bar; readonly from: number; readonly row: number }

interface WeekGridProps {
  readonly weekly: readonly WeeklyInterval[]
  readonly disabled: boolean
  /** Of opening hours, if nothing else is said. */
  readonly words?: WeekWords
  readonly onChange: (weekly: readonly WeeklyInterval[]) => void
}

const percent = (minutes: number): string => `${((100 * minutes) / dayMinutes).toFixed(3)}%`
const nameOf = (bar: Bar): string => {
  const { from, to } = intervalOf(bar)
  return t.interval(weekdays[bar.weekday - 1] ?? '', from, to, bar.end > dayMinutes)
}
const sameBar = (a: Bar, b: Bar): boolean => a.weekday === b.weekday && a.start === b.start && a.end === b.end

/** The week as it is drawn: a row a day, drag to add, stretch and move; typed beside it; by keyboard on each interval. */
export function WeekGrid({ weekly, disabled, words = t, onChange }: WeekGridProps) {
  const tracks = useRef<HTMLDivElement>(null)
  const [grip, setGrip] = useState<Grip | null>(null)
  const [shown, setShown] = useState<Bar | null>(null)
  const [focus, setFocus] = useState<Bar | null>(null)
  /** By day: what is typed and not in the week yet. */
  const [typing, setTyping] = useState<Readonly<Record<number, string>>>({})
  const bars = weekly.map(barOf)
  useEffect(() => {
    if (focus === null) return
    tracks.current?.querySelector<HTMLElement>(`[data-bar="${focus.weekday} ${focus.start}"]`)?.focus()
  }, [focus])
  const put = (next: readonly Bar[]): void => onChange(joined(next).map(intervalOf))
  const at = (event: PointerEvent): { minutes: number; row: number } => {
    const box = tracks.current?.getBoundingClientRect()
    if (box === undefined) return { minutes: 0, row: 1 }
    const row = Math.min(7, Math.max(1, Math.floor((event.clientY - box.top) / rowHeight) + 1))
    return { minutes: ((event.clientX - box.left) / box.width) * dayMinutes, row }
  }
  const take = (event: PointerEvent, bar: Bar | null): void => {
    if (disabled || event.button !== 0) return
    event.preventDefault()
    event.stopPropagation()
    tracks.current?.setPointerCapture(event.pointerId)
    const { minutes, row } = at(event)
    if (bar === null) {
      setGrip({ kind: 'draw', weekday: row, from: minutes })
      setShown(drawn(row, minutes, minutes))
      return
    }
    const box = event.currentTarget.getBoundingClientRect()
    const kind =
      event.clientX - box.left < edgePx ? 'start' : box.right - event.clientX < edgePx ? 'end' : ('move' as const)
    setGrip({ kind, bar, from: minutes, row })
    setShown(bar)
  }
  const follow = (event: PointerEvent): void => {
    if (grip === null) return
    const { minutes, row } = at(event)
    if (grip.kind === 'draw') return setShown(drawn(grip.weekday, grip.from, minutes))
    const by = Math.round((minutes - grip.from) / stepMinutes) * stepMinutes
    setShown(grip.kind === 'move' ? moved(grip.bar, by, row - grip.row) : stretched(grip.bar, grip.kind, by))
  }
  const drop = (): void => {
    if (grip !== null && shown !== null) {
      const others = grip.kind === 'draw' ? bars : bars.filter((bar) => !sameBar(bar, grip.bar))
      put([...others, shown])
      setFocus(shown)
    }
    setGrip(null)
    setShown(null)
  }
  const press = (event: KeyboardEvent, bar: Bar): void => {
    if (disabled) return
    const by = { ArrowLeft: -stepMinutes, ArrowRight: stepMinutes }[event.key]
    const days = { ArrowUp: -1, ArrowDown: 1 }[event.key]
    let next: Bar | null | undefined
    if (event.key === 'Delete' || event.key === 'Backspace') next = null
    else if (by !== undefined)
      next = event.shiftKey ? stretched(bar, 'end', by) : event.altKey ? stretched(bar, 'start', by) : moved(bar, by)
    else if (days !== undefined) next = moved(bar, 0, days)
    if (next === undefined) return
    event.preventDefault()
    put([...bars.filter((other) => !sameBar(other, bar)), ...(next === null ? [] : [next])])
    setFocus(next)
  }
  const moving = grip !== null && grip.kind !== 'draw' ? grip.bar : null
  return (
    <Box
      role="group"
      aria-label={t.week}
      sx={{ display: 'grid', gridTemplateColumns: '44px minmax(0, 1fr) 190px', columnGap: 1 }}
    >
      <Box sx={{ gridColumn: 2, position: 'relative', height: 20 }} aria-hidden="true">
        {[0, 6, 12, 18, 24].map((hour) => (
          <Typography
            key={hour}
            variant="figure"
            sx={{
              position: 'absolute',
              left: percent(hour * 60),
              transform: hour === 0 ? 'none' : hour === 24 ? 'translateX(-100%)' : 'translateX(-50%)',
              color: 'text.secondary',
            }}
          >
            {String(hour).padStart(2, '0')}
          </Typography>
        ))}
      </Box>
      <Box sx={{ gridColumn: 1, gridRow: 2 }} aria-hidden="true">
        {weekdays.map((day) => (
          <Typography key={day} sx={{ height: rowHeight, display: 'flex', alignItems: 'center' }}>
            {day.slice(0, 3)}
          </Typography>
        ))}
      </Box>
      <Box
        ref={tracks}
        data-testid="week"
        onPointerDown={(event) => take(event, null)}
        onPointerMove={follow}
        onPointerUp={drop}
        onPointerCancel={() => {
          setGrip(null)
          setShown(null)
        }}
        sx={{
          gridColumn: 2,
          gridRow: 2,
          position: 'relative',
          height: 7 * rowHeight,
          touchAction: 'none',
          cursor: disabled ? 'default' : 'crosshair',
          userSelect: 'none',
        }}
      >
        {weekdays.map((day, n) => (
          <Box
            key={day}
            sx={{
              position: 'absolute',
              insetInline: 0,
              top: n * rowHeight + 4,
              height: rowHeight - 8,
              bgcolor: 'background.default',
              borderRadius: 0.75,
            }}
          />
        ))}
        {[6, 12, 18].map((hour) => (
          <Box
            key={hour}
            sx={{
              position: 'absolute',
              insetBlock: 0,
              left: percent(hour * 60),
              borderLeft: 1,
              borderColor: 'divider',
            }}
          />
        ))}
        {bars
          .filter((bar) => moving === null || !sameBar(bar, moving))
          .map((bar) => (
            <BarMark
              key={`${bar.weekday} ${bar.start}`}
              bar={bar}
              onPointerDown={(event) => take(event, bar)}
              onKeyDown={(event) => press(event, bar)}
              disabled={disabled}
            />
          ))}
        {shown !== null && <BarMark bar={shown} drawing disabled={false} />}
      </Box>
      <Box sx={{ gridColumn: 3, gridRow: 2 }}>
        {weekdays.map((day, n) => (
          <DayLine
            key={`${day} ${typedDay(weekly, n + 1)}`}
            weekday={n + 1}
            weekly={weekly}
            disabled={disabled}
            words={words}
            onTyping={(text) => setTyping((before) => ({ ...before, [n + 1]: text }))}
            onChange={onChange}
          />
        ))}
      </Box>
      <Box sx={{ gridColumn: '1 / -1', marginBlockStart: 0.5 }} aria-live="polite">
        {weekdays.map((day, n) => {
          const text = typing[n + 1] ?? null
          if (text === null || text === typedDay(weekly, n + 1)) return null
          return <Understood key={day} day={day} text={text} onMeant={(all) => onChange(withDay(weekly, n + 1, all))} />
        })}
        {!disabled && (
          <Typography variant="body2" sx={{ color: 'text.secondary' }}>
            {words.weekHelp}
          </Typography>
        )}
      </Box>
    </Box>
  )
}

interface BarMarkProps {
  readonly bar: Bar
  readonly drawing?: boolean
  readonly disabled: boolean
  readonly onPointerDown?: (event: PointerEvent) => void
  readonly onKeyDown?: (event: KeyboardEvent) => void
}

/** One opening; what runs past midnight goes on at the beginning of the next day's row. */
function BarMark({ bar, drawing = false, disabled, onPointerDown, onKeyDown }: BarMarkProps) {
  const { from, to } = intervalOf(bar)
  const place = (weekday: number, start: number, end: number) => ({
    position: 'absolute',
    top: (weekday - 1) * rowHeight + 7,
    height: rowHeight - 14,
    left: percent(start),
    width: percent(end - start),
    bgcolor: drawing ? 'secondary.main' : 'primary.main',
    color: 'primary.contrastText',
    borderRadius: 0.75,
    overflow: 'hidden',
  })
  return (
    <>
      <ButtonBase
        component="div"
        role="button"
        aria-label={nameOf(bar)}
        aria-disabled={disabled}
        data-bar={`${bar.weekday} ${bar.start}`}
        onPointerDown={onPointerDown}
        onKeyDown={onKeyDown}
        sx={{
          ...place(bar.weekday, bar.start, Math.min(bar.end, dayMinutes)),
          cursor: disabled ? 'default' : 'grab',
          touchAction: 'none',
          containerType: 'inline-size',
        }}
      >
        <Typography
          variant="figure"
          component="span"
          sx={{
            lineHeight: 1,
            whiteSpace: 'nowrap',
            pointerEvents: 'none',
            // Its times stand in it where they fit; typed they stand beside the week in any case.
            '@container (max-width: 97px)': { display: 'none' },
          }}
        >
          {from}–{to}
        </Typography>
      </ButtonBase>
      {bar.end > dayMinutes && (
        <Box
          aria-hidden="true"
          sx={{ ...place((bar.weekday % 7) + 1, 0, bar.end - dayMinutes), opacity: 0.55, pointerEvents: 'none' }}
        />
      )}
    </>
  )
}

interface DayLineProps {
  readonly weekday: number
  readonly weekly: readonly WeeklyInterval[]
  readonly disabled: boolean
  readonly words: WeekWords
  readonly onTyping: (text: string) => void
  readonly onChange: (weekly: readonly WeeklyInterval[]) => void
}

/** A day's intervals as text, and its copying to other days. */
function DayLine({ weekday, weekly, disabled, words, onTyping, onChange }: DayLineProps) {
  const typed = typedDay(weekly, weekday)
  const [text, setText] = useState(typed)
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const day = weekdays[weekday - 1] ?? ''
  const intervals = intervalsFrom(text)
  const understood = intervals !== null && (text === typed || wholeDays(intervals).length === 0)
  const commit = (): void => {
    if (understood && text !== typed) onChange(withDay(weekly, weekday, intervals))
  }
  const copy = (to: readonly number[]): void => {
    setAnchor(null)
    onChange(
      copiedDay(
        weekly,
        weekday,
        to.filter((other) => other !== weekday),
      ),
    )
  }
  return (
    <Box sx={{ height: rowHeight, display: 'flex', alignItems: 'center', gap: 0.5 }}>
      <TextField
        value={text}
        placeholder={words.closedDay}
        disabled={disabled}
        error={!understood}
        onChange={({ target }) => {
          setText(target.value)
          onTyping(target.value)
        }}
        onBlur={commit}
        onKeyDown={(event) => {
          if (event.key === 'Enter') {
            event.preventDefault()
            commit()
          }
        }}
        slotProps={{
          htmlInput: {
            'aria-label': t.typed(day),
            title: understood ? text : t.typedWrong,
            ...unread(!understood),
            style: {
              paddingBlock: 5,
              paddingInline: 8,
              fontFamily: "'Spline Sans Mono Variable', monospace",
              fontSize: 14,
            },
          },
        }}
      />
      {!disabled && (
        <IconButton
          size="small"
          aria-label={t.copyDay(day)}
          aria-haspopup="menu"
          onClick={(event) => setAnchor(event.currentTarget)}
        >
          <ContentCopyIcon fontSize="inherit" />
        </IconButton>
      )}
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        <MenuItem onClick={() => copy([1, 2, 3, 4, 5])}>{t.copyWeekdays}</MenuItem>
        <MenuItem onClick={() => copy([1, 2, 3, 4, 5, 6, 7])}>{t.copyAll}</MenuItem>
        {weekday < 7 && <MenuItem onClick={() => copy([weekday + 1])}>{t.copyTo(weekdays[weekday] ?? '')}</MenuItem>}
      </Menu>
    </Box>
  )
}
