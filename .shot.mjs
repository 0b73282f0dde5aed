import { chromium } from '@playwright/test'
const [,, person, path, out, wait = '1500', script = '', size = '1280x800'] = process.argv
const [width, height] = size.split('x').map(Number)
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] })
const page = await browser.newPage({ viewport: { width, height } })
page.on('console', (m) => { if (m.type() === 'error') console.log('console:', m.text().slice(0, 200)) })
await page.goto('http://localhost:4700/')
if (person !== '-') { await page.getByRole('button', { name: new RegExp(person) }).first().click(); await page.waitForURL((u) => !u.pathname.includes('sign'), { timeout: 15000 }).catch(() => console.log('no sign-in')) }
await page.goto('http://localhost:4700' + path)
await page.waitForTimeout(Number(wait))
if (script) await (new Function('page', 'return (async () => {' + script + '})()'))(page)
await page.screenshot({ path: out })
await browser.close()
