'use client'
import Box from '@mui/material/Box'
import { useMemo, type ComponentType } from 'react'
import type { PlanDocument } from '@eudromos/core/plan'
import { useInBrowser } from '../../../../components/fetched.ts'
import type { PlanState } from '../../../../server/plan/plan.ts'

export interface PlanRoomProps {
  readonly initial: PlanState
  /** When the page was made. */
  readonly at: number
  readonly mayEdit: boolean
  /** Whoever looks. */
  readonly self: Pick<PlanDocument['people'][number], 'id' | 'roles'>
}

export interface CarriedProps extends Omit<PlanRoomProps, 'initial'> {
  /** A plan's state as JSON. */
  readonly carried: string
}

/** A room over the whole plan, which the browser draws alone: the server has it neither to read part by part nor to draw. */
export const inBrowser = (Room: ComponentType<PlanRoomProps>) =>
  function InBrowser({ carried, ...rest }: CarriedProps) {
    const there = useInBrowser()
    const initial = useMemo(() => (there ? (JSON.parse(carried) as PlanState) : null), [there, carried])
    if (initial === null) return <Box component="main" id="contents" />
    return <Room initial={initial} {...rest} />
  }
