'use client'
import type { InteractionId } from '@eudromos/core/plan'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Chip from '@mui/material/Chip'
import Skeleton from '@mui/material/Skeleton'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { shownNumber } from '@eudromos/core/numbers'
import { customers } from '../../../messages/customers.ts'
import { identity, needs } from '../../../messages/needs.ts'
import { story as t } from '../../../messages/story.ts'
import type { StoryView } from '../../../view/story.ts'
import type { InteractionView, View } from '../../../view/view.ts'
import { languageName } from '../../format.ts'
import { useFetched } from '../../fetched.ts'
import { useNotice } from '../../frame/notice.tsx'
import { StoryEntries } from '../../story-entries.tsx'
import { requestJson } from '../../stream/send.ts'
import { useKept } from '../../kept.ts'
import { useSeatActions } from '../act.ts'
import { ContactSwitches } from '../around/contact-switches.tsx'

/** Who it is, as far as the number tells, what else they have with the centre now, and what was before. */
export function Story(props: StoryProps) {
  // Another customer has another story: nothing of one is shown as another's, not for a moment.
  return <StoryOf key={props.interaction.customerId} {...props} />
}

interface StoryProps {
  readonly interaction: InteractionView
  readonly view: View
}

function StoryOf({ interaction, view }: StoryProps) {
  const { attempt } = useSeatActions()
  const { id, numbers, customerId, customerName } = interaction
  const [checks, setChecks] = useState(0)
  const url = `/api/stories/${encodeURIComponent(id)}?${new URLSearchParams({ customer: customerId, checks: String(checks) })}`
  const { value, error } = useFetched<StoryView>(url, { keep: checks > 0 })
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
      {value.check !== null && (
        <Identity interaction={interaction} check={value.check} onChecked={() => setChecks(checks + 1)} />
      )}
      {value.known.needs.map((need) => (
        <Alert key={need} severity="info" sx={{ paddingBlock: 0 }}>
          <strong>{needs.names[need]}.</strong> {needs.hints[need]}
        </Alert>
      ))}
      {numbers !== null && <ContactSwitches key={value.customerId} interactionId={id} contact={value.contact} />}
      {value.known.tags.length > 0 && (
        <Box role="group" aria-label={t.tags} sx={{ display: 'flex', gap: 0.75, flexWrap: 'wrap' }}>
          {value.known.tags.map((tag) => (
            <Chip key={tag} size="small" variant="outlined" label={tag} />
          ))}
        </Box>
      )}
      <KnownWords known={value.known} view={view} />
      {value.known.notes !== '' && (
        <Typography
          sx={{ whiteSpace: 'pre-wrap', borderInlineStart: '3px solid', borderColor: 'divider', paddingInlineStart: 1 }}
        >
          {value.known.notes}
        </Typography>
      )}
      {value.now.map((one) => (
        <AlsoHere key={one.id} one={one} onJoined={() => setChecks(checks + 1)} />
      ))}
      {(value.check === null || value.check.passed === true) && (
        <>
          <Typography variant="h3">{t.title}</Typography>
          {value.before.length === 0 && <Typography variant="body2">{t.first}</Typography>}
        </>
      )}
      <StoryEntries entries={value.before} zone={zone} most={{ words: 160, notes: 300 }} />
      {t.total(value.total, value.before.length) !== null && (
        <Typography variant="body2">{t.total(value.total, value.before.length)}</Typography>
      )}
    </Box>
  )
}

interface AlsoHereProps {
  readonly one: StoryView['now'][number]
  readonly onJoined: () => void
}

/** What else the customer has with the centre now; what waits can be joined to the conversation, or kept apart. */
function AlsoHere({ one, onJoined }: AlsoHereProps) {
  const { attempt } = useSeatActions()
  const [apart, setApart] = useKept(`apart ${one.id}`)
  if (one.joined)
    return (
      <Alert severity="success" sx={{ paddingBlock: 0 }}>
        {t.joined(one.channel, one.queueName)}
      </Alert>
    )
  const asks = one.joinable && apart === ''
  return (
    <Alert
      severity="info"
      sx={{ paddingBlock: 0 }}
      action={
        asks && (
          <Box sx={{ display: 'flex', gap: 1 }}>
            <Button
              size="small"
              title={t.joinHelp}
              onClick={() => void attempt('joinWaiting', { interactionId: one.id }).then(onJoined)}
            >
              {t.join}
            </Button>
            <Button size="small" onClick={() => setApart('yes')}>
              {t.apart}
            </Button>
          </Box>
        )
      }
    >
      {t.now(one.channel, one.phase, one.queueName)}
    </Alert>
  )
}

interface IdentityProps {
  readonly interaction: InteractionView
  readonly check: NonNullable<StoryView['check']>
  readonly onChecked: () => void
}

/** What is to be asked before anything of the customer is shown, and what came of it. */
function Identity({ interaction: { id, channel, customerName, phase }, check, onChecked }: IdentityProps) {
  const notice = useNotice()
  const [again, setAgain] = useState(false)
  const say = async (passed: boolean): Promise<void> => {
    try {
      await requestJson(`/api/stories/${encodeURIComponent(id)}/identity`, 'PUT', { passed })
      setAgain(false)
      onChecked()
    } catch (error) {
      notice((error as Error).message)
    }
  }
  if (check.passed !== null && !again)
    return (
      <Alert
        severity={check.passed ? 'success' : 'warning'}
        sx={{ paddingBlock: 0 }}
        action={
          phase === 'connected' && (
            <Button size="small" onClick={() => setAgain(true)}>
              {identity.again}
            </Button>
          )
        }
      >
        {check.passed ? identity.didPass(check.byName) : identity.didFail(check.byName)}
      </Alert>
    )
  return (
    <Box
      role="group"
      aria-label={identity.title}
      sx={{ border: 1, borderColor: 'warning.main', borderRadius: 2, padding: 1.5, display: 'grid', gap: 1 }}
    >
      <Typography variant="h3">{identity.title}</Typography>
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', alignItems: 'center', justifyContent: 'space-between' }}>
        <Typography sx={{ whiteSpace: 'pre-wrap' }}>{check.ask}</Typography>
        {phase === 'connected' && (
          <Box sx={{ display: 'flex', gap: 1 }}>
            <Button variant="outlined" onClick={() => void say(true)}>
              {identity.passed}
            </Button>
            <Button variant="outlined" onClick={() => void say(false)}>
              {identity.failed}
            </Button>
          </Box>
        )}
      </Box>
      <Typography variant="body2">{identity.first(customerName, channel)}</Typography>
    </Box>
  )
}

/** What they speak, and what the centre wants to know besides. */
function KnownWords({ known, view }: { known: StoryView['known']; view: View }) {
  const said = [
    ...(known.language === null
      ? []
      : [{ id: 'language', name: customers.language, value: languageName(known.language) }]),
    ...(view.plan?.customerFields ?? []).flatMap(({ id, name }) => {
      const value = known.fields[id]
      return value === undefined ? [] : [{ id, name, value }]
    }),
  ]
  if (said.length === 0) return null
  return (
    <Box component="dl" sx={{ margin: 0, display: 'flex', flexWrap: 'wrap', columnGap: 2 }}>
      {said.map(({ id, name, value }) => (
        <Box key={id} sx={{ display: 'flex', gap: 0.75 }}>
          <Typography component="dt" variant="body2" sx={{ color: 'text.secondary' }}>
            {name}
          </Typography>
          <Typography component="dd" variant="body2" sx={{ margin: 0 }}>
            {value}
          </Typography>
        </Box>
      ))}
    </Box>
  )
}

/** Gives the number a name. */
function NewCustomer({ interactionId }: { interactionId: InteractionId }) {
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
