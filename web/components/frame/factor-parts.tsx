'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { factor as t } from '../../messages/account.ts'
import type { FactorOffer } from '../../view/second-factor.ts'
import { KeyPicture } from './key-picture.tsx'
import { useNotice } from './notice.tsx'

interface CodeFieldProps {
  readonly value: string
  readonly wrong: string | undefined
  readonly help?: string
  readonly autoFocus?: boolean
  readonly onChange: (code: string) => void
}

export function CodeField({ value, wrong, help, autoFocus, onChange }: CodeFieldProps) {
  return (
    <TextField
      label={t.code}
      autoComplete="one-time-code"
      required
      autoFocus={autoFocus}
      value={value}
      onChange={({ target }) => onChange(target.value)}
      error={wrong !== undefined}
      helperText={wrong ?? help}
      slotProps={{ htmlInput: { inputMode: 'numeric', maxLength: 40 } }}
    />
  )
}

/** The secret that is offered: for a camera, and for who types it. */
export function OfferedKey({ offer: { uri, secret } }: { offer: Pick<FactorOffer, 'uri' | 'secret'> }) {
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, alignItems: 'center' }}>
      <KeyPicture text={uri} label={t.picture} />
      <Box sx={{ flex: '1 1 180px', minWidth: 0, display: 'grid', gap: 1 }}>
        <Typography variant="body2">{t.scan}</Typography>
        <Typography variant="body2">{t.typeIt}</Typography>
        <Typography variant="figure" sx={{ userSelect: 'all', overflowWrap: 'anywhere' }}>
          {secret}
        </Typography>
      </Box>
    </Box>
  )
}

/** The codes for when the device is lost, told once. */
export function GivenCodes({ codes }: { codes: readonly string[] }) {
  const notice = useNotice()
  return (
    <Box role="group" aria-label={t.codes} sx={{ display: 'grid', gap: 1.5 }}>
      <Alert severity="warning">{t.codesOnce}</Alert>
      <Box component="ul" sx={{ margin: 0, padding: 0, listStyle: 'none', columns: 2 }}>
        {codes.map((code) => (
          <Typography key={code} component="li" variant="figure" sx={{ userSelect: 'all' }}>
            {code}
          </Typography>
        ))}
      </Box>
      <Button
        sx={{ justifySelf: 'start' }}
        onClick={() => void navigator.clipboard.writeText(codes.join('\n')).then(() => notice(t.copied, 'done'))}
      >
        {t.copy}
      </Button>
    </Box>
  )
}
