'use client'
import { usePathname, useRouter, useSearchParams } from 'next/navigation'
import { useState } from 'react'
import type { Reached } from './reach-panel.tsx'

interface Reaching {
  readonly first: Reached | null
}

/** Whether somebody is to be called or texted: asked for here, or by the address that a record leads to. */
export function useReaching() {
  const params = useSearchParams()
  const router = useRouter()
  const path = usePathname()
  const number = params.get('call')
  const [asked, setReaching] = useState<Reaching | null>(null)
  const led = number === null ? null : { first: { number, customerId: params.get('customer') } }
  return {
    reaching: asked ?? led,
    setReaching,
    endReaching: (): void => {
      setReaching(null)
      if (number !== null) router.replace(path)
    },
  }
}
