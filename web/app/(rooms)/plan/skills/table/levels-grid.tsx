'use client'
import type { PersonId, SkillId } from '@eudromos/core/plan'
import Box from '@mui/material/Box'
import ButtonBase from '@mui/material/ButtonBase'
import Paper from '@mui/material/Paper'
import Typography from '@mui/material/Typography'
import { alpha } from '@mui/material/styles'
import { useVirtualizer } from '@tanstack/react-virtual'
import { useEffect, useRef, type ClipboardEvent, type KeyboardEvent } from 'react'
import { levelsTable as t } from '../../../../../messages/skills.ts'
import { keyOf, levelIn, type Levels, type Named } from './levels.ts'

const rowHeight = 34

export interface Place {
  readonly row: number
  readonly column: number
}

interface LevelsGridProps {
  readonly people: readonly Named<PersonId>[]
  readonly skills: readonly Named<SkillId>[]
  readonly levels: Levels
  /** What is not yet published. */
  readonly changed: ReadonlySet<string>
  readonly at: Place
  readonly sortedBy: string | null
  readonly mayEdit: boolean
  readonly onPlace: (place: Place) => void
  readonly onSort: (skillId: SkillId | null) => void
  readonly onLevel: (personId: PersonId, skillId: SkillId, level: number) => void
  readonly onCopy: () => string
  readonly onPaste: (text: string, at: Place) => void
}

/** People by skills. Arrow keys move, a digit sets the level, 0 or Delete takes it away; only rows in sight are drawn. */
export function LevelsGrid(props: LevelsGridProps) {
  const { people, skills, levels, changed, at, sortedBy, mayEdit, onPlace, onSort, onLevel, onCopy, onPaste } = props
  const scroller = useRef<HTMLDivElement>(null)
  const moved = useRef(false)
  // eslint-disable-next-line react-hooks/incompatible-library -- warns of the React Compiler, which is not used here
  const rows = useVirtualizer({
    count: people.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    getItemKey: (index) => people[index]?.id ?? index,
    overscan: 10,
  })
  useEffect(() => {
    if (!moved.current) return
    moved.current = false
    rows.scrollToIndex(at.row)
    const focus = (): void =>
      scroller.current
        ?.querySelector<HTMLElement>(`[data-cell="${at.row} ${at.column}"]`)
        ?.focus({ preventScroll: true })
    focus()
    // A row that was out of sight is drawn after the scroll.
    const later = requestAnimationFrame(() => requestAnimationFrame(focus))
    return () => cancelAnimationFrame(later)
  }, [at, rows])
  const go = (row: number, column: number): void => {
    moved.current = true
    onPlace({
      row: Math.max(0, Math.min(people.length - 1, row)),
      column: Math.max(0, Math.min(skills.length - 1, column)),
    })
  }
  const keyDown = (event: KeyboardEvent): void => {
    const { row, column } = at
    const [person, skill] = [people[row], skills[column]]
    const page = Math.max(1, Math.floor((scroller.current?.clientHeight ?? 400) / rowHeight) - 2)
    const moves: Record<string, Place> = {
      ArrowUp: { row: row - 1, column },
      ArrowDown: { row: row + 1, column },
      ArrowLeft: { row, column: column - 1 },
      ArrowRight: { row, column: column + 1 },
      PageUp: { row: row - page, column },
      PageDown: { row: row + page, column },
      Home: { row: event.ctrlKey ? 0 : row, column: 0 },
      End: { row: event.ctrlKey ? people.length : row, column: skills.length },
      Enter: { row: row + 1, column },
    }
    const move = moves[event.key]
    if (move !== undefined && !event.altKey && !event.metaKey) {
      event.preventDefault()
      go(move.row, move.column)
      return
    }
    if (!mayEdit || person === undefined || skill === undefined || event.ctrlKey || event.metaKey || event.altKey)
      return
    const level = event.key === 'Delete' || event.key === 'Backspace' ? 0 : levelIn(event.key === ' ' ? 'x' : event.key)
    if (level === null) return
    event.preventDefault()
    onLevel(person.id, skill.id, level)
  }
  const columns = `minmax(150px, 220px) repeat(${skills.length}, minmax(84px, 1fr))`
  return (
    <Paper
      ref={scroller}
      role="grid"
      aria-label={t.title}
      aria-rowcount={people.length + 1}
      aria-colcount={skills.length + 1}
      onKeyDown={keyDown}
      onCopy={(event: ClipboardEvent) => {
        event.clipboardData.setData('text/plain', onCopy())
        event.preventDefault()
      }}
      onPaste={(event: ClipboardEvent) => {
        event.preventDefault()
        if (mayEdit) onPaste(event.clipboardData.getData('text/plain'), at)
      }}
      sx={{ flex: 1, minHeight: 0, overflow: 'auto', border: 1, borderColor: 'divider' }}
    >
      <Box
        role="row"
        sx={{
          display: 'grid',
          gridTemplateColumns: columns,
          position: 'sticky',
          top: 0,
          zIndex: 1,
          bgcolor: 'background.paper',
          borderBottom: 1,
          borderColor: 'divider',
          minWidth: 'fit-content',
        }}
      >
        <Box role="columnheader" aria-sort={sortedBy === null ? 'ascending' : 'none'} sx={{ padding: 1 }}>
          <ButtonBase onClick={() => onSort(null)} sx={{ font: 'inherit', fontWeight: 650 }}>
            {t.person}
            {sortedBy === null && ' ↓'}
          </ButtonBase>
        </Box>
        {skills.map(({ id, name }) => (
          <Box
            key={id}
            role="columnheader"
            aria-sort={sortedBy === id ? 'descending' : 'none'}
            sx={{ padding: 1, display: 'grid', alignItems: 'end', justifyItems: 'center' }}
          >
            <ButtonBase
              onClick={() => onSort(id)}
              sx={{ font: 'inherit', fontWeight: sortedBy === id ? 650 : 400, textAlign: 'center' }}
            >
              {name}
              {sortedBy === id && ' ↓'}
            </ButtonBase>
          </Box>
        ))}
      </Box>
      <Box role="rowgroup" sx={{ position: 'relative', height: rows.getTotalSize(), minWidth: 'fit-content' }}>
        {rows.getVirtualItems().map(({ index, key, start }) => {
          const person = people[index]
          if (person === undefined) return null
          return (
            <Box
              key={key}
              role="row"
              aria-rowindex={index + 2}
              sx={{
                position: 'absolute',
                top: start,
                insetInline: 0,
                height: rowHeight,
                display: 'grid',
                gridTemplateColumns: columns,
                borderBottom: 1,
                borderColor: 'divider',
              }}
            >
              <Typography role="rowheader" noWrap title={person.name} sx={{ paddingInline: 1, alignSelf: 'center' }}>
                {person.name}
              </Typography>
              {skills.map((skill, column) => {
                const level = levels.get(keyOf(person.id, skill.id)) ?? 0
                const here = at.row === index && at.column === column
                const fresh = changed.has(keyOf(person.id, skill.id))
                return (
                  <Box
                    key={skill.id}
                    role="gridcell"
                    data-cell={`${index} ${column}`}
                    tabIndex={here ? 0 : -1}
                    aria-label={t.cell(person.name, skill.name, level, fresh)}
                    aria-readonly={!mayEdit}
                    onFocus={() => {
                      if (!here) onPlace({ row: index, column })
                    }}
                    sx={({ palette }) => ({
                      display: 'grid',
                      placeItems: 'center',
                      cursor: 'cell',
                      bgcolor: level === 0 ? 'transparent' : alpha(palette.secondary.main, 0.05 + level * 0.05),
                      outlineOffset: -2,
                      '&:focus': { outline: `2px solid ${palette.secondary.main}` },
                    })}
                  >
                    <Typography variant="figure" sx={{ fontWeight: fresh ? 700 : 400 }}>
                      {level === 0 ? (fresh ? '–' : '') : level}
                      {fresh && ' *'}
                    </Typography>
                  </Box>
                )
              })}
            </Box>
          )
        })}
      </Box>
    </Paper>
  )
}
