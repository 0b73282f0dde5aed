'use client'
import { useMemo } from 'react'
import { Rota, type RotaPlan } from '@eudromos/core/rota'
import { useFetched } from '../fetched.ts'

export interface FetchedRota {
  readonly plan: RotaPlan | null
  readonly rota: Rota | null
  readonly error: string | null
}

/** What the published plan says of who is in; read anew with every version of it. */
export function useRota(version: number | null): FetchedRota {
  const url = version === null ? null : `/api/rota?version=${version}`
  const { value: plan, error } = useFetched<RotaPlan>(url, { keep: true })
  const rota = useMemo(() => (plan === null ? null : new Rota(plan)), [plan])
  return { plan, rota, error }
}
