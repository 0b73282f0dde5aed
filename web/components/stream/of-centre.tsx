'use client'
import { memo, useDeferredValue, useMemo, type ComponentType } from 'react'
import type { View } from '../../view/view.ts'
import { useLive, useNow } from './context.tsx'

export interface OfCentre {
  /** The whole centre, null before the stream has told, and the centre's time of it, 0 until the first render in the browser. */
  readonly seen: { readonly view: View | null; readonly now: number }
}

/**
 * What shows much of the whole centre. It is drawn in the pauses of whatever is more urgent (a key, a click), a little at a
 * time: with hundreds of people it would hold the window up every second.
 */
export function ofCentre<P extends object>(Drawn: ComponentType<P & OfCentre>): ComponentType<P> {
  const Kept = memo(Drawn) as ComponentType<P & OfCentre>
  return function InPauses(props: P) {
    const { view, clockOffsetMs } = useLive()
    const now = useNow(clockOffsetMs)
    const current = useMemo(() => ({ view, now }), [view, now])
    return <Kept {...props} seen={useDeferredValue(current)} />
  }
}
