'use client'
import Alert from '@mui/material/Alert'
import { useState } from 'react'
import { FileButton } from '../../../../components/files/file-button.tsx'
import { FileDialog } from '../../../../components/files/file-dialog.tsx'
import { useNotice } from '../../../../components/frame/notice.tsx'
import { requestCounted } from '../../../../components/stream/send.ts'
import { customerFile as t } from '../../../../messages/customers.ts'
import { files } from '../../../../messages/files.ts'
import type { Count } from '../../../../view/counted.ts'
import type { CustomerReading } from '../../../../server/customers/customer-file.ts'

interface Read {
  readonly file: File
  readonly reading: CustomerReading
}

/** Reads a file of customers: what it would change is shown before it does. */
export function CustomerFile({ onTaken }: { readonly onTaken: () => void }) {
  const notice = useNotice()
  const [read, setRead] = useState<Read | null>(null)
  /** How far it is while it is taken in. */
  const [busy, setBusy] = useState<string | null>(null)
  const [trouble, setTrouble] = useState<string | null>(null)
  const send = (file: File, take: boolean, count: Count): Promise<CustomerReading> => {
    const format = /\.(vcf|vcard)$/i.test(file.name) ? 'vcf' : 'csv'
    const address = `/api/customers/import?${new URLSearchParams({ format, take: String(take) })}`
    return requestCounted<CustomerReading>(address, { method: 'POST', body: file }, count)
  }
  const look = async (file: File, count: Count): Promise<void> => {
    setTrouble(null)
    setRead({ file, reading: await send(file, false, count) })
  }
  const take = async (): Promise<void> => {
    if (read === null) return
    setBusy(files.steps.keeping)
    try {
      const count: Count = (...far) => setBusy(files.far(...far))
      const { fresh, changed } = await send(read.file, true, count)
      setRead(null)
      notice(t.taken(fresh + changed), 'done')
      onTaken()
    } catch (error) {
      setTrouble((error as Error).message)
    } finally {
      setBusy(null)
    }
  }
  return (
    <>
      <FileButton label={t.import} accept=".csv,.vcf,.vcard,text/csv,text/vcard" onFile={look} />
      <FileDialog
        reading={read?.reading ?? null}
        totals={read?.reading}
        sums={t.sums}
        takeIn={t.takeIn}
        busy={busy}
        trouble={trouble === null ? null : <Alert severity="error">{trouble}</Alert>}
        onClose={() => setRead(null)}
        onPublish={() => void take()}
      />
    </>
  )
}
