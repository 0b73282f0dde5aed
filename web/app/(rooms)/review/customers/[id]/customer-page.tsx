'use client'
import Alert from '@mui/material/Alert'
import Autocomplete from '@mui/material/Autocomplete'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import FormControlLabel from '@mui/material/FormControlLabel'
import Paper from '@mui/material/Paper'
import Switch from '@mui/material/Switch'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { customerNeeds } from '@eudromos/core/plan'
import { isMailbox, shownNumber } from '@eudromos/core/numbers'
import { firstName, languageName, languages, timeText } from '../../../../../components/format.ts'
import { useNotice } from '../../../../../components/frame/notice.tsx'
import { StoryEntries } from '../../../../../components/story-entries.tsx'
import { TagsField } from '../../../../../components/tags-field.tsx'
import { Refused, requestJson } from '../../../../../components/stream/send.ts'
import { callbacks } from '../../../../../messages/callbacks.ts'
import { needs as needWords } from '../../../../../messages/needs.ts'
import { customers as t } from '../../../../../messages/customers.ts'
import type { CustomerView } from '../../../../../view/customer.ts'
import { CustomerBlock } from '../blocks.tsx'
import { MergeButton, MergedCustomers } from './merging.tsx'

interface CustomerPageProps {
  readonly customer: CustomerView
  /** What the centre wants to know besides. */
  readonly fields: readonly { readonly id: string; readonly name: string }[]
  readonly zone: string
  readonly mayEdit: boolean
  /** Has a seat to call from. */
  readonly mayReach: boolean
}

/** One customer: what is known, and all their conversations. */
export function CustomerPage({ customer, fields, zone, mayEdit, mayReach }: CustomerPageProps) {
  const { id, name, addresses } = customer
  // A number, where there is one, for it can be called and texted.
  const first = addresses.find((one) => !isMailbox(one)) ?? addresses[0]
  const [erasing, setErasing] = useState(false)
  const [error, setError] = useState<string | null>(null)
  const router = useRouter()
  const url = `/api/customers/${encodeURIComponent(id)}`
  const erase = (): void =>
    void requestJson(url, 'DELETE', {}).then(
      () => {
        setErasing(false)
        router.push('/review/customers')
      },
      (caught: Error) => setError(caught.message),
    )
  return (
    <Box
      component="main"
      id="contents"
      sx={{
        padding: 1.5,
        display: 'grid',
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 400px) minmax(0, 1fr)' },
        gap: 1.5,
        alignItems: 'start',
      }}
    >
      <Box sx={{ gridColumn: '1 / -1', display: 'flex', alignItems: 'center', gap: 2 }}>
        <Button component={Link} href="/review/customers">
          {t.back}
        </Button>
        <Typography variant="h1">{name}</Typography>
        {mayReach && first !== undefined && (
          <Button component={Link} href={`/seat?${new URLSearchParams({ reach: first, customer: id })}`}>
            {callbacks.reachOf(firstName(name))}
          </Button>
        )}
        {mayEdit && (
          <Box sx={{ marginInlineStart: 'auto', display: 'flex', gap: 1 }}>
            <MergeButton customer={customer} url={url} />
            <Button href={`${url}/export`}>{t.export}</Button>
            <Button color="error" aria-haspopup="dialog" onClick={() => setErasing(true)}>
              {t.erase}
            </Button>
          </Box>
        )}
      </Box>
      <Box sx={{ display: 'grid', gap: 1.5 }}>
        <Known key={id} customer={customer} fields={fields} zone={zone} mayEdit={mayEdit} url={url} />
        <CustomerBlock customerId={id} block={customer.block} zone={zone} mayEdit={mayEdit} />
      </Box>
      <Box sx={{ display: 'grid', gap: 1.5 }}>
        <MergedCustomers merged={customer.merged} zone={zone} mayEdit={mayEdit} />
        <Paper component="section" aria-label={t.timeline} sx={{ padding: 2, border: 1, borderColor: 'divider' }}>
          <Typography variant="h2" sx={{ marginBlockEnd: 1 }}>
            {t.timeline}
          </Typography>
          {customer.entries.length === 0 && <Typography>{t.noConversations}</Typography>}
          <StoryEntries entries={customer.entries} zone={zone} most={{ words: 240, notes: 400 }} linked />
          {customer.total > customer.entries.length && (
            <Typography variant="body2">{t.latest(customer.entries.length, customer.total)}</Typography>
          )}
        </Paper>
      </Box>
      <Dialog open={erasing} onClose={() => setErasing(false)} aria-labelledby="erase-title">
        <DialogTitle id="erase-title">{t.eraseTitle(name)}</DialogTitle>
        <DialogContent>
          <Typography>{t.eraseHelp}</Typography>
          {error !== null && <Alert severity="error">{error}</Alert>}
        </DialogContent>
        <DialogActions>
          <Button onClick={() => setErasing(false)}>{t.keep}</Button>
          <Button variant="contained" color="error" onClick={erase}>
            {t.erase}
          </Button>
        </DialogActions>
      </Dialog>
    </Box>
  )
}

interface KnownProps extends Pick<CustomerPageProps, 'customer' | 'fields' | 'zone' | 'mayEdit'> {
  readonly url: string
}

function Known({ customer, fields, zone, mayEdit, url }: KnownProps) {
  const notice = useNotice()
  const router = useRouter()
  const begun = {
    name: customer.name,
    zone: customer.zone ?? '',
    notes: customer.notes,
    tags: customer.tags,
    language: customer.language,
    needs: customer.needs,
    fields: Object.fromEntries(fields.map((field) => [field.id, customer.fields[field.id] ?? ''])),
    doNotContact: customer.doNotContact,
    consent: customer.consentAt !== null,
  }
  const [value, setValue] = useState(begun)
  const [faults, setFaults] = useState<Readonly<Record<string, string>>>({})
  const changed = JSON.stringify(value) !== JSON.stringify(begun)
  const save = async (): Promise<void> => {
    try {
      await requestJson(url, 'PUT', { ...value, zone: value.zone.trim() === '' ? null : value.zone })
      setFaults({})
      notice(t.saved, 'done')
      router.refresh()
    } catch (caught) {
      if (caught instanceof Refused && caught.fields !== undefined) setFaults(caught.fields)
      else notice((caught as Error).message)
    }
  }
  return (
    <Paper
      component="form"
      aria-label={t.known}
      onSubmit={(event) => {
        event.preventDefault()
        void save()
      }}
      sx={{ padding: 2, border: 1, borderColor: 'divider', display: 'grid', gap: 2 }}
    >
      <Typography variant="h2">{t.known}</Typography>
      <TextField
        label={t.name}
        value={value.name}
        disabled={!mayEdit}
        error={faults.name !== undefined}
        helperText={faults.name}
        onChange={({ target }) => setValue({ ...value, name: target.value })}
      />
      <Typography>
        {customer.addresses.length === 0 ? t.noAddresses : customer.addresses.map(shownNumber).join(', ')}
      </Typography>
      <TextField
        label={t.zone}
        value={value.zone}
        disabled={!mayEdit}
        error={faults.zone !== undefined}
        helperText={faults.zone ?? t.zoneHelp}
        onChange={({ target }) => setValue({ ...value, zone: target.value })}
      />
      <Autocomplete
        size="small"
        options={languages}
        value={value.language}
        getOptionLabel={languageName}
        disabled={!mayEdit}
        onChange={(_, language) => setValue({ ...value, language })}
        renderInput={(params) => <TextField {...params} label={t.language} helperText={t.languageHelp} />}
      />
      <Autocomplete
        multiple
        size="small"
        options={customerNeeds}
        value={[...value.needs]}
        getOptionLabel={(need) => needWords.names[need]}
        disabled={!mayEdit}
        onChange={(_, needs) => setValue({ ...value, needs })}
        renderInput={(params) => <TextField {...params} label={needWords.field} helperText={needWords.fieldHelp} />}
      />
      {fields.map((field) => (
        <TextField
          key={field.id}
          label={field.name}
          value={value.fields[field.id] ?? ''}
          disabled={!mayEdit}
          error={faults[`fields.${field.id}`] !== undefined}
          helperText={faults[`fields.${field.id}`]}
          onChange={({ target }) => setValue({ ...value, fields: { ...value.fields, [field.id]: target.value } })}
          slotProps={{ htmlInput: { maxLength: 200 } }}
        />
      ))}
      <TagsField
        label={t.tags}
        help={t.tagsHelp}
        value={value.tags}
        disabled={!mayEdit}
        fault={faults.tags}
        onChange={(tags) => setValue({ ...value, tags })}
      />
      <TextField
        label={t.notes}
        value={value.notes}
        multiline
        minRows={2}
        maxRows={8}
        disabled={!mayEdit}
        error={faults.notes !== undefined}
        helperText={faults.notes ?? t.notesHelp}
        onChange={({ target }) => setValue({ ...value, notes: target.value })}
      />
      <Box role="group" aria-label={callbacks.contact}>
        <Typography variant="body2">{callbacks.contact}</Typography>
        <FormControlLabel
          control={
            <Switch
              checked={value.doNotContact}
              disabled={!mayEdit}
              onChange={({ target }) => setValue({ ...value, doNotContact: target.checked })}
            />
          }
          label={callbacks.wantsNone}
        />
        <FormControlLabel
          control={
            <Switch
              checked={value.consent}
              disabled={!mayEdit}
              onChange={({ target }) => setValue({ ...value, consent: target.checked })}
            />
          }
          label={customer.consentAt === null ? callbacks.agreed : t.agreedOn(timeText(customer.consentAt, zone, 0))}
        />
      </Box>
      {mayEdit && (
        <Button type="submit" variant="contained" disabled={!changed} sx={{ justifySelf: 'start' }}>
          {t.save}
        </Button>
      )}
    </Paper>
  )
}
