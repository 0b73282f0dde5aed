'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Alert from '@mui/material/Alert'
import Paper from '@mui/material/Paper'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import type { Role } from '@eudromos/core/plan'
import { Mark } from '../../components/glyphs.tsx'
import { Refused, requestJson } from '../../components/stream/send.ts'
import { CodeField, GivenCodes, OfferedKey } from '../../components/frame/factor-parts.tsx'
import { account, factor } from '../../messages/account.ts'
import { en } from '../../messages/en.ts'
import type { FactorOffer } from '../../view/second-factor.ts'

interface DemoPerson {
  readonly id: string
  readonly name: string
  readonly roles: readonly Role[]
}

/** What the centre says itself. */
const told: readonly string[] = ['ownPassword', 'tooManyGuesses', 'passwordTooOld']

export function SignIn({ people }: { people: readonly DemoPerson[] }) {
  const router = useRouter()
  const [email, setEmail] = useState('')
  const [password, setPassword] = useState('')
  /** One of their own, where the password that they have was made for them; null: that is not known yet. */
  const [fresh, setFresh] = useState<string | null>(null)
  const [wrongFresh, setWrongFresh] = useState<string | null>(null)
  /** The code of their second factor, where one is asked for; and what is offered to who needs one and has none. */
  const [code, setCode] = useState<string | null>(null)
  const [wrongCode, setWrongCode] = useState<string | undefined>()
  const [offer, setOffer] = useState<FactorOffer | null>(null)
  /** What they were given for when the device is lost; they are signed in by then. */
  const [codes, setCodes] = useState<readonly string[] | null>(null)
  const [error, setError] = useState<string | null>(null)
  const [busy, setBusy] = useState(false)
  const setTrouble = (refused: Refused | null): void => {
    const { code = '', message = '', fields = {}, params = {} } = refused ?? {}
    if (code === 'choosePassword') setFresh('')
    else if (code === 'codeNeeded') setCode('')
    else if (code === 'factorNeeded') {
      setOffer({ offer: String(params.offer), secret: String(params.secret), uri: String(params.uri) })
      setCode('')
    } else if (fields.code !== undefined) {
      // One that took too long is offered anew, with the next try.
      if (code === 'offerTooOld') setOffer(null)
      setWrongCode(fields.code)
    } else if (fields.fresh !== undefined) setWrongFresh(fields.fresh)
    else if (code === 'wrongPassword') setError(en.signIn.wrong)
    else setError(told.includes(code) ? message : en.signIn.failed)
  }
  const goOn = (): void => {
    router.replace('/')
    router.refresh()
  }
  const shown = {
    ...(fresh !== null && { fresh }),
    ...(code !== null && { code }),
    ...(offer !== null && { offer: offer.offer }),
  }
  const enter = async (url: string, body: object): Promise<void> => {
    setBusy(true)
    setError(null)
    setWrongFresh(null)
    setWrongCode(undefined)
    try {
      const given = await requestJson<{ readonly codes?: string[] } | null>(url, 'POST', body)
      if (given?.codes === undefined) goOn()
      else setCodes(given.codes)
    } catch (caught) {
      setTrouble(caught instanceof Refused ? caught : null)
      setBusy(false)
    }
  }
  return (
    <Box component="main" sx={{ minHeight: '100vh', display: 'grid', placeItems: 'center', padding: 2 }}>
      <Paper
        sx={{
          padding: 4,
          display: 'grid',
          gridTemplateColumns: { xs: '1fr', md: people.length > 0 ? '1fr 1fr' : '1fr' },
          gap: 5,
          width: '100%',
          maxWidth: people.length > 0 ? 840 : 420,
        }}
      >
        <Box
          component="form"
          onSubmit={(event) => {
            event.preventDefault()
            void enter('/api/auth/sign-in', { email, password, ...shown })
          }}
          sx={{ display: 'flex', flexDirection: 'column', gap: 2 }}
        >
          <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
            <Mark size={36} />
            <Typography component="span" variant="h1">
              {en.product}
            </Typography>
          </Box>
          <Typography variant="h1" component="h1">
            {en.signIn.title}
          </Typography>
          {error !== null && <Alert severity="error">{error}</Alert>}
          <TextField
            label={en.signIn.email}
            type="email"
            autoComplete="username"
            required
            value={email}
            onChange={(event) => setEmail(event.target.value)}
          />
          <TextField
            label={en.signIn.password}
            type="password"
            autoComplete="current-password"
            required
            value={password}
            onChange={(event) => setPassword(event.target.value)}
          />
          {fresh !== null && (
            <>
              <Alert severity="info">{en.signIn.made}</Alert>
              <TextField
                label={account.fresh}
                type="password"
                autoComplete="new-password"
                required
                autoFocus
                value={fresh}
                onChange={(event) => setFresh(event.target.value)}
                error={wrongFresh !== null}
                helperText={wrongFresh ?? account.choose}
              />
            </>
          )}
          {code !== null && codes === null && (
            <>
              {offer !== null && (
                <>
                  <Alert severity="info">{factor.needed}</Alert>
                  <OfferedKey offer={offer} />
                </>
              )}
              <CodeField
                value={code}
                wrong={wrongCode}
                help={offer === null ? factor.orGiven : factor.shows}
                autoFocus
                onChange={setCode}
              />
            </>
          )}
          {codes === null ? (
            <Button type="submit" variant="contained" disabled={busy}>
              {en.signIn.submit}
            </Button>
          ) : (
            <>
              <GivenCodes codes={codes} />
              <Button variant="contained" onClick={goOn}>
                {factor.goOn}
              </Button>
            </>
          )}
        </Box>
        {people.length > 0 && (
          <Box component="section" aria-labelledby="demo-people">
            <Typography variant="h2" id="demo-people">
              {en.signIn.demo}
            </Typography>
            <Typography variant="body2" sx={{ color: 'text.secondary', marginBlock: 1 }}>
              {en.signIn.demoNote}
            </Typography>
            <Box sx={{ display: 'grid', gap: 1 }}>
              {people.map(({ id, name, roles }) => (
                <Button
                  key={id}
                  disabled={busy}
                  onClick={() => void enter('/api/demo/sign-in', { personId: id, takePart: true })}
                  sx={{ justifyContent: 'space-between' }}
                >
                  <span>{name}</span>
                  <Typography component="span" variant="body2" sx={{ color: 'text.secondary' }}>
                    {roles.map((role) => en.roles[role]).join(', ')}
                  </Typography>
                </Button>
              ))}
            </Box>
          </Box>
        )}
      </Paper>
    </Box>
  )
}
