import Box from '@mui/material/Box'
import { PageTitle } from '../../../components/frame/page-title.tsx'
import { Seat } from '../../../components/seat/seat.tsx'
import { en } from '../../../messages/en.ts'
import { enter } from '../../../server/edge/room.ts'

export default async function SeatPage() {
  await enter('seat')
  return (
    <>
      <PageTitle of={en.seat.title} />
      <Box
        component="main"
        id="contents"
        sx={{ height: 'calc(100dvh - 97px)', display: 'flex', flexDirection: 'column' }}
      >
        <Seat onBehalfOf={null} />
      </Box>
    </>
  )
}
