import Box from '@mui/material/Box'
import Chip from '@mui/material/Chip'
import MuiLink from '@mui/material/Link'
import Typography from '@mui/material/Typography'
import Link from 'next/link'
import { customers } from '../messages/customers.ts'
import { en } from '../messages/en.ts'
import { story as t } from '../messages/story.ts'
import type { ToldEntry } from '../view/story.ts'
import { timeText } from './format.ts'
import { ChannelShape } from './glyphs.tsx'

interface StoryEntriesProps {
  readonly entries: readonly ToldEntry[]
  readonly zone: string
  /** So many signs are shown of the first words, and of the notes. */
  readonly most: { readonly words: number; readonly notes: number }
  /** Each leads to its record. */
  readonly linked?: boolean
}

/** Conversations of a customer, one below the other: when, with whom, what came of it. */
export function StoryEntries({ entries, zone, most, linked = false }: StoryEntriesProps) {
  return (
    <Box component="ol" sx={{ listStyle: 'none', margin: 0, padding: 0, display: 'grid', gap: 1 }}>
      {entries.map((one, n) => (
        <Box component="li" key={one.id ?? n} sx={{ display: 'grid', gridTemplateColumns: '14px 1fr', gap: 1 }}>
          <Box role="img" aria-label={t.kind(one.channel)} sx={{ paddingBlockStart: 0.5 }}>
            <ChannelShape channel={one.channel} size={12} />
          </Box>
          <div>
            {one.fresh && (
              <Chip size="small" color="primary" label={customers.fresh} sx={{ marginInlineEnd: 0.75, height: 18 }} />
            )}
            {linked && one.id !== null ? (
              <MuiLink component={Link} href={`/review/${encodeURIComponent(one.id)}`} color="inherit">
                <Summary entry={one} zone={zone} />
              </MuiLink>
            ) : (
              <Summary entry={one} zone={zone} />
            )}
            {one.id !== null && one.words !== null && one.words !== '' && (
              <Typography variant="body2" sx={{ color: 'text.secondary', overflowWrap: 'anywhere' }}>
                {one.words.slice(0, most.words)}
              </Typography>
            )}
            {one.id !== null && one.notes !== null && (
              <Typography variant="body2" sx={{ whiteSpace: 'pre-wrap', overflowWrap: 'anywhere' }}>
                {one.notes.slice(0, most.notes)}
              </Typography>
            )}
          </div>
        </Box>
      ))}
    </Box>
  )
}

function Summary({ entry, zone }: { entry: ToldEntry; zone: string }) {
  return (
    <Typography component="span" variant="body2">
      <Typography component="span" variant="figure">
        {timeText(entry.arrivedAt, zone, 0)}
      </Typography>{' '}
      {entry.id === null
        ? t.ofPrivateTeam
        : [entry.queueName, entry.agentName, entry.dispositionName ?? en.records.outcomes[entry.outcome]]
            .filter((part) => part !== null && part !== '')
            .join(' · ')}
    </Typography>
  )
}
