'use client'
import { isCall, type AgentId, type InteractionId } from '@eudromos/core/plan'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import MuiLink from '@mui/material/Link'
import Paper from '@mui/material/Paper'
import Skeleton from '@mui/material/Skeleton'
import Typography from '@mui/material/Typography'
import Link from 'next/link'
import { OutlinedWarning } from '../../../../components/outlined-warning.tsx'
import { useState, type ReactNode } from 'react'
import { shownNumber } from '@eudromos/core/numbers'
import { attachmentHref } from '../../../../components/chat/sent-file.tsx'
import { Transcript } from '../../../../components/chat/transcript.tsx'
import { useFetched } from '../../../../components/fetched.ts'
import { clockText, firstName, timeText } from '../../../../components/format.ts'
import { ChannelShape } from '../../../../components/glyphs.tsx'
import { GroundsList, type NamedGrounds } from '../../../../components/grounds/grounds-list.tsx'
import { SidePanel } from '../../../../components/side-panel.tsx'
import { abuse } from '../../../../messages/abuse.ts'
import { callbacks } from '../../../../messages/callbacks.ts'
import { en } from '../../../../messages/en.ts'
import { identity } from '../../../../messages/needs.ts'
import { recording } from '../../../../messages/recording.ts'
import { joining } from '../../../../messages/joining.ts'
import { script } from '../../../../messages/scripts.ts'
import { wrapUpOf } from '../../../../messages/templates.ts'
import { passages } from '../../../../messages/steering.ts'
import { RecordingPlayer } from './recording-player.tsx'
import type { RecordDetails } from '../../../../server/records/records.ts'
import type { PlanView } from '../../../../view/view.ts'

const t = en.records
const duration = (ms: number | null): string => (ms === null ? '–' : clockText(ms))

interface RecordPageProps {
  readonly details: RecordDetails
  readonly plan: PlanView | null
  /** Has a seat to call from. */
  readonly mayReach: boolean
  readonly mayMark: boolean
}

/** One record: when, who, each offer and its end with the grounds, what was written, and the notes. */
export function RecordPage({ details, plan, mayReach, mayMark }: RecordPageProps) {
  const { row, transcript, notes, names, reasons, acted, queues, passageNotes, texts, address, line } = details
  const [asked, setAsked] = useState<{ seq: number; agentId: AgentId } | null>(null)
  const zone = plan?.zone ?? 'UTC'
  const acts = new Map<string, number>()
  for (const { actorId, onBehalfOf } of acted) {
    const key = `${actorId} ${onBehalfOf}`
    acts.set(key, (acts.get(key) ?? 0) + 1)
  }
  const reasonText = (reason: string): string =>
    reasons[reason] ?? t.reasons[reason as keyof typeof t.reasons] ?? reason
  return (
    <Box
      component="main"
      id="contents"
      sx={{
        padding: 1.5,
        display: 'grid',
        gridTemplateColumns: 'minmax(0, 1.1fr) minmax(0, 1fr)',
        gap: 1.5,
        alignItems: 'start',
      }}
    >
      <Box sx={{ gridColumn: '1 / -1', display: 'flex', alignItems: 'center', gap: 2 }}>
        <Button component={Link} href="/review">
          {t.back}
        </Button>
        <ChannelShape channel={row.channel} size={18} />
        <Typography variant="h1">
          {row.customerName === '' ? (
            t.erased
          ) : (
            <MuiLink component={Link} href={`/review/customers/${encodeURIComponent(row.customerId)}`} color="inherit">
              {row.customerName}
            </MuiLink>
          )}
        </Typography>
        <Typography sx={{ color: 'text.secondary' }}>
          {t.by(line.name, address === null ? null : shownNumber(address))} · {row.queueName} ·{' '}
          {timeText(row.arrivedAt, zone, 0)} · {t.outcomes[row.outcome]}
        </Typography>
        <Button
          component="a"
          href={`/api/records/${encodeURIComponent(row.id)}/vcon`}
          download
          sx={{ marginInlineStart: 'auto' }}
        >
          {t.vcon}
        </Button>
        {mayReach && address !== null && row.customerName !== '' && (
          <Button component={Link} href={`/seat?${new URLSearchParams({ reach: address, customer: row.customerId })}`}>
            {callbacks.reachOf(firstName(row.customerName))}
          </Button>
        )}
      </Box>
      <Box sx={{ display: 'grid', gap: 1.5 }}>
        <Section>
          <Box component="dl" sx={{ display: 'grid', gridTemplateColumns: 'repeat(4, 1fr)', gap: 1.5, margin: 0 }}>
            <Fact name={t.columns.wait} value={duration(row.waitMs)} />
            <Fact name={t.columns.talk} value={duration(row.talkMs)} />
            <Fact name={t.columns.wrapUp} value={duration(row.wrapUpMs)} />
            <Fact name={t.handle} value={row.talkMs === null ? '–' : duration(row.talkMs + (row.wrapUpMs ?? 0))} />
            {isCall(row.channel) && <Fact name={t.held} value={duration(row.holdMs)} />}
            <Fact name={t.columns.agent} value={row.agentName ?? '–'} words />
            <Fact name={t.columns.disposition} value={row.dispositionName ?? '–'} words />
            {row.way !== 'incoming' && <Fact name={callbacks.wayLabel} value={callbacks.wayNames[row.way]} words />}
            {row.mood !== null && <Fact name={wrapUpOf.mood} value={wrapUpOf.moods[row.mood]} words />}
            {details.identity !== null && (
              <Fact
                name={identity.inRecord}
                value={(details.identity.passed ? identity.recordPassed : identity.recordFailed)(
                  details.identity.byName,
                )}
                words
              />
            )}
            {row.tags.length > 0 && <Fact name={t.tags} value={row.tags.join(', ')} words />}
          </Box>
          {row.passages.length === 0 && row.overflowed > 0 && <Typography>{t.overflowed(row.overflowed)}</Typography>}
          {row.passages.length === 0 && row.requeued > 0 && <Typography>{t.requeued(row.requeued)}</Typography>}
          {[...acts].map(([key, n]) => {
            const [actor = '', agent = ''] = key.split(' ')
            return (
              <Alert key={key} severity="info" sx={{ marginBlockStart: 1 }}>
                {t.actedAs(names[actor] ?? actor, names[agent] ?? agent, n)}
              </Alert>
            )
          })}
        </Section>
        {row.dials.length > 0 && (
          <Section title={callbacks.dials}>
            {row.dials.map(({ at, agentId, end, endedAt }) => (
              <Box key={at} sx={{ display: 'flex', gap: 1.5, paddingBlock: 0.5 }}>
                <Typography variant="figure">{timeText(at, zone)}</Typography>
                <Typography>
                  {names[agentId] ?? agentId}
                  {end !== null && ` · ${callbacks.dialEnds[end]}`}
                  {endedAt !== null && ` · ${duration(endedAt - at)}`}
                </Typography>
              </Box>
            ))}
          </Section>
        )}
        {row.passages.length > 0 && (
          <Section title={passages.title}>
            {row.passages.map((passage) => (
              <Box key={passage.at} sx={{ display: 'flex', gap: 1.5, paddingBlock: 0.5 }}>
                <Typography variant="figure">{timeText(passage.at, zone)}</Typography>
                <Box>
                  <Typography>{passageText(passage, names, queues)}</Typography>
                  {passage.noteContentId !== null && (
                    <Typography variant="body2" sx={{ whiteSpace: 'pre-wrap' }}>
                      {passages.note(passageNotes[passage.noteContentId] ?? t.erased)}
                    </Typography>
                  )}
                </Box>
              </Box>
            ))}
          </Section>
        )}
        {(row.warnings > 0 || row.abuse !== null || row.blockAsked) && (
          <OutlinedWarning>{abuse.inRecord(row.warnings, row.abuse, row.blockAsked)}</OutlinedWarning>
        )}
        {(details.recordings.length > 0 || row.recordingRefused) && (
          <Section title={recording.recordings}>
            {row.recordingRefused && <Typography>{recording.refused(row.customerName || t.erased)}</Typography>}
            {details.recordings.length > 0 && (
              <RecordingPlayer
                stretches={details.recordings}
                heardBy={details.heardBy}
                interactionId={row.id}
                marks={details.marks}
                mayMark={mayMark}
              />
            )}
          </Section>
        )}
        {row.attendances.length > 0 && (
          <Section title={joining.attendances}>
            {row.attendances.map(({ personId, way, from, to, end }) => (
              <Box key={`${personId} ${from}`} sx={{ display: 'flex', gap: 1.5, paddingBlock: 0.5 }}>
                <Typography variant="figure">{timeText(from, zone)}</Typography>
                <Typography>
                  {names[personId] ?? personId} {joining.did[way]}
                  {end !== null && `, ${joining.ends[end]}`}
                  <Typography component="span" variant="figure" sx={{ color: 'text.secondary' }}>
                    {' '}
                    {to === null ? '' : clockText(to - from)}
                  </Typography>
                </Typography>
              </Box>
            ))}
          </Section>
        )}
        <Section title={t.offers}>
          {row.offers.length === 0 && <Typography>{t.noOffers}</Typography>}
          {row.offers.map((offer) => (
            <Box
              key={offer.id}
              sx={{
                display: 'flex',
                alignItems: 'center',
                gap: 1.5,
                borderTop: 1,
                borderColor: 'divider',
                paddingBlock: 0.75,
              }}
            >
              <Typography variant="figure">{timeText(offer.at, zone)}</Typography>
              <Typography sx={{ flex: 1 }}>
                {names[offer.agentId] ?? offer.agentId}: {offer.end === null ? t.open : t.ends[offer.end]}
                {offer.reason !== null && ` (${reasonText(offer.reason)})`}
                {offer.cause === 'taken' && `, ${passages.taken}`}
                {offer.cause === 'assigned' && `, ${passages.assigned(names[offer.by ?? ''] ?? '')}`}
                {offer.endedAt !== null && (
                  <Typography component="span" variant="figure" sx={{ color: 'text.secondary' }}>
                    {' '}
                    {clockText(offer.endedAt - offer.at)}
                  </Typography>
                )}
              </Typography>
              <Button onClick={() => setAsked({ seq: offer.seq, agentId: offer.agentId })}>{t.grounds}</Button>
            </Box>
          ))}
        </Section>
        {details.answers.length > 0 && (
          <Section title={script.inRecord}>
            <Box component="dl" sx={{ margin: 0, display: 'grid', gap: 0.75 }}>
              {details.answers.map(({ scriptId, stepId, question, answer }) => (
                <Box key={`${scriptId} ${stepId}`}>
                  <Typography component="dt" variant="body2" sx={{ color: 'text.secondary' }}>
                    {question}
                  </Typography>
                  <Typography component="dd" sx={{ margin: 0, whiteSpace: 'pre-wrap', overflowWrap: 'anywhere' }}>
                    {answer}
                  </Typography>
                </Box>
              ))}
            </Box>
          </Section>
        )}
        <Section title={t.notes}>
          <Typography sx={{ whiteSpace: 'pre-wrap' }}>{notes ?? t.noNotes}</Typography>
        </Section>
      </Box>
      <Section title={t.transcript}>
        {transcript.length === 0 ? (
          <Typography>{t.noWords}</Typography>
        ) : (
          <Transcript
            messages={transcript.map((said) => ({
              ...said,
              key: said.contentId,
              delivery: texts[said.number]?.state ?? null,
            }))}
            own="agent"
            otherName={row.customerName || t.erased}
            ownName={row.agentName ?? undefined}
            zone={zone}
            fileHref={attachmentHref}
          />
        )}
      </Section>
      <PastGrounds interactionId={row.id} asked={asked} plan={plan} onClose={() => setAsked(null)} />
    </Box>
  )
}

function passageText(
  { cause, toQueueId, toAgentId, by }: RecordDetails['row']['passages'][number],
  names: Readonly<Record<string, string>>,
  queues: Readonly<Record<string, string>>,
): string {
  const queue = queues[toQueueId] ?? toQueueId
  const who = by === null ? '' : (names[by] ?? by)
  switch (cause) {
    case 'closed':
    case 'full':
    case 'waited':
    case 'woken':
      return passages[cause](queue)
    case 'transferred':
      return passages.transferred(toAgentId === null ? queue : (names[toAgentId] ?? toAgentId), who)
    case 'handedOver':
      return passages.handedOver(names[toAgentId ?? ''] ?? '', who)
    case 'moved':
    case 'requeued':
      return passages[cause](queue, who)
    case 'rested':
      return passages.rested(who)
  }
}

function Section({ title, children }: { title?: string; children: ReactNode }) {
  return (
    <Paper component="section" aria-label={title} sx={{ padding: 2, border: 1, borderColor: 'divider' }}>
      {title !== undefined && (
        <Typography variant="h2" sx={{ marginBlockEnd: 1 }}>
          {title}
        </Typography>
      )}
      {children}
    </Paper>
  )
}

function Fact({ name, value, words = false }: { name: string; value: string; words?: boolean }) {
  return (
    <Box sx={{ gridColumn: words ? 'span 2' : undefined }}>
      <Typography component="dt" variant="body2" sx={{ color: 'text.secondary' }}>
        {name}
      </Typography>
      <Typography
        component="dd"
        variant={words ? 'body1' : 'figure'}
        sx={{ margin: 0, fontSize: words ? undefined : '1.125rem' }}
      >
        {value}
      </Typography>
    </Box>
  )
}

interface PastGroundsProps {
  readonly interactionId: InteractionId
  readonly asked: { readonly seq: number; readonly agentId: AgentId } | null
  readonly plan: PlanView | null
  readonly onClose: () => void
}

/** The state as it was just before an offer, with what spoke for and against each person. */
function PastGrounds({ interactionId, asked, plan, onClose }: PastGroundsProps) {
  const url = asked === null ? null : `/api/grounds?interaction=${encodeURIComponent(interactionId)}&seq=${asked.seq}`
  const { value: grounds, error } = useFetched<NamedGrounds>(url)
  return (
    <SidePanel open={asked !== null} title={t.grounds} onClose={onClose}>
      {error !== null && <Alert severity="error">{error}</Alert>}
      {grounds === null && error === null ? (
        <Skeleton variant="rounded" height={240} />
      ) : (
        grounds !== null && <GroundsList grounds={grounds} plan={plan} chosenId={asked?.agentId ?? null} />
      )}
    </SidePanel>
  )
}
