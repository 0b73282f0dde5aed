import { expect, type Locator, type Page } from '@playwright/test'
import { until, type Stand } from '../stand.ts'
import { answeredCall, call, expectSound, heardBy } from './calling.ts'
import { test } from './journey.ts'
import { bayOf, goHome, sayPresence, signIn } from './people.ts'

/** Presses one until the other is there: what is asked while the centre is away is refused, or comes about late. */
async function press(bay: Locator, name: string, then: string): Promise<void> {
  const button = bay.getByRole('button', { name, exact: true })
  await expect(async () => {
    if ((await button.count()) > 0) await button.click({ timeout: 2000 })
    await expect(bay.getByRole('button', { name: then, exact: true })).toBeVisible({ timeout: 5000 })
  }).toPass()
}

/** The centre is in control of the call: putting it on hold is heard at the other end, and taking it off. */
async function expectKept(bay: Locator, phone: Page): Promise<void> {
  await press(bay, 'Hold', 'Resume')
  await expect(heardBy(phone)).toContainText('You are on hold. Music plays.')
  await press(bay, 'Resume', 'Hold')
  await expect(heardBy(phone)).toContainText('You are talking to Ana.')
}

async function killRouter(stand: Stand): Promise<void> {
  const working = await stand.routerAtWork()
  working.child.kill('SIGKILL')
  await working.ended
}

test('router, web and database are killed while people talk: the sound goes on, offers come again, the record is whole', async ({
  browser,
  stand,
}) => {
  // One stands by, as where a centre is run.
  stand.startRouter()
  const { ana, phone, bay } = await answeredCall(browser, '+61491570006', 'Ilse Varga')
  const joao = await signIn(browser, 'João Tavares')
  await sayPresence(joao, 'Ready')
  const other = await signIn(browser, 'Rosalind Okafor', null)

  const seq = await stand.lastSeq()
  await killRouter(stand)
  const killedAt = Date.now()
  const ringing = call(other, '+61491570157')
  await until('an offer is made again', async () => {
    const { rows } = await stand.database.$client.query<{ n: number }>(
      `select count(*)::int as n from journal where seq > $1 and type = 'offerMade'`,
      [seq],
    )
    return (rows[0]?.n ?? 0) > 0
  })
  expect(Date.now() - killedAt).toBeLessThan(10_000)
  await ringing
  await expectSound(bay)
  await expectSound(phone)
  await expect(bayOf(joao, 'Marta Quill')).toBeVisible()
  await joao.keyboard.press('Alt+a')
  await expectSound(bayOf(joao, 'Marta Quill'))
  await expectKept(bay, phone)

  const [web] = stand.webs
  web?.child.kill('SIGKILL')
  await web?.ended
  // It takes its time to come up: who is gone for longer than their grace is gone for good.
  const comesUp = stand.startWeb(stand.place.ports.web)
  await expectSound(bay)
  await expectSound(phone)
  await comesUp
  await expectKept(bay, phone)

  await stand.place.cluster.stop('immediate')
  await other.goto('/plan')
  await expect(other.getByRole('heading', { name: 'This page could not be shown' })).toBeVisible()
  await expectSound(bay)
  await expectSound(phone)
  await stand.place.cluster.start()
  await expect(async () => {
    const again = other.getByRole('button', { name: 'Try again' })
    if ((await again.count()) > 0) await again.click({ timeout: 1000 })
    await expect(other.getByRole('heading', { name: 'Routing' })).toBeVisible({ timeout: 2000 })
  }).toPass()
  await expectKept(bay, phone)
  await expectSound(bay)

  await press(bay, 'Hang up', 'Finish wrap-up')
  await bay.getByRole('button', { name: 'Finish wrap-up' }).click()
  const { rows } = await stand.database.$client.query<{
    name: string
    outcome: string
    offers: number
    hold: number
    talk: number | null
  }>(
    `select c.name, r.outcome, jsonb_array_length(r.offers) as offers, r.hold_ms::int as hold, r.talk_ms::int as talk
     from record r join customer c on c.id = r.customer_id
     where r.channel = 'voice' and c.name = 'Ilse Varga' order by r.arrived_at desc limit 1`,
  )
  expect(rows[0]).toMatchObject({ name: 'Ilse Varga', outcome: 'answered', offers: 1 })
  expect(rows[0]?.hold).toBeGreaterThan(0)
  expect(rows[0]?.talk).toBeGreaterThan(rows[0]?.hold ?? Infinity)
  await goHome(ana)
  await goHome(joao)
})
