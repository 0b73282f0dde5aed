'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Paper from '@mui/material/Paper'
import Typography from '@mui/material/Typography'
import Link from 'next/link'
import { en } from '../../../messages/en.ts'
import { mailbox } from '../../../messages/mail.ts'
import { phone } from '../../../messages/texts.ts'
import { TrafficPanel } from './traffic-panel.tsx'

const t = en.outside

/** The simulated devices of customers, and made-up traffic. */
export function OutsideRoom({ mayRun }: { mayRun: boolean }) {
  return (
    <Box component="main" id="contents" sx={{ padding: 2, display: 'grid', gap: 2, maxWidth: 1100 }}>
      <div>
        <Typography variant="h1">{t.title}</Typography>
        <Typography sx={{ color: 'text.secondary' }}>{t.intro}</Typography>
      </div>
      <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(4, 1fr)', gap: 2 }}>
        <Door title={t.beside} text={t.besideText} href="/outside/beside" />
        <Door title={t.site} text={t.siteText} href="/outside/site" newTab />
        <Door title={phone.door} text={phone.doorText} href="/outside/phone" newTab />
        <Door title={mailbox.door} text={mailbox.doorText} href="/outside/mailbox" newTab />
      </Box>
      {mayRun && <TrafficPanel />}
    </Box>
  )
}

function Door({ title, text, href, newTab = false }: { title: string; text: string; href: string; newTab?: boolean }) {
  return (
    <Paper
      component="section"
      aria-label={title}
      sx={{
        padding: 2.5,
        border: 1,
        borderColor: 'divider',
        display: 'grid',
        gap: 1,
        justifyItems: 'start',
        alignContent: 'start',
      }}
    >
      <Typography variant="h2">{title}</Typography>
      <Typography>{text}</Typography>
      <Button component={Link} href={href} target={newTab ? '_blank' : undefined} aria-label={`${t.open}: ${title}`}>
        {t.open}
      </Button>
    </Paper>
  )
}
