'use client'
import type { PersonId } from '@eudromos/core/plan'
import Box from '@mui/material/Box'
import Paper from '@mui/material/Paper'
import Typography from '@mui/material/Typography'
import { useVirtualizer } from '@tanstack/react-virtual'
import { useCallback, useRef } from 'react'
import { weekdayOf } from '@eudromos/core/hours'
import { en } from '../../../../messages/en.ts'
import { weekdays } from '../../../../messages/hours.ts'
import { dayText } from '../../../../view/absence.ts'
import type { PlanView } from '../../../../view/view.ts'
import { SiteRow } from './site-row.tsx'
import { TodayRow } from './today-row.tsx'
import { WeeksRow } from './weeks-row.tsx'
import type { Board, Item } from './who-data.ts'
import { columnsOf, hourMarks, type Shown } from './who-layout.ts'

const t = en.rota
const rowHeights = { site: 52, person: 36 }

interface WhoListProps {
  readonly items: readonly Item[]
  readonly board: Board
  readonly plan: PlanView | null
  readonly now: number
  readonly shown: Shown
  readonly onPerson: (personId: PersonId) => void
}

/** Sites and their people; only what is in sight is drawn, however many there are. */
export function WhoList({ items, board, plan, now, shown, onPerson }: WhoListProps) {
  const scroller = useRef<HTMLDivElement>(null)
  // eslint-disable-next-line react-hooks/incompatible-library -- warns of the React Compiler, which is not used here
  const rows = useVirtualizer({
    count: items.length,
    getScrollElement: () => scroller.current,
    estimateSize: useCallback((index) => rowHeights[items[index]?.kind ?? 'person'], [items]),
    getItemKey: useCallback((index) => keyOf(items[index]), [items]),
    overscan: 10,
  })
  if (items.length === 0) return <Typography sx={{ padding: 2 }}>{t.none}</Typography>
  return (
    <>
      <Paper
        ref={scroller}
        role="table"
        aria-label={t.title}
        aria-rowcount={items.length + 1}
        tabIndex={0}
        sx={{ flex: 1, minHeight: 0, overflowY: 'auto', scrollbarGutter: 'stable', border: 1, borderColor: 'divider' }}
      >
        <Head board={board} shown={shown} />
        <Box sx={{ position: 'relative', height: rows.getTotalSize() }} role="rowgroup">
          {rows.getVirtualItems().map(({ index, key, start, size }) => {
            const item = items[index]
            if (item === undefined) return null
            return (
              <Box
                key={key}
                role="row"
                aria-rowindex={index + 2}
                sx={{
                  position: 'absolute',
                  insetInline: 0,
                  top: start,
                  height: size,
                  display: 'grid',
                  gridTemplateColumns: columnsOf(shown),
                  alignItems: 'center',
                  columnGap: shown === 'weeks' ? 0 : 1.5,
                  paddingInline: 1.5,
                  borderTop: 1,
                  borderColor: 'divider',
                  bgcolor: item.kind === 'site' ? 'background.default' : undefined,
                }}
              >
                {item.kind === 'site' ? (
                  <SiteRow who={item.who} board={board} now={now} shown={shown} />
                ) : shown === 'today' ? (
                  <TodayRow
                    row={item.row}
                    zone={item.who.zone}
                    board={board}
                    plan={plan}
                    now={now}
                    onPerson={onPerson}
                  />
                ) : (
                  <WeeksRow row={item.row} board={board} onPerson={onPerson} />
                )}
              </Box>
            )
          })}
        </Box>
      </Paper>
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        {shown === 'today' ? t.legend : t.legendWeeks}
      </Typography>
    </>
  )
}

const keyOf = (item: Item | undefined): string =>
  item === undefined ? '' : item.kind === 'site' ? `site ${item.who.site?.id ?? ''}` : item.row.person.id

/** The hours of the day, or the days of the four weeks; it stays in sight. */
function Head({ board, shown }: { board: Board; shown: Shown }) {
  return (
    <Box
      role="row"
      aria-rowindex={1}
      sx={{
        position: 'sticky',
        top: 0,
        zIndex: 3,
        display: 'grid',
        gridTemplateColumns: columnsOf(shown),
        columnGap: shown === 'weeks' ? 0 : 1.5,
        alignItems: 'end',
        height: 40,
        paddingInline: 1.5,
        paddingBlockEnd: 0.5,
        bgcolor: 'background.paper',
      }}
    >
      <Typography role="columnheader" variant="body2">
        {t.names}
      </Typography>
      {shown === 'today' ? (
        <>
          <Typography role="columnheader" variant="body2">
            {t.today}
          </Typography>
          <Box role="columnheader" aria-label={t.hoursHead} sx={{ position: 'relative', height: 20 }}>
            {hourMarks.map((hour) => (
              <Typography
                key={hour}
                variant="figure"
                sx={{
                  position: 'absolute',
                  left: `${(hour / 24) * 100}%`,
                  transform: hour === 0 ? 'none' : hour === 24 ? 'translateX(-100%)' : 'translateX(-50%)',
                  color: 'text.secondary',
                }}
              >
                {String(hour).padStart(2, '0')}
              </Typography>
            ))}
          </Box>
        </>
      ) : (
        board.days.map((day) => (
          <Box key={day} role="columnheader" aria-label={dayText(day)} sx={{ textAlign: 'center' }}>
            <Typography
              variant="body2"
              sx={{ lineHeight: 1.1, color: weekdayOf(day) > 5 ? 'text.secondary' : 'text.primary' }}
            >
              {weekdays[weekdayOf(day) - 1]?.slice(0, 2)}
            </Typography>
            <Typography variant="figure" sx={{ lineHeight: 1.1 }}>
              {dayText(day).split(' ')[1]}
            </Typography>
          </Box>
        ))
      )}
    </Box>
  )
}
