'use client'
import { useMemo } from 'react'
import { checkShift } from '@eudromos/core/plan'
import { useCentreNow } from '../../../../components/stream/context.tsx'
import { en } from '../../../../messages/en.ts'
import type { PlanState } from '../../../../server/plan/plan.ts'
import { shiftShape } from '../../../../view/place-shape.ts'
import { useDraftForm } from '../form/draft-form.ts'
import { CalendarsField, EditorFrame, HeadFields, PeoplePart, type EditorProps } from '../form/editor.tsx'
import { Exceptions } from '../hours/exceptions.tsx'
import { WeekGrid } from '../hours/week-grid.tsx'
import { Pauses } from './pauses.tsx'
import { FoundAtFields, Holding } from '../form/findings.tsx'
import { hoursFound } from '../form/found.ts'
import { ShiftEffects } from './shift-effects.tsx'
import type { ShiftValue } from './values.ts'

const t = en.shift

type ShiftFormProps = EditorProps<ShiftValue> & { readonly people: PlanState['people'] }

/** When people work: a week like that of opening hours, what is planned within it, and who works it. */
export function ShiftForm(props: ShiftFormProps) {
  const { value: initial, document, people, mayEdit } = props
  const form = useDraftForm(props, { shape: shiftShape, url: '/api/plan/shifts', part: 'shift' })
  const now = useCentreNow(60_000)
  const names = useMemo(() => new Map(people.map(({ id, name }) => [id, name])), [people])
  const { value, set } = form
  // Worked out anew when something is edited and once a minute, not with every tick of the clock.
  const findings = useMemo(
    () => (now === 0 ? [] : checkShift(value, value.personIds, document, now)),
    [value, document, now],
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
        others={document.shifts}
        none={t.none}
      >
        <HeadFields form={form} mayEdit={mayEdit} now={now} />
        <PeoplePart form={form} mayEdit={mayEdit} label={t.people(value.personIds.length)} people={people} />
        <Holding of={['weekly']}>
          <WeekGrid weekly={value.weekly} disabled={!mayEdit} words={t} onChange={(weekly) => set({ weekly })} />
        </Holding>
        <Holding of={['pauses']}>
          <Pauses pauses={value.pauses} disabled={!mayEdit} onChange={(pauses) => set({ pauses })} />
        </Holding>
        <CalendarsField form={form} mayEdit={mayEdit} label={en.hours.calendars} document={document} />
        <Holding of={['exceptions']}>
          <Exceptions
            exceptions={value.exceptions}
            disabled={!mayEdit}
            words={t}
            onChange={(exceptions) => set({ exceptions })}
          />
        </Holding>
      </EditorFrame>
      <ShiftEffects shift={value} document={document} names={names} now={now} found={found} />
    </FoundAtFields>
  )
}
