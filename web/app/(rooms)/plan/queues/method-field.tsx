'use client'
import Box from '@mui/material/Box'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import useMediaQuery from '@mui/material/useMediaQuery'
import { useEffect, useState } from 'react'
import { useController, type Control } from 'react-hook-form'
import { selectionMethods, type QueueEdit, type SelectionMethod, type PersonId } from '@eudromos/core/plan'
import { isPreferred, preference } from '@eudromos/core/routing'
import { clockText } from '../../../../components/format.ts'
import { en } from '../../../../messages/en.ts'
import { demand as t, methodExample, methodHelp, methodNames } from '../../../../messages/skills.ts'

type Queue = QueueEdit

/** Three made-up people who are all free, each first by another method. */
const sample = [
  { id: 'a', name: 'Ona', idleMs: 250_000, taken: 2, level: 3 },
  { id: 'b', name: 'Rui', idleMs: 95_000, taken: 0, level: 2 },
  { id: 'c', name: 'Tove', idleMs: 30_000, taken: 1, level: 5 },
]
const start = 1

/** By the core's own order. */
function picked(method: SelectionMethod): typeof sample {
  const of = (one: (typeof sample)[number], place: number) =>
    preference({
      method,
      agent: { id: one.id as PersonId },
      idleSince: -one.idleMs,
      taken: one.taken,
      slots: 3,
      skill: one.level,
      distance: (place - start + sample.length) % sample.length,
    })
  const ranked = sample.map((one, place) => ({ one, by: of(one, place) }))
  return ranked.sort((a, b) => (isPreferred(a.by, b.by) ? -1 : 1)).map(({ one }) => one)
}

/** The selection method, with one plain sentence and a small example that goes through the picks. */
export function MethodField({ control, mayEdit }: { control: Control<Queue>; mayEdit: boolean }) {
  const { field } = useController({ control, name: 'selection' })
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: '1fr 1fr' },
        gap: 2,
        alignItems: 'start',
      }}
    >
      <TextField
        select
        label={en.plan.selection}
        value={field.value}
        disabled={!mayEdit}
        helperText={methodHelp[field.value]}
        onChange={({ target }) => field.onChange(target.value)}
      >
        {selectionMethods.map((method) => (
          <MenuItem key={method} value={method}>
            {methodNames[method]}
          </MenuItem>
        ))}
      </TextField>
      <Example method={field.value} />
    </Box>
  )
}

function Example({ method }: { method: SelectionMethod }) {
  const still = useMediaQuery('(prefers-reduced-motion: reduce)')
  const [beat, setBeat] = useState(0)
  useEffect(() => {
    if (still) return
    const timer = setInterval(() => setBeat((before) => before + 1), 1400)
    return () => clearInterval(timer)
  }, [still])
  const order = picked(method)
  const now = still ? 0 : beat % order.length
  return (
    <Box
      role="img"
      aria-label={methodExample(
        methodNames[method],
        order.map(({ name }) => name),
      )}
      sx={{ display: 'grid', gridTemplateColumns: 'repeat(3, 1fr)', gap: 1 }}
    >
      {sample.map((one, place) => {
        const rank = order.indexOf(one)
        return (
          <Box
            key={one.id}
            aria-hidden
            sx={{
              border: 2,
              borderColor: rank === now ? 'secondary.main' : 'divider',
              borderRadius: 1,
              padding: 0.75,
              display: 'grid',
              justifyItems: 'center',
              transition: 'border-color 200ms',
            }}
          >
            <Typography variant="body2" sx={{ fontWeight: rank === now ? 650 : 400 }}>
              {rank + 1}. {one.name}
            </Typography>
            <Typography variant="figure" sx={{ color: 'text.secondary', textAlign: 'center' }}>
              {factOf(method, one, place)}
            </Typography>
          </Box>
        )
      })}
    </Box>
  )
}

function factOf(method: SelectionMethod, one: (typeof sample)[number], place: number): string {
  switch (method) {
    case 'longestIdle':
      return t.free(clockText(one.idleMs))
    case 'lightestLoad':
      return t.carries(one.taken, 3)
    case 'bestSkilled':
      return t.level(one.level)
    case 'openList':
    case 'byHand':
      return ''
    case 'inTurn':
      return place === start - 1 ? t.offeredLast : t.place(place + 1)
  }
}
