'use client'
import Box from '@mui/material/Box'
import Chip from '@mui/material/Chip'
import Typography from '@mui/material/Typography'
import type { ReactNode } from 'react'
import { shownNumber } from '@eudromos/core/numbers'
import { en } from '../../../messages/en.ts'
import { texts } from '../../../messages/texts.ts'
import type { InteractionView } from '../../../view/view.ts'
import { languageName } from '../../format.ts'
import { ChannelShape } from '../../glyphs.tsx'

interface BayHeadProps {
  readonly interaction: InteractionView
  readonly under: ReactNode
  readonly time: string
  readonly pressing?: boolean
}

/** Who it is, which queue, and the time that counts. */
export function BayHead({ interaction, under, time, pressing = false }: BayHeadProps) {
  const { numbers, language, tags, outgoing } = interaction
  const theirs = numbers === null ? '' : shownNumber(numbers.customer)
  const own = numbers?.line == null ? '' : shownNumber(numbers.line)
  return (
    <Box sx={{ paddingInline: 1.75, paddingBlock: 1.25, borderBottom: 1, borderColor: 'divider' }}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.25 }}>
        <ChannelShape channel={interaction.channel} />
        <Typography variant="h2" noWrap sx={{ flex: 1 }}>
          {interaction.customerName}
        </Typography>
        {interaction.test && <Chip size="small" label={en.seat.test} variant="outlined" />}
        <Typography
          variant="figure"
          sx={{ color: pressing ? 'warning.main' : 'text.primary', fontWeight: pressing ? 650 : 400 }}
        >
          {time}
        </Typography>
      </Box>
      <Typography variant="body2" noWrap sx={{ color: 'text.secondary' }}>
        {under}
      </Typography>
      {numbers !== null && (
        <Typography variant="body2" noWrap sx={{ color: 'text.secondary' }}>
          {texts.under(...(outgoing ? ([own, theirs] as const) : ([theirs, own] as const)))}
        </Typography>
      )}
      {(language !== null || tags.length > 0) && (
        <Typography variant="body2" noWrap sx={{ color: 'text.secondary' }}>
          {[...(language === null ? [] : [languageName(language)]), ...tags].join(' · ')}
        </Typography>
      )}
    </Box>
  )
}
