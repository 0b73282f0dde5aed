'use client'
import type { InteractionId } from '@eudromos/core/plan'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { newId } from '../../../../view/new-id.ts'
import { clockText } from '../../../../components/format.ts'
import { useNotice } from '../../../../components/frame/notice.tsx'
import { requestJson } from '../../../../components/stream/send.ts'
import { recording as t } from '../../../../messages/recording.ts'
import type { RecordDetails } from '../../../../server/records/records.ts'

interface RecordingMarksProps {
  readonly interactionId: InteractionId
  readonly marks: RecordDetails['marks']
  readonly mayMark: boolean
  /** Where one listens, in seconds. */
  readonly at: number
  readonly onSeek: (seconds: number) => void
}

/** Places in a recording that somebody should find again: each leads there; one can be made where one listens. */
export function RecordingMarks({ interactionId, marks, mayMark, at, onSeek }: RecordingMarksProps) {
  const notice = useNotice()
  const router = useRouter()
  const [place, setPlace] = useState<number | null>(null)
  const [note, setNote] = useState('')
  const url = `/api/records/${encodeURIComponent(interactionId)}/marks`
  const change = async (work: Promise<unknown>): Promise<void> => {
    try {
      await work
      setPlace(null)
      setNote('')
      router.refresh()
    } catch (error) {
      notice((error as Error).message)
    }
  }
  return (
    <Box role="group" aria-label={t.marks} sx={{ display: 'grid', gap: 0.5 }}>
      {marks.map(({ id, atMs, note: what, byName, own }) => (
        <Box key={id} sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
          <Button
            size="small"
            aria-label={t.goTo(clockText(atMs), what)}
            onClick={() => onSeek(atMs / 1000)}
            sx={{ fontFamily: "'Spline Sans Mono Variable', monospace" }}
          >
            {clockText(atMs)}
          </Button>
          <Typography sx={{ flex: 1, overflowWrap: 'anywhere' }}>
            {what}{' '}
            <Typography component="span" variant="body2" sx={{ color: 'text.secondary' }}>
              {byName}
            </Typography>
          </Typography>
          {own && (
            <Button
              size="small"
              aria-label={t.unmark(what)}
              onClick={() => void change(requestJson(`${url}/${encodeURIComponent(id)}`, 'DELETE', {}))}
            >
              ✕
            </Button>
          )}
        </Box>
      ))}
      {mayMark && place === null && (
        <Button size="small" sx={{ justifySelf: 'start' }} onClick={() => setPlace(at)}>
          {t.mark}
        </Button>
      )}
      {place !== null && (
        <Box
          component="form"
          onSubmit={(event) => {
            event.preventDefault()
            void change(requestJson(url, 'POST', { id: newId(), atMs: Math.round(place * 1000), note }))
          }}
          sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap' }}
        >
          <Typography variant="figure">{clockText(place * 1000)}</Typography>
          <TextField
            size="small"
            autoFocus
            label={t.markNote}
            value={note}
            onChange={({ target }) => setNote(target.value)}
            slotProps={{ htmlInput: { maxLength: 200 } }}
            sx={{ flex: '1 1 160px' }}
          />
          <Button type="submit" disabled={note.trim() === ''}>
            {t.keepMark}
          </Button>
          <Button onClick={() => setPlace(null)}>{t.cancel}</Button>
        </Box>
      )}
    </Box>
  )
}
