'use client'
import Box from '@mui/material/Box'
import Paper from '@mui/material/Paper'
import Popper from '@mui/material/Popper'
import Typography from '@mui/material/Typography'
import type { RefObject } from 'react'
import type { ReplyTemplate } from '@eudromos/core/plan'
import { template as t } from '../../messages/templates.ts'

/** So many are shown at a time; more words narrow them. */
export const mostTemplates = 8

interface TemplateListProps {
  readonly anchor: RefObject<HTMLTextAreaElement | null>
  readonly found: readonly ReplyTemplate[]
  readonly at: number
  readonly onPut: (template: ReplyTemplate) => void
}

/** The templates that the words after the slash find, above where one writes. The keys are those of the writing. */
export function TemplateList({ anchor, found, at, onPut }: TemplateListProps) {
  return (
    <Popper open anchorEl={() => anchor.current ?? document.body} placement="top-start" sx={{ zIndex: 1250 }}>
      <Paper
        elevation={6}
        sx={{ width: 440, maxWidth: 'calc(100vw - 48px)', padding: 0.5, border: 1, borderColor: 'divider' }}
      >
        <Box component="ul" role="listbox" id="reply-templates" aria-label={t.list} sx={{ margin: 0, padding: 0 }}>
          {found.map((one, n) => (
            <Box
              component="li"
              key={one.id}
              id={`reply-template-${n}`}
              role="option"
              aria-selected={n === at}
              onPointerDown={(event) => {
                // The writing keeps the focus.
                event.preventDefault()
                onPut(one)
              }}
              sx={{
                listStyle: 'none',
                paddingInline: 1.25,
                paddingBlock: 0.75,
                borderRadius: 1,
                cursor: 'pointer',
                borderInlineStart: '3px solid',
                borderColor: n === at ? 'secondary.main' : 'transparent',
                bgcolor: n === at ? 'action.selected' : undefined,
                '&:hover': { bgcolor: 'action.hover' },
              }}
            >
              <Typography sx={{ fontWeight: 650 }}>{one.name}</Typography>
              <Typography variant="body2" noWrap sx={{ color: 'text.secondary' }}>
                {one.text}
              </Typography>
            </Box>
          ))}
        </Box>
        <Typography
          role="status"
          variant="body2"
          sx={{ paddingInline: 1.25, paddingBlock: 0.5, color: 'text.secondary' }}
        >
          {found.length === 0 ? t.nothing : t.keys(found.length)}
        </Typography>
      </Paper>
    </Popper>
  )
}
