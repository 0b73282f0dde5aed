'use client'
import Button from '@mui/material/Button'
import { en } from '../../messages/en.ts'
import { DeadEnd } from './dead-end.tsx'

/** A page that could not be made, by a fault or since what it needs does not answer. */
export function PageFailed({ again }: { again: () => void }) {
  return (
    <DeadEnd title={en.deadEnds.failed} why={en.deadEnds.failedWhy}>
      <Button variant="contained" onClick={again}>
        {en.retry}
      </Button>
      <Button href="/">{en.deadEnds.begin}</Button>
    </DeadEnd>
  )
}
