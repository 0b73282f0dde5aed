'use client'
import { yupResolver } from '@hookform/resolvers/yup'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Paper from '@mui/material/Paper'
import Typography from '@mui/material/Typography'
import { useCallback, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react'
import { useForm, useWatch, type Path } from 'react-hook-form'
import { ledTo, type QueueEdit, type QueueId, type CustomerId } from '@eudromos/core/plan'
import { useNotice } from '../../../../components/frame/notice.tsx'
import { useLiveStore } from '../../../../components/stream/context.tsx'
import { Refused, requestJson } from '../../../../components/stream/send.ts'
import { en } from '../../../../messages/en.ts'
import { identity } from '../../../../messages/needs.ts'
import type { PlanState, Saved } from '../../../../server/plan/plan.ts'
import { queueShape } from '../../../../view/queue-shape.ts'
import { Effects } from '../form/effects.tsx'
import {
  CustomersField,
  NumberField,
  OnShiftField,
  PeopleField,
  ServiceField,
  TargetField,
  TextLine,
} from '../form/fields.tsx'
import { FoundAtFields, Holding } from '../form/findings.tsx'
import { FormFoot, Trouble } from '../form/form-parts.tsx'
import { HoursField } from '../form/hours-field.tsx'
import { LinesField } from '../lines/lines-field.tsx'
import { DemandField } from './demand-field.tsx'
import { queueFound } from './found.ts'
import { MethodField } from './method-field.tsx'
import { CallersField, CallsField } from './calls-field.tsx'
import { WrapUpField } from './wrap-up-field.tsx'
import { ScriptField } from './script-field.tsx'
import { WaysField } from './ways-field.tsx'

type Queue = QueueEdit

interface QueueFormProps {
  readonly queue: Queue
  readonly isNew: boolean
  readonly plan: PlanState
  readonly mayEdit: boolean
  readonly onDirty: (dirty: boolean) => void
  readonly onSaved: (queueId: QueueId) => Promise<void>
  readonly onReload: () => Promise<void>
  readonly onDuplicate: (queue: Queue) => void
  readonly onCustomers: (customer: { id: CustomerId; name: string }) => void
}

/** One queue, with what it would do beside it. Saving publishes a new version of the plan. */
export function QueueForm({
  queue,
  isNew,
  plan,
  mayEdit,
  onDirty,
  onSaved,
  onReload,
  onDuplicate,
  onCustomers,
}: QueueFormProps) {
  const store = useLiveStore()
  const notice = useNotice()
  const [trouble, setTrouble] = useState<Refused | null>(null)
  const [busy, setBusy] = useState(false)
  const { control, handleSubmit, reset, setError, setValue, formState } = useForm<Queue>({
    defaultValues: queue as Queue,
    resolver: yupResolver(queueShape) as never,
    mode: 'onTouched',
    disabled: !mayEdit,
  })
  const dirty = formState.isDirty || isNew
  const tell = useRef(onDirty)
  useEffect(() => {
    tell.current = onDirty
  })
  useEffect(() => tell.current(formState.isDirty || isNew), [formState.isDirty, isNew])
  const current = useWatch({ control }) as Queue
  const lines = plan.document.lines.filter(({ id }) => queue.lineIds.includes(id)).map(({ name }) => name)
  // What it would do follows a little behind what is typed, where there are thousands of people.
  const settled = useDeferredValue(current)
  const planned = useMemo(
    () => ({ ...plan, document: ledTo(plan.document, queue.id, settled.lineIds) }),
    [plan, queue.id, settled.lineIds],
  )
  const save = handleSubmit(async (edited) => {
    setBusy(true)
    setTrouble(null)
    try {
      const saved = await requestJson<Saved>('/api/plan/queues', 'PUT', {
        draft: plan.draft,
        queue: { ...edited, id: queue.id },
      })
      await store?.reached(saved.seq)
      notice(en.plan.published(saved.version), 'done')
      await onSaved(queue.id)
    } catch (error) {
      const refused = error instanceof Refused ? error : new Refused(en.failed, 0, 'failed')
      for (const [path, message] of Object.entries(refused.fields))
        setError(path.replace(/^queue\./, '') as Path<Queue>, { message }, { shouldFocus: true })
      setTrouble(refused)
    } finally {
      setBusy(false)
    }
  })
  const mend = useCallback(
    (patch: Partial<Queue>): void => {
      for (const [field, value] of Object.entries(patch))
        setValue(field as Path<Queue>, value as never, { shouldDirty: true, shouldValidate: true })
    },
    [setValue],
  )
  const found = useMemo(
    () => queueFound(settled, planned.document, mayEdit, mend),
    [settled, planned.document, mayEdit, mend],
  )
  const effects = useMemo(
    () => <Effects queue={settled} plan={planned} mayEdit={mayEdit} found={found} />,
    [settled, planned, mayEdit, found],
  )
  return (
    <FoundAtFields found={found}>
      <Paper
        component="form"
        noValidate
        onSubmit={(event) => void save(event)}
        sx={{
          padding: 2.5,
          border: 1,
          borderColor: 'divider',
          display: 'grid',
          gridTemplateColumns: 'minmax(0, 1fr)',
          gap: 2,
          minWidth: 0,
        }}
      >
        <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1 }}>
          <Typography variant="h1" component="h2" noWrap sx={{ flex: '1 1 160px', minWidth: 0 }}>
            {current.name || en.plan.newQueue}
          </Typography>
          {mayEdit && !isNew && <Button onClick={() => onDuplicate(current)}>{en.plan.duplicate}</Button>}
        </Box>
        {!mayEdit && <Alert severity="info">{en.plan.readOnly}</Alert>}
        <Trouble trouble={trouble} onReload={onReload} />
        <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: '1fr 1fr' }, gap: 2 }}>
          <Holding of={['name']}>
            <TextLine control={control} name="name" label={en.plan.name} />
          </Holding>
          <ServiceField control={control} />
          <Box sx={{ gridColumn: '1 / -1' }}>
            <TextLine control={control} name="description" label={en.plan.description} />
          </Box>
          <Box sx={{ gridColumn: '1 / -1' }}>
            <TextLine
              control={control}
              name="shownAs"
              label={en.plan.shownAs}
              help={en.plan.shownAsHelp(plan.document.centre.name)}
            />
          </Box>
        </Box>
        <Holding of={['lineIds']}>
          <LinesField control={control} document={plan.document} />
        </Holding>
        <Holding of={['agentIds']}>
          <PeopleField control={control} document={plan.document} people={plan.people} />
        </Holding>
        <Holding of={['onShiftOnly']}>
          <OnShiftField control={control} />
        </Holding>
        <MethodField control={control} mayEdit={mayEdit} />
        <Holding of={['requirements']}>
          <DemandField control={control} document={plan.document} people={plan.people} mayEdit={mayEdit} />
        </Holding>
        <TargetField control={control} />
        <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: '1fr 1fr' }, gap: 2 }}>
          <Holding of={['answerWindowSeconds']}>
            <NumberField
              control={control}
              name="answerWindowSeconds"
              label={en.plan.window}
              help={en.plan.windowHelp}
            />
          </Holding>
          <NumberField control={control} name="wrapUpSeconds" label={en.plan.wrapUp} help={en.plan.wrapUpHelp} />
        </Box>
        <Holding of={['dispositionIds']}>
          <WrapUpField control={control} document={plan.document} mayEdit={mayEdit} />
        </Holding>
        <CallsField control={control} mayEdit={mayEdit} />
        <Holding of={['scriptId']}>
          <ScriptField control={control} document={plan.document} mayEdit={mayEdit} />
        </Holding>
        <TextLine control={control} name="identityCheck" label={identity.field} help={identity.fieldHelp} />
        <Holding of={['notReachedText']}>
          <CallersField control={control} mayEdit={mayEdit} />
        </Holding>
        <Holding of={['whenFullTo', 'longestWaitTo']}>
          <WaysField control={control} queueId={queue.id} document={plan.document} mayEdit={mayEdit} />
        </Holding>
        <Holding of={['hoursId', 'atClosingTo']}>
          <HoursField control={control} queueId={queue.id} plan={plan} mayEdit={mayEdit} onReload={onReload} />
        </Holding>
        <Holding of={['testCustomerIds']}>
          <CustomersField control={control} customers={plan.testCustomers} onAdded={onCustomers} mayEdit={mayEdit} />
        </Holding>
        <FormFoot
          form={{ changed: formState.isDirty, dirty, busy, undo: () => reset() }}
          mayEdit={mayEdit}
          calm={en.plan.usedBy(lines)}
        />
      </Paper>
      {effects}
    </FoundAtFields>
  )
}
