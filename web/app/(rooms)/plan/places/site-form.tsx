'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useMemo } from 'react'
import { dayMs, hoursFaults } from '@eudromos/core/hours'
import { checkSite, hoursOf, reachedBy, type PlanDocument } from '@eudromos/core/plan'
import { dayText, timeText } from '../../../../components/format.ts'
import { useCentreNow } from '../../../../components/stream/context.tsx'
import { en } from '../../../../messages/en.ts'
import type { PlanState } from '../../../../server/plan/plan.ts'
import { sorted, spanText } from '../../../../view/calendar.ts'
import { siteShape } from '../../../../view/place-shape.ts'
import { useDraftForm } from '../form/draft-form.ts'
import { CalendarsField, EditorFrame, HeadFields, PeoplePart, type EditorProps } from '../form/editor.tsx'
import { EffectsPane, FoundAtFields, type Found } from '../form/findings.tsx'
import { hoursFound } from '../form/found.ts'
import type { SiteValue } from './values.ts'

const t = en.site

type SiteFormProps = EditorProps<SiteValue> & { readonly people: PlanState['people'] }

/** Where people sit: its time zone, the holidays kept there, its people. */
export function SiteForm(props: SiteFormProps) {
  const { value: initial, document, people, mayEdit } = props
  const form = useDraftForm(props, { shape: siteShape, url: '/api/plan/sites', part: 'site' })
  const now = useCentreNow(60_000)
  const names = useMemo(() => new Map(people.map(({ id, name }) => [id, name])), [people])
  const site = form.value
  const findings = useMemo(
    () => (now === 0 ? [] : checkSite(site, site.personIds, document, now)),
    [site, document, now],
  )
  const found = hoursFound(findings, form, document, mayEdit, now)
  return (
    <FoundAtFields found={found}>
      <EditorFrame
        form={form}
        label={t.one}
        fresh={t.fresh}
        editor={props}
        calm={t.calm(initial.personIds.length)}
        users={initial.personIds.map((id) => names.get(id) ?? id)}
        others={document.sites}
        none={t.none}
      >
        <HeadFields form={form} mayEdit={mayEdit} now={now} />
        <PeoplePart form={form} mayEdit={mayEdit} label={t.people(form.value.personIds.length)} people={people} />
        <CalendarsField form={form} mayEdit={mayEdit} label={t.calendars} document={document} />
      </EditorFrame>
      <SiteEffects site={site} document={document} names={names} now={now} found={found} />
    </FoundAtFields>
  )
}

interface SiteEffectsProps {
  readonly site: SiteValue
  readonly document: PlanDocument
  readonly names: ReadonlyMap<string, string>
  readonly now: number
  readonly found: readonly Found[]
}

function SiteEffects({ site, document, names, now, found }: SiteEffectsProps) {
  const { zone, calendarIds } = site
  const whole = hoursOf({ zone, calendarIds, weekly: [], exceptions: [] }, document.calendars)
  const sound = hoursFaults(whole).length === 0
  const [today, inAYear] = [now, now + 365 * dayMs].map((at) => new Date(at).toISOString().slice(0, 10))
  const coming = sorted(whole.holidays).filter(
    ({ from, until }) => until.slice(0, 10) >= (today ?? '') && from.slice(0, 10) <= (inAYear ?? ''),
  )
  const here = new Set(site.personIds)
  const served = document.queues
    .map((queue) => ({ ...queue, people: reachedBy(queue, document) }))
    .filter(({ service, people }) => service !== 'retired' && people.some((id) => here.has(id)))
  const moving = document.people
    .filter(({ id, siteId }) => here.has(id) && siteId !== null && siteId !== site.id)
    .map(({ id }) => names.get(id) ?? id)
  return (
    <EffectsPane found={found}>
      {sound && now > 0 && (
        <Typography sx={{ fontWeight: 650 }}>{t.now(dayText(now, zone), timeText(now, zone))}</Typography>
      )}
      {moving.length > 0 && <Typography>{t.elsewhere(moving)}</Typography>}
      <Typography variant="h3">{t.holidays}</Typography>
      {coming.length === 0 && <Typography variant="body2">{t.noHolidays}</Typography>}
      <Box role="list">
        {coming.slice(0, 12).map((holiday) => (
          <Box
            role="listitem"
            key={`${holiday.from} ${holiday.name}`}
            sx={{ display: 'grid', gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1fr)', gap: 1, minHeight: 28 }}
          >
            <Typography variant="figure" noWrap title={spanText(holiday)}>
              {spanText(holiday)}
            </Typography>
            <Typography noWrap title={holiday.name}>
              {holiday.name}
            </Typography>
          </Box>
        ))}
      </Box>
      <Typography variant="h3">{t.serves}</Typography>
      {served.length === 0 && <Typography variant="body2">{t.servesNone}</Typography>}
      <Box component="ul" sx={{ margin: 0, paddingInlineStart: 2.5 }}>
        {served.map(({ id, name, people }) => (
          <Typography component="li" key={id}>
            {people.every((agentId) => here.has(agentId)) ? t.servesAlone(name) : name}
          </Typography>
        ))}
      </Box>
    </EffectsPane>
  )
}
