'use client'
import type { PersonId } from '@eudromos/core/plan'
import { useMemo } from 'react'
import { hears } from '@eudromos/core/calls'
import type { InteractionView } from '../../view/view.ts'
import { firstName } from '../format.ts'
import type { StreamStore } from '../stream/store.ts'
import { requestJson } from '../stream/send.ts'
import type { CallSound } from './call-room.ts'
import type { CallSignal } from './peer.ts'
import type { MeteredParty } from './sound-meters.tsx'
import { useCallSound, waysOf } from './use-call-sound.ts'

/**
 * A call at the end of somebody of the centre, by the stream that tells them of it: its sound while `on` holds, and all whom
 * they keep a line of sound to, with what of it is played.
 */
export function useCentreCall(
  store: StreamStore | null,
  { id, agentId, agentName, customerName, heldSince, guests }: InteractionView,
  self: PersonId,
  { on, muted }: { readonly on: boolean; readonly muted: boolean },
): { readonly sound: CallSound; readonly parties: readonly MeteredParty[] } {
  const ways = useMemo(
    () => ({
      send: (to: string, data: CallSignal) =>
        requestJson<undefined>('/api/signals', 'POST', { interactionId: id, from: self, to, data }),
      listen: (hear: (from: string, signal: CallSignal) => void) =>
        store?.onSignal(id, (from, data) => hear(from, data as CallSignal)) ?? (() => undefined),
    }),
    [store, id, self],
  )
  const call = { agentId, heldSince, guests }
  const between = waysOf(call, self)
  const sound = useCallSound(self, on, muted, between, ways)
  const nameOf = (party: string): string =>
    party === 'customer'
      ? customerName
      : party === agentId
        ? (agentName ?? '')
        : (guests.find(({ personId }) => personId === party)?.name ?? '')
  return {
    sound,
    parties: between.links.map((party) => ({
      id: party,
      name: firstName(nameOf(party)),
      silenced: !hears(call, party, self),
    })),
  }
}
