import Button from '@mui/material/Button'
import { DeadEnd } from '../components/frame/dead-end.tsx'
import { en } from '../messages/en.ts'

/** For addresses that lead nowhere, and for what there is no more or somebody may not see. */
export default function NotFound() {
  return (
    <DeadEnd title={en.deadEnds.nothing} why={en.deadEnds.nothingWhy}>
      <Button variant="contained" href="/">
        {en.deadEnds.begin}
      </Button>
    </DeadEnd>
  )
}
