'use client'
import { useMemo } from 'react'
import { checkHours, usersOfHours, type PlanDocument, type HoursId } from '@eudromos/core/plan'
import { useCentreNow } from '../../../../components/stream/context.tsx'
import { en } from '../../../../messages/en.ts'
import { hoursShape } from '../../../../view/hours-shape.ts'
import { useDraftForm } from '../form/draft-form.ts'
import { CalendarsField, EditorFrame, HeadFields, type EditorProps } from '../form/editor.tsx'
import { FoundAtFields, Holding } from '../form/findings.tsx'
import { hoursFound } from '../form/found.ts'
import { Exceptions } from './exceptions.tsx'
import { HoursEffects } from './hours-effects.tsx'
import { WeekGrid } from './week-grid.tsx'

const t = en.hours

type PlanHours = PlanDocument['hours'][number]

export const blankHours = (id: HoursId, zone: string): PlanHours => ({
  id,
  name: '',
  description: '',
  zone,
  weekly: [1, 2, 3, 4, 5].map((weekday) => ({ weekday, from: '09:00', to: '17:00' })),
  exceptions: [],
  calendarIds: [],
})

/** Opening hours: the week as a drawing, its exceptions and holidays; what they come to beside it. */
export function HoursForm(props: EditorProps<PlanHours>) {
  const { value: initial, document, mayEdit } = props
  const form = useDraftForm(props, { shape: hoursShape, url: '/api/plan/hours', part: 'hours' })
  const now = useCentreNow(60_000)
  const { value, set } = form
  const users = usersOfHours(document, initial.id)
  // Worked out anew when something is edited and once a minute, not with every tick of the clock.
  const findings = useMemo(() => checkHours(value, document, now), [value, document, now])
  const found = hoursFound(findings, form, document, mayEdit, now)
  return (
    <FoundAtFields found={found}>
      <EditorFrame
        form={form}
        label={t.one}
        fresh={t.fresh}
        editor={props}
        calm={t.usedBy(users)}
        users={users}
        others={document.hours}
        none={t.alwaysOpen}
      >
        <HeadFields form={form} mayEdit={mayEdit} now={now} />
        <Holding of={['weekly']}>
          <WeekGrid weekly={value.weekly} disabled={!mayEdit} onChange={(weekly) => set({ weekly })} />
        </Holding>
        <CalendarsField form={form} mayEdit={mayEdit} label={t.calendars} document={document} />
        <Holding of={['exceptions']}>
          <Exceptions
            exceptions={value.exceptions}
            disabled={!mayEdit}
            onChange={(exceptions) => set({ exceptions })}
          />
        </Holding>
      </EditorFrame>
      <HoursEffects hours={value} document={document} now={now} found={found} />
    </FoundAtFields>
  )
}
