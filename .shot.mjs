import { chromium } from '@playwright/test'
const args = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
]
const [, , person, path, out, wait = '2500', script] = process.argv
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', chromiumSandbox: false, args })
const ctx = await b.newContext({ viewport: { width: 1280, height: 800 } })
const p = await ctx.newPage()
p.on(
  'console',
  (m) => ['error', 'warning'].includes(m.type()) && console.log('CONSOLE', m.type(), m.text().slice(0, 400)),
)
p.on('pageerror', (e) => console.log('PAGEERROR', e.message.slice(0, 500)))
p.on('response', (r) => r.status() >= 400 && console.log('HTTP', r.status(), r.url()))
const base = process.env.BASE ?? 'http://localhost:4700'
await p.goto(base + '/sign-in')
if (person !== '-') {
  await p.getByRole('button', { name: new RegExp(person) }).click()
  await p.waitForURL((u) => !u.pathname.startsWith('/sign-in'))
}
if (path !== '-') await p.goto(base + path)
await p.waitForTimeout(+wait)
if (script) await new Function('p', 'ctx', 'return (async()=>{' + script + '})()')(p, ctx)
await p.screenshot({ path: out })
await b.close()
