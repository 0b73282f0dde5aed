'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { shownNumber } from '@eudromos/core/numbers'
import { useTold } from '../../../components/told.tsx'
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
  const t = useTold()
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
          <Typography role="status">{t('voicemail.closed')}</Typography>
          <Button variant="contained" onClick={() => setLeaving(true)} sx={{ justifySelf: 'start' }}>
            {t('voicemail.leave')}
          </Button>
        </>
      )}
      <Button onClick={onClose} sx={{ justifySelf: 'start' }}>
        {t('call.hangUp')}
      </Button>
    </Box>
  )
}
