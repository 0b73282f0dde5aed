'use client'
import Alert from '@mui/material/Alert'
import Autocomplete from '@mui/material/Autocomplete'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import Paper from '@mui/material/Paper'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useRouter } from 'next/navigation'
import { useDeferredValue, useState } from 'react'
import { shownNumber } from '@eudromos/core/numbers'
import type { CustomerRow } from '@eudromos/database'
import { useFetched } from '../../../../../components/fetched.ts'
import { timeText } from '../../../../../components/format.ts'
import { useNotice } from '../../../../../components/frame/notice.tsx'
import { requestJson } from '../../../../../components/stream/send.ts'
import { callbacks } from '../../../../../messages/callbacks.ts'
import { customers as t } from '../../../../../messages/customers.ts'
import type { MergedCustomer } from '@eudromos/core/records'
import type { CustomerView } from '../../../../../view/customer.ts'

const told = ({ name, addresses, conversations }: Pick<CustomerRow, 'name' | 'addresses' | 'conversations'>): string =>
  [name, ...addresses.map(shownNumber), t.conversations(conversations)].join(' · ')

interface MergeButtonProps {
  readonly customer: Pick<CustomerView, 'id' | 'name'>
  readonly url: string
}

/** Says that somebody else turned out to be this customer. */
export function MergeButton({ customer, url }: MergeButtonProps) {
  const notice = useNotice()
  const router = useRouter()
  const [open, setOpen] = useState(false)
  const [find, setFind] = useState('')
  const [other, setOther] = useState<CustomerRow | null>(null)
  const [error, setError] = useState<string | null>(null)
  const asked = useDeferredValue(find.trim())
  const found = useFetched<{ rows: CustomerRow[] }>(open ? '/api/customers?size=20' : null, { keep: true, find: asked })
  const close = (): void => {
    setOpen(false)
    setOther(null)
    setError(null)
  }
  const merge = async (): Promise<void> => {
    if (other === null) return
    try {
      await requestJson(`${url}/merged`, 'POST', { otherId: other.id })
      notice(t.didMerge(other.name), 'done')
      close()
      router.refresh()
    } catch (caught) {
      setError((caught as Error).message)
    }
  }
  return (
    <>
      <Button aria-haspopup="dialog" onClick={() => setOpen(true)}>
        {t.merge}
      </Button>
      <Dialog open={open} onClose={close} fullWidth maxWidth="sm" aria-labelledby="merge-title">
        <DialogTitle id="merge-title">{t.mergeTitle(customer.name)}</DialogTitle>
        <DialogContent sx={{ display: 'grid', gap: 2 }}>
          <Typography>{t.mergeHelp(customer.name)}</Typography>
          <Autocomplete
            size="small"
            options={(found.value?.rows ?? []).filter(({ id }) => id !== customer.id)}
            // The server has found them.
            filterOptions={(all) => all}
            value={other}
            getOptionKey={({ id }) => id}
            isOptionEqualToValue={(a, b) => a.id === b.id}
            getOptionLabel={told}
            noOptionsText={t.noOther}
            loading={found.busy}
            onInputChange={(_, text, reason) => reason === 'input' && setFind(text)}
            onChange={(_, chosen) => setOther(chosen)}
            renderInput={(params) => <TextField {...params} autoFocus label={t.other} helperText={t.otherHelp} />}
          />
          {error !== null && <Alert severity="error">{error}</Alert>}
        </DialogContent>
        <DialogActions>
          <Button onClick={close}>{t.cancel}</Button>
          <Button variant="contained" disabled={other === null} onClick={() => void merge()}>
            {t.mergeNow}
          </Button>
        </DialogActions>
      </Dialog>
    </>
  )
}

interface MergedCustomersProps {
  readonly merged: readonly MergedCustomer[]
  readonly zone: string
  readonly mayEdit: boolean
}

/** Who turned out to be this customer, with what is theirs; each can be split off again. */
export function MergedCustomers({ merged, zone, mayEdit }: MergedCustomersProps) {
  const notice = useNotice()
  const router = useRouter()
  if (merged.length === 0) return null
  const split = async ({ id, name }: MergedCustomer): Promise<void> => {
    try {
      await requestJson(`/api/customers/${encodeURIComponent(id)}/merged`, 'DELETE', {})
      notice(t.didSplit(name), 'done')
      router.refresh()
    } catch (caught) {
      notice((caught as Error).message)
    }
  }
  return (
    <Paper component="section" aria-label={t.merged} sx={{ padding: 2, border: 1, borderColor: 'divider' }}>
      <Typography variant="h2">{t.merged}</Typography>
      {merged.map((one) => (
        <Box
          key={one.id}
          sx={{ display: 'flex', gap: 1, alignItems: 'start', borderTop: 1, borderColor: 'divider', paddingBlock: 1 }}
        >
          <Box sx={{ flex: 1, minWidth: 0 }}>
            <Typography>{told(one)}</Typography>
            <Typography variant="body2" sx={{ color: 'text.secondary' }}>
              {[t.mergedOn(timeText(one.mergedAt, zone, 0), one.mergedBy), ...one.tags].join(' · ')}
            </Typography>
            {one.doNotContact && <Typography variant="body2">{callbacks.wantsNone}</Typography>}
            {one.notes !== '' && (
              <Typography variant="body2" sx={{ whiteSpace: 'pre-wrap', overflowWrap: 'anywhere' }}>
                {one.notes}
              </Typography>
            )}
          </Box>
          {mayEdit && (
            <Button aria-label={t.splitOf(one.name)} onClick={() => void split(one)}>
              {t.split}
            </Button>
          )}
        </Box>
      ))}
    </Paper>
  )
}
