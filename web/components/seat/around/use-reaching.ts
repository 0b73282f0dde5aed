'use client'
import type { CustomerId } from '@eudromos/core/plan'
import { usePathname, useRouter, useSearchParams } from 'next/navigation'
import { useState } from 'react'
import type { Reached } from './reach-panel.tsx'

interface Reaching {
  readonly first: Reached | null
}

/** Whether somebody is to be called or written to: asked for here, or by the address that a record leads to. */
export function useReaching() {
  const params = useSearchParams()
  const router = useRouter()
  const path = usePathname()
  const address = params.get('reach')
  const [asked, setReaching] = useState<Reaching | null>(null)
  const led = address === null ? null : { first: { address, customerId: params.get('customer') as CustomerId | null } }
  return {
    reaching: asked ?? led,
    setReaching,
    endReaching: (): void => {
      setReaching(null)
      if (address !== null) router.replace(path)
    },
  }
}
