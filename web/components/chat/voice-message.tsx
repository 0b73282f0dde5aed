import Box from '@mui/material/Box'
import { callbacks as t } from '../../messages/callbacks.ts'

/** A message that was spoken, to be listened to. */
export function VoiceMessage({ src }: { src: string }) {
  return (
    // Nobody has written down what is said in it.
    <Box
      component="audio"
      controls
      preload="metadata"
      aria-label={t.spoken}
      src={src}
      sx={{ width: '100%', minWidth: 240 }}
    />
  )
}

export const isSpoken = (attachment: { readonly mediaType: string } | null): boolean =>
  attachment?.mediaType.startsWith('audio/') === true
