'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Link from '@mui/material/Link'
import List from '@mui/material/List'
import ListItemButton from '@mui/material/ListItemButton'
import ListItemText from '@mui/material/ListItemText'
import Typography from '@mui/material/Typography'
import NextLink from 'next/link'
import { en } from '../../../../messages/en.ts'

interface NavListProps {
  readonly title: string
  readonly items: readonly { readonly id: string; readonly name: string; readonly under?: string }[]
  /** How many faults and warnings each has. */
  readonly findings: ReadonlyMap<string, number>
  readonly selected: string | null
  /** A new one is being made. */
  readonly making: boolean
  readonly freshLabel: string
  readonly onChoose: (id: string) => void
  /** Left out for those who may not change the plan. */
  readonly onFresh?: () => void
  /** Another way to look at all of them; `worst` shows those with something to mend first. */
  readonly table?: { readonly href: string; readonly name: string; readonly worst?: string }
  /** Too many to be listed: only the one that is open. */
  readonly brief?: boolean
}

/** One kind of thing in the plan: how many there are, what is wrong with them, and a new one. */
export function NavList(props: NavListProps) {
  const { title, items, findings, selected, making, freshLabel, onChoose, onFresh, table, brief } = props
  const total = items.reduce((sum, { id }) => sum + (findings.get(id) ?? 0), 0)
  // What is counted later moves nothing: whoever is about to press one of these would press another.
  const listed = brief === true ? items.filter(({ id }) => id === selected) : items
  return (
    <Box component="section" aria-label={title} sx={{ marginBlockEnd: 1.5 }}>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1, paddingInline: 1.5 }}>
        <Typography variant="h3" component="h2" sx={{ flex: 1, minWidth: 0, overflowWrap: 'anywhere' }}>
          {title}
        </Typography>
        {total > 0 && (
          <Typography
            variant="figure"
            aria-label={en.plan.faults(total)}
            {...(table?.worst !== undefined && { component: NextLink, href: table.worst })}
            sx={{ color: 'warning.main', fontWeight: 650, whiteSpace: 'nowrap' }}
          >
            ! {total}
          </Typography>
        )}
        <Typography variant="figure">{items.length}</Typography>
        {onFresh !== undefined && (
          <Button
            size="small"
            variant="text"
            aria-label={freshLabel}
            onClick={onFresh}
            sx={{ minWidth: 0, paddingInline: 0.5 }}
          >
            {en.plan.fresh}
          </Button>
        )}
      </Box>
      <List component="div" dense disablePadding>
        {listed.map(({ id, name, under }) => (
          <ListItemButton
            key={id}
            selected={id === selected}
            onClick={() => onChoose(id)}
            sx={{ borderRadius: 1, paddingBlock: 0 }}
          >
            <ListItemText primary={name} secondary={under} slotProps={{ primary: { noWrap: true, title: name } }} />
            {(findings.get(id) ?? 0) > 0 && (
              <Typography
                component="span"
                variant="figure"
                aria-label={en.plan.faults(findings.get(id) ?? 0)}
                sx={{ color: 'text.primary', fontWeight: 650 }}
              >
                ! {findings.get(id)}
              </Typography>
            )}
          </ListItemButton>
        ))}
        {table !== undefined && (
          <Link
            component={NextLink}
            href={table.href}
            variant="body2"
            sx={{ display: 'inline-block', paddingInline: 2, paddingBlock: 0.5 }}
          >
            {table.name}
          </Link>
        )}
        {making && (
          <ListItemButton selected sx={{ borderRadius: 1 }}>
            <ListItemText primary={freshLabel} secondary={en.plan.unsaved} />
          </ListItemButton>
        )}
      </List>
    </Box>
  )
}
