import type { ContentId } from '@eudromos/core/plan'
import AttachFileIcon from '@mui/icons-material/AttachFile'
import Box from '@mui/material/Box'
import MuiLink from '@mui/material/Link'
import Typography from '@mui/material/Typography'
import { files } from '../../messages/files.ts'
import { isPicture } from '../../view/files.ts'
import type { AttachmentView } from '../../view/view.ts'
import { sizeText } from '../format.ts'

/** Where somebody of the centre gets a file of a conversation. */
export const attachmentHref = (contentId: ContentId): string => `/api/attachments/${encodeURIComponent(contentId)}`

const pictureHeight = 160

/** A picture is seen, anything else is named; each can be saved once it has arrived: until then it has no address. */
export function SentFile({ file, href }: { file: AttachmentView; href: string | null }) {
  const name = files.named(file.fileName, sizeText(file.sizeBytes))
  if (href === null) return <Typography variant="body2">{name}</Typography>
  return (
    <MuiLink href={href} download sx={{ display: 'grid', gap: 0.5, justifyItems: 'start' }}>
      {isPicture(file) && (
        <Box
          component="img"
          src={href}
          // What it shows nobody has written down: the name follows as the link's words.
          alt=""
          // As high before it has come as after, or the conversation would be scrolled short of its end.
          sx={{
            height: pictureHeight,
            maxWidth: '100%',
            objectFit: 'scale-down',
            objectPosition: 'left',
            borderRadius: 1,
          }}
        />
      )}
      <Box component="span" sx={{ display: 'flex', alignItems: 'center', gap: 0.5 }}>
        <AttachFileIcon fontSize="small" aria-hidden="true" />
        {name}
      </Box>
    </MuiLink>
  )
}
