'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { shownNumber } from '@eudromos/core/numbers'
import { calls } from '../../../messages/calls.ts'
import { callbacks as t } from '../../../messages/callbacks.ts'
import type { Call } from './calls.tsx'
import { VoicemailScreen } from './voicemail-screen.tsx'

interface NobodyAnswersProps {
  readonly own: string
  readonly call: Call
  readonly name: string
  readonly onClose: () => void
}

/** The centre is closed to this call: a message can be left. */
export function NobodyAnswers({ own, call, name, onClose }: NobodyAnswersProps) {
  const [leaving, setLeaving] = useState(false)
  return (
    <Box sx={{ padding: 2.5, display: 'grid', gap: 2, alignContent: 'start', flex: 1 }}>
      <div>
        <Typography variant="h2">{name}</Typography>
        <Typography variant="body2" sx={{ color: 'text.secondary' }}>
          {shownNumber(call.to)}
        </Typography>
      </div>
      {leaving ? (
        <VoicemailScreen own={own} to={call.to} callId={call.id} onDone={() => undefined} />
      ) : (
        <>
          <Typography role="status">{t.closedLeave}</Typography>
          <Button variant="contained" onClick={() => setLeaving(true)} sx={{ justifySelf: 'start' }}>
            {t.leave}
          </Button>
        </>
      )}
      <Button onClick={onClose} sx={{ justifySelf: 'start' }}>
        {calls.hangUp}
      </Button>
    </Box>
  )
}
