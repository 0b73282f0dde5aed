'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useRef, useState } from 'react'
import { clockText } from '../format.ts'
import { useTold } from '../told.tsx'

/** Far behind the end of any. */
const beyondSeconds = 1e7

/** A message that was spoken, to be listened to, with how long it is. */
export function VoiceMessage({ src }: { src: string }) {
  const t = useTold()
  const measuring = useRef(false)
  const [seconds, setSeconds] = useState<number | null>(null)
  return (
    <Box sx={{ display: 'grid' }}>
      {/* Nobody has written down what is said in it. */}
      <Box
        component="audio"
        controls
        preload="metadata"
        aria-label={t('chat.spoken')}
        src={src}
        // What a browser has recorded does not say how long it is: it is known once its end was looked for.
        onLoadedMetadata={({ currentTarget }) => {
          if (Number.isFinite(currentTarget.duration)) setSeconds(currentTarget.duration)
          else {
            measuring.current = true
            currentTarget.currentTime = beyondSeconds
          }
        }}
        onTimeUpdate={({ currentTarget }) => {
          if (!measuring.current || !Number.isFinite(currentTarget.duration)) return
          measuring.current = false
          setSeconds(currentTarget.duration)
          currentTarget.currentTime = 0
        }}
        sx={{ width: '100%', minWidth: 240 }}
      />
      {seconds !== null && (
        <Typography variant="body2" sx={{ color: 'text.secondary' }}>
          {t('chat.spokenLength', { length: clockText(seconds * 1000) })}
        </Typography>
      )}
    </Box>
  )
}

export const isSpoken = (attachment: { readonly mediaType: string } | null): boolean =>
  attachment?.mediaType.startsWith('audio/') === true
