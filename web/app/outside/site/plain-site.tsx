'use client'
import type { LineId } from '@eudromos/core/plan'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { ChatBox } from '../../../components/chat-box/chat-box.tsx'
import { outside } from '../../../messages/outside.ts'

/** A page of any centre: its name, and the chat box. */
export function PlainSite({ name, zone, lineId }: { name: string; zone: string; lineId: LineId | null }) {
  return (
    <Box component="main" sx={{ display: 'grid', gap: 2, padding: 4, maxWidth: 560, marginInline: 'auto' }}>
      <Typography variant="h1">{name}</Typography>
      <Typography>{outside.plainSite}</Typography>
      <Box sx={{ height: 560 }}>
        <ChatBox storageKey="site-chat" zone={zone} lineId={lineId} />
      </Box>
    </Box>
  )
}
