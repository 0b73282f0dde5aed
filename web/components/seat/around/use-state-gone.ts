import { useEffect, useRef } from 'react'
import { presence } from '../../../messages/people.ts'
import type { View } from '../../../view/view.ts'
import { stateName } from '../../frame/presence.tsx'
import { ownPerson } from '../../stream/context.tsx'

/** Tells whoever is in a presence state that a new plan has no more, and in which they are now. */
export function useStateGone(view: View | null, tell: (words: string) => void): void {
  const before = useRef<{ readonly stateId: string; readonly name: string } | null>(null)
  const plan = view?.plan ?? null
  const stateId = ownPerson(view)?.stateId ?? null
  useEffect(() => {
    const known = before.current
    if (plan === null || stateId === null) return
    const isGone = known !== null && !plan.presenceStates.some(({ id }) => id === known.stateId)
    if (isGone && stateId !== known.stateId) tell(presence.gone(known.name, stateName(plan, stateId)))
    if (plan.presenceStates.some(({ id }) => id === stateId))
      before.current = { stateId, name: stateName(plan, stateId) }
  }, [plan, stateId, tell])
}
