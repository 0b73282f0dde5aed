'use client'
import type { PersonId } from '@eudromos/core/plan'
import Box from '@mui/material/Box'
import Paper from '@mui/material/Paper'
import { useRouter } from 'next/navigation'
import { useEffect, useMemo, type ReactNode } from 'react'
import { en } from '../../../messages/en.ts'
import { useOneWindow, useWindowOf } from '../../one-window.ts'
import { useNotice } from '../../frame/notice.tsx'
import { ownPerson, useNow, useSeat } from '../../stream/context.tsx'
import { SeatActions, useActionsOf, type Act } from '../act.ts'
import { ConsultBay } from './consult-bay.tsx'
import { OfferBay } from './offer-bay.tsx'
import { askedIn, offerSign, seatWindow, useOfferSigns } from './offer-signs.ts'

const answers: ReadonlySet<string> = new Set(['answerOffer', 'answerConsult'])

/**
 * What stands before an agent to be answered reaches them in every room: with its sound, on the tab, and as a card from
 * which it is answered; whoever answers is led to their seat. `away`: they look at another room than their seat.
 */
export function OfferCard({ away }: { away: boolean }) {
  return (
    <>
      {away && <Card />}
      <Box
        id="offer-announcement"
        role="status"
        aria-live="assertive"
        sx={{ position: 'absolute', width: 1, height: 1, overflow: 'hidden', clipPath: 'inset(50%)' }}
      />
    </>
  )
}

function Card() {
  const { view, clockOffsetMs } = useSeat()
  const router = useRouter()
  const agentId = view?.agentId ?? ('' as PersonId)
  const actions = useActionsOf(agentId, null)
  const notice = useNotice()
  const sign = offerSign(view)
  // A window of the seat itself rings rather than this one, and of several others one does.
  const isFirst = useOneWindow(agentId === '' ? null : `${seatWindow(agentId)} from elsewhere`)
  const rung = useWindowOf(sign === null ? null : seatWindow(agentId))
  useOfferSigns(sign, isFirst && rung === false)
  const led = useMemo(() => {
    const act: Act = async (type, body, id, file) => {
      await actions.act(type, body, id, file)
      if (answers.has(type)) router.push('/seat')
    }
    const attempt: Act = (type, body, id) => act(type, body, id).catch((error: Error) => notice(error.message))
    return { act, attempt }
  }, [actions, router, notice])
  const all = Object.values(view?.interactions ?? {})
  const offered = all.find(({ phase, offer }) => phase === 'offered' && offer !== null)
  const consult = offered === undefined ? all.find((one) => askedIn(one, view) !== undefined) : undefined
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (!event.altKey || event.key.toLowerCase() !== 'a') return
      const found = offered ?? consult
      if (found === undefined) return
      event.preventDefault()
      if (offered?.offer != null)
        void led.attempt('answerOffer', { interactionId: offered.id, offerId: offered.offer.id })
      else void led.attempt('answerConsult', { interactionId: found.id })
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [offered, consult, led])
  const asked = consult === undefined ? undefined : askedIn(consult, view)
  if (view === null || ownPerson(view) === null) return null
  if (offered === undefined && (consult === undefined || asked === undefined)) return null
  return (
    <SeatActions value={led}>
      <Paper
        component="section"
        aria-label={en.seat.offerCard}
        elevation={6}
        sx={{
          position: 'fixed',
          right: 16,
          bottom: 16,
          width: 380,
          maxWidth: 'calc(100vw - 32px)',
          maxHeight: 'min(420px, 70dvh)',
          zIndex: 1250,
          display: 'flex',
          flexDirection: 'column',
          overflow: 'hidden',
          border: 2,
          borderStyle: 'dashed',
          borderColor: 'secondary.main',
        }}
      >
        <Ticking clockOffsetMs={clockOffsetMs}>
          {(now) =>
            offered !== undefined ? (
              <OfferBay interaction={offered} view={view} now={now} brief />
            ) : (
              consult !== undefined &&
              asked !== undefined && <ConsultBay interaction={consult} view={view} now={now} asked={asked} />
            )
          }
        </Ticking>
      </Paper>
    </SeatActions>
  )
}

/** Draws anew four times a second, and only while it is there: in most rooms nothing is offered most of the time. */
function Ticking({ clockOffsetMs, children }: { clockOffsetMs: number; children: (now: number) => ReactNode }) {
  const now = useNow(clockOffsetMs, 250)
  return now === 0 ? null : children(now)
}
