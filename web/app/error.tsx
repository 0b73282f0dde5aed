'use client'
import { useRouter } from 'next/navigation'
import { startTransition } from 'react'
import { PageFailed } from '../components/frame/page-failed.tsx'

export default function PageError({ reset }: { reset: () => void }) {
  const router = useRouter()
  const again = () =>
    startTransition(() => {
      // What failed at the server must be asked for anew; to draw it again alone would fail again.
      router.refresh()
      reset()
    })
  return <PageFailed again={again} />
}
