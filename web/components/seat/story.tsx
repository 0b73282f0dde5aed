'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Chip from '@mui/material/Chip'
import Skeleton from '@mui/material/Skeleton'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { shownNumber } from '@eudromos/core/numbers'
import { story as t } from '../../messages/story.ts'
import type { StoryView } from '../../view/story.ts'
import type { InteractionView, View } from '../../view/view.ts'
import { useFetched } from '../fetched.ts'
import { useNotice } from '../frame/notice.tsx'
import { StoryEntries } from '../story-entries.tsx'
import { requestJson } from '../stream/send.ts'
import { useKept } from '../kept.ts'
import { useSeatActions } from './act.ts'
import { ContactSwitches } from './contact-switches.tsx'

/** Who it is, as far as the number tells, what else they have with the centre now, and what was before. */
export function Story({ interaction, view }: { interaction: InteractionView; view: View }) {
  const { attempt } = useSeatActions()
  const { id, numbers, customerId, customerName } = interaction
  // Another customer has another story.
  const url = `/api/stories/${encodeURIComponent(id)}?customer=${encodeURIComponent(customerId)}`
  const { value, error } = useFetched<StoryView>(url)
  const zone = view.plan?.zone ?? 'UTC'
  if (error !== null) return <Alert severity="warning">{error}</Alert>
  if (value === null) return <Skeleton variant="rounded" height={96} />
  const nameless = numbers !== null && customerName === shownNumber(numbers.customer)
  return (
    <Box component="section" aria-label={t.title} sx={{ display: 'grid', gap: 1.25 }}>
      {nameless && <NewCustomer interactionId={id} />}
      {value.sharers.length > 0 && (
        <Box
          role="group"
          aria-label={t.sharers}
          sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap' }}
        >
          <Typography variant="body2">{t.sharers}:</Typography>
          {value.sharers.map((one) => (
            <Button
              key={one.id}
              size="small"
              onClick={() => void attempt('identifyCustomer', { interactionId: id, customerId: one.id })}
            >
              {t.isThem(one.name)}
            </Button>
          ))}
        </Box>
      )}
      <ContactSwitches key={value.customerId} interactionId={id} contact={value.contact} />
      {value.known.tags.length > 0 && (
        <Box role="group" aria-label={t.tags} sx={{ display: 'flex', gap: 0.75, flexWrap: 'wrap' }}>
          {value.known.tags.map((tag) => (
            <Chip key={tag} size="small" variant="outlined" label={tag} />
          ))}
        </Box>
      )}
      {value.known.notes !== '' && (
        <Typography
          sx={{ whiteSpace: 'pre-wrap', borderInlineStart: 3, borderColor: 'divider', paddingInlineStart: 1 }}
        >
          {value.known.notes}
        </Typography>
      )}
      {value.now.map((one) => (
        <Alert key={one.id} severity="info" sx={{ paddingBlock: 0 }}>
          {t.now(one.channel, one.phase, one.queueName)}
        </Alert>
      ))}
      <Typography variant="h3">{t.title}</Typography>
      {value.before.length === 0 && <Typography variant="body2">{t.first}</Typography>}
      <StoryEntries entries={value.before} zone={zone} most={{ words: 160, notes: 300 }} />
      {t.total(value.total, value.before.length) !== null && (
        <Typography variant="body2">{t.total(value.total, value.before.length)}</Typography>
      )}
    </Box>
  )
}

/** Gives the number a name. */
function NewCustomer({ interactionId }: { interactionId: string }) {
  const { attempt } = useSeatActions()
  const notice = useNotice()
  // The offer and the call that it becomes are two bays.
  const [name, setName] = useKept(`name ${interactionId}`)
  const make = async (): Promise<void> => {
    try {
      const { id } = await requestJson<{ id: string }>('/api/customers', 'POST', { interactionId, name })
      await attempt('identifyCustomer', { interactionId, customerId: id })
      setName('')
    } catch (error) {
      notice((error as Error).message)
    }
  }
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault()
        void make()
      }}
      sx={{ display: 'grid', gap: 1 }}
    >
      <Typography variant="body2">{t.nameless}</Typography>
      <Box sx={{ display: 'flex', gap: 1 }}>
        <TextField size="small" label={t.name} value={name} onChange={({ target }) => setName(target.value)} />
        <Button type="submit" disabled={name.trim() === ''}>
          {t.make}
        </Button>
      </Box>
    </Box>
  )
}
