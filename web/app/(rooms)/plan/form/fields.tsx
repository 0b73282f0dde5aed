'use client'
import Autocomplete from '@mui/material/Autocomplete'
import Box from '@mui/material/Box'
import FormControlLabel from '@mui/material/FormControlLabel'
import FormHelperText from '@mui/material/FormHelperText'
import MenuItem from '@mui/material/MenuItem'
import Switch from '@mui/material/Switch'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { Controller, useController, type Control, type FieldPath } from 'react-hook-form'
import { serviceStates, type PlanDocument, type QueueEdit, type CustomerId, type PersonId } from '@eudromos/core/plan'
import { useNotice } from '../../../../components/frame/notice.tsx'
import { requestJson } from '../../../../components/stream/send.ts'
import { en } from '../../../../messages/en.ts'
import { ReachField } from '../queues/reach-field.tsx'

type Queue = QueueEdit
type QueueControl = Control<Queue>

interface TextLineProps {
  readonly control: QueueControl
  readonly name: FieldPath<Queue>
  readonly label: string
  readonly help?: string
  readonly select?: readonly (readonly [string, string])[]
}

export function TextLine({ control, name, label, help, select }: TextLineProps) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field, fieldState }) => (
        <TextField
          {...field}
          value={field.value ?? ''}
          select={select !== undefined}
          label={label}
          fullWidth
          error={fieldState.error !== undefined}
          helperText={fieldState.error?.message ?? help}
        >
          {select?.map(([value, text]) => (
            <MenuItem key={value} value={value}>
              {text}
            </MenuItem>
          ))}
        </TextField>
      )}
    />
  )
}

interface NumberFieldProps {
  readonly control: QueueControl
  readonly name: FieldPath<Queue>
  readonly label: string
  readonly help?: string
  readonly optional?: boolean
}

/** A whole number as typed; what is no number stays to be corrected, an empty optional one is none. */
export function NumberField({ control, name, label, help, optional = false }: NumberFieldProps) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field, fieldState }) => (
        <TextField
          {...field}
          value={field.value ?? ''}
          label={label}
          onChange={({ target: { value } }) => {
            const number = Number(value)
            field.onChange(value.trim() === '' ? (optional ? null : '') : Number.isNaN(number) ? value : number)
          }}
          error={fieldState.error !== undefined}
          helperText={fieldState.error?.message ?? help}
          slotProps={{
            htmlInput: { inputMode: 'numeric', style: { fontFamily: "'Spline Sans Mono Variable', monospace" } },
          }}
        />
      )}
    />
  )
}

export function ServiceField({ control }: { control: QueueControl }) {
  return (
    <Controller
      control={control}
      name="service"
      render={({ field }) => (
        <TextField {...field} select label={en.plan.service} fullWidth helperText={en.plan.serviceHelp[field.value]}>
          {serviceStates.map((state) => (
            <MenuItem key={state} value={state}>
              {en.plan.serviceNames[state]}
            </MenuItem>
          ))}
        </TextField>
      )}
    />
  )
}

export function TargetField({ control }: { control: QueueControl }) {
  return (
    <Controller
      control={control}
      name="target"
      render={({ field }) => (
        <Box
          component="fieldset"
          sx={{
            border: 0,
            margin: 0,
            padding: 0,
            display: 'grid',
            gridTemplateColumns: '1fr 1fr auto',
            gap: 2,
            alignItems: 'start',
          }}
        >
          <Box component="legend" sx={{ padding: 0, marginBlockEnd: 1 }}>
            <Typography variant="body2" sx={{ color: 'text.secondary' }}>
              {en.plan.target}
            </Typography>
          </Box>
          {field.value !== null ? (
            <>
              <NumberField control={control} name="target.percent" label={en.plan.targetPercent} />
              <NumberField control={control} name="target.seconds" label={en.plan.targetSeconds} />
            </>
          ) : (
            <Typography sx={{ gridColumn: '1 / 3', alignSelf: 'center' }}>{en.plan.noTarget}</Typography>
          )}
          <FormControlLabel
            control={
              <Switch
                checked={field.value === null}
                disabled={field.disabled}
                onChange={({ target: { checked } }) => field.onChange(checked ? null : { percent: 80, seconds: 60 })}
              />
            }
            label={en.plan.noTarget}
          />
        </Box>
      )}
    />
  )
}

interface PersonOption {
  readonly id: PersonId
  readonly name: string
  readonly roles: readonly string[]
}

interface PeopleFieldProps {
  readonly control: QueueControl
  readonly document: PlanDocument
  readonly people: readonly PersonOption[]
}

/** The first reach: teams, and people by name. */
export function PeopleField({ control, document, people }: PeopleFieldProps) {
  const { field, fieldState } = useController({ control, name: 'agentIds' })
  const { field: teams } = useController({ control, name: 'teams' })
  return (
    <ReachField
      value={{ agentIds: field.value, teams: teams.value }}
      label={`${en.plan.whoServes} (${field.value.length + teams.value.length})`}
      document={document}
      people={people}
      disabled={field.disabled ?? false}
      onBlur={field.onBlur}
      fault={fieldState.error?.message}
      onChange={(reach) => {
        field.onChange(reach.agentIds)
        teams.onChange(reach.teams)
      }}
    />
  )
}

export function OnShiftField({ control }: { control: QueueControl }) {
  return (
    <Controller
      control={control}
      name="onShiftOnly"
      render={({ field }) => (
        <div>
          <FormControlLabel
            control={
              <Switch
                checked={field.value}
                disabled={field.disabled}
                onChange={({ target: { checked } }) => field.onChange(checked)}
              />
            }
            label={en.shift.onShiftOnly}
          />
          <FormHelperText>{en.shift.onShiftHelp}</FormHelperText>
        </div>
      )}
    />
  )
}

interface CustomersFieldProps {
  readonly control: QueueControl
  readonly customers: readonly { id: CustomerId; name: string }[]
  readonly onAdded: (customer: { id: CustomerId; name: string }) => void
  readonly mayEdit: boolean
}

/** The customers who may try the queue before it is in service; a new name is made a test customer on the spot. */
export function CustomersField({ control, customers, onAdded, mayEdit }: CustomersFieldProps) {
  const notice = useNotice()
  const name = (id: string): string => customers.find((customer) => customer.id === id)?.name ?? id
  return (
    <Controller
      control={control}
      name="testCustomerIds"
      render={({ field }) => (
        <Autocomplete
          multiple
          freeSolo
          size="small"
          options={customers.map(({ id }) => id)}
          value={[...field.value]}
          disabled={!mayEdit}
          getOptionLabel={name}
          onChange={(_, chosen) => {
            const fresh = chosen.find((one) => !customers.some(({ id }) => id === one))
            if (fresh === undefined) return field.onChange(chosen)
            const kept = chosen.filter((one) => one !== fresh)
            requestJson<{ id: CustomerId; name: string }>('/api/test-customers', 'POST', { name: fresh }).then(
              (customer) => {
                onAdded(customer)
                field.onChange([...kept, customer.id])
              },
              (error: Error) => notice(error.message),
            )
          }}
          renderInput={(params) => (
            <TextField {...params} label={en.plan.testCustomers} helperText={en.plan.testCustomersHelp} />
          )}
        />
      )}
    />
  )
}
