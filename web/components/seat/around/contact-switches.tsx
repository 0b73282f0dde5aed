'use client'
import type { InteractionId } from '@eudromos/core/plan'
import Box from '@mui/material/Box'
import FormControlLabel from '@mui/material/FormControlLabel'
import Switch from '@mui/material/Switch'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { callbacks as t } from '../../../messages/callbacks.ts'
import type { StoryView } from '../../../view/story.ts'
import { useNotice } from '../../frame/notice.tsx'
import { requestJson } from '../../stream/send.ts'

interface ContactSwitchesProps {
  readonly interactionId: InteractionId
  readonly contact: StoryView['contact']
}

/** What the customer says of being called or texted first. */
export function ContactSwitches({ interactionId, contact }: ContactSwitchesProps) {
  const notice = useNotice()
  const [wants, setWants] = useState({ doNotContact: contact.doNotContact, consent: contact.consentAt !== null })
  const set = (change: Partial<typeof wants>): void => {
    const before = wants
    setWants({ ...wants, ...change })
    requestJson('/api/customers/contact', 'PUT', { interactionId, ...change }).catch((caught: Error) => {
      setWants(before)
      notice(caught.message)
    })
  }
  const one = (name: keyof typeof wants, label: string) => (
    <FormControlLabel
      control={<Switch size="small" checked={wants[name]} onChange={({ target }) => set({ [name]: target.checked })} />}
      label={label}
      sx={{ marginInlineStart: -0.5 }}
      slotProps={{ typography: { variant: 'body2' } }}
    />
  )
  return (
    <Box
      role="group"
      aria-label={t.contact}
      sx={{ display: 'flex', columnGap: 2, alignItems: 'center', flexWrap: 'wrap' }}
    >
      <Typography variant="body2">{t.contact}:</Typography>
      {one('doNotContact', t.wantsNone)}
      {one('consent', t.agreed)}
    </Box>
  )
}
