'use client'
import type { LineId } from '@eudromos/core/plan'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { ChatBox } from '../../../components/chat-box/chat-box.tsx'

const sailings = [
  ['08:15', 'Port Ansel to Vellan', 'on time'],
  ['10:30', 'Port Ansel to Marrow Bay', 'cancelled, strong wind'],
  ['13:10', 'Vellan to Port Ansel', 'on time'],
  ['14:10', 'Port Ansel to Vellan', '20 minutes late'],
] as const

export function FerrySite({ zone, lineId }: { zone: string; lineId: LineId | null }) {
  return (
    <Box
      component="main"
      sx={{
        minHeight: '100vh',
        display: 'grid',
        gridTemplateColumns: { xs: '1fr', md: '1fr 400px' },
        gap: 4,
        padding: 4,
        maxWidth: 1200,
        marginInline: 'auto',
      }}
    >
      <Box>
        <Typography variant="h1" sx={{ fontSize: '2rem' }}>
          Skerrow Ferries
        </Typography>
        <Typography sx={{ marginBlock: 2, maxWidth: '56ch' }}>
          Between the islands since the piers were built. Today the wind is strong from the west; look below before you
          set out, or ask us.
        </Typography>
        <Typography variant="h2" sx={{ marginBlock: 2 }}>
          Today’s sailings
        </Typography>
        <Box
          component="table"
          sx={{
            borderCollapse: 'collapse',
            '& td': { paddingInlineEnd: 4, paddingBlock: 0.75, borderTop: 1, borderColor: 'divider' },
          }}
        >
          <tbody>
            {sailings.map(([time, way, state]) => (
              <tr key={`${time} ${way}`}>
                <td>
                  <Typography variant="figure">{time}</Typography>
                </td>
                <td>{way}</td>
                <td>{state}</td>
              </tr>
            ))}
          </tbody>
        </Box>
      </Box>
      <Box sx={{ height: { xs: 560, md: 'calc(100vh - 64px)' }, maxHeight: 720 }}>
        <ChatBox storageKey="skerrow-chat" zone={zone} lineId={lineId} />
      </Box>
    </Box>
  )
}
