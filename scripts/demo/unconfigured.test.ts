import { checkPlan } from '../../core/plan/index.ts'
import { connect, readDraft } from '../../database/index.ts'
import { everyRow, testDatabase } from '../../database/testing/index.ts'
import { load } from './load.ts'
import { people } from './scenario-people.ts'
import { beginsAt } from './scenario.ts'
import { unconfigured } from './unconfigured.ts'

test('a centre that nobody has set up has nothing of the ferry company, and sets to begin with', async () => {
  const place = await testDatabase()
  const owner = connect(place.ownerUrl)
  try {
    await load(owner, unconfigured, 'a password for tests', beginsAt)
    const rows = await everyRow(owner.$client)
    expect(rows).toContain('Administrator')
    expect(rows).not.toMatch(
      /skerrow|ferr(y|ies)|sailing|quay|pier|\bplate\b|lantern|vellan|marrow|port ansel|booking/i,
    )
    for (const { name } of people) expect(rows).not.toContain(name)
    const document = (await readDraft(owner))?.document
    expect(document).toMatchObject({
      queues: [],
      lines: [],
      templates: [],
      scripts: [],
      skills: [],
      teams: [],
      sites: [],
    })
    expect(document?.centre.customerFields).toEqual([])
    expect(document?.hours.length).toBeGreaterThan(0)
    expect(document?.presenceStates.length).toBeGreaterThan(0)
    expect(document === undefined ? null : checkPlan(document)).not.toBeNull()
  } finally {
    await owner.$client.end()
    await place.drop()
  }
})
