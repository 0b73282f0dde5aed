// What every journey stands on: a centre of its own, and browsers that are closed behind it.
import { expect, test as base } from '@playwright/test'
import { skerrow, type Scenario } from '../../scripts/demo/load.ts'
import { Stand } from '../stand.ts'

/** Seconds that an offer stands in journeys: a slow machine must not let it pass; the journey that wants it to moves
 * the clock. */
export const answerWindow = 300

const patient: Scenario = {
  ...skerrow,
  queues: skerrow.queues.map((queue) => ({
    ...queue,
    answerWindowSeconds: answerWindow,
    // Nobody gives work out in most of them.
    selection: queue.selection === 'byHand' ? 'longestIdle' : queue.selection,
  })),
}

/**
 * One built web, router and database for the journeys of a worker, and no traffic but what a journey asks for. After a
 * journey that failed Playwright begins a new worker, and so a new centre: what it left behind harms no other.
 */
export const test = base.extend<{ tidy: undefined }, { stand: Stand }>({
  stand: [
    // Playwright reads the names of what a fixture needs from this pattern.
    // eslint-disable-next-line no-empty-pattern
    async ({}, use) => {
      const stand = await Stand.start({ outside: true, scenario: patient })
      process.env.EUDROMOS_E2E_ORIGIN = stand.origin
      process.env.EUDROMOS_E2E_OWNER = stand.place.ownerUrl
      await use(stand)
      await stand.stop()
    },
    { scope: 'worker', auto: true, timeout: 300_000 },
  ],
  tidy: [
    async ({ browser }, use) => {
      const kept = browser.newContext.bind(browser)
      const barred: string[] = []
      browser.newContext = async (options) => {
        const context = await kept(options)
        context.on('console', (said) => {
          if (said.text().includes('Content Security Policy')) barred.push(said.text())
        })
        return context
      }
      await use(undefined)
      browser.newContext = kept
      // Nothing of ours asks for what the policy of its own pages bars.
      expect(barred).toEqual([])
      // Pages left open go on drawing, and take from the journeys after this one.
      await Promise.all(browser.contexts().map((context) => context.close()))
    },
    { auto: true },
  ],
})
