import { crowdScenario } from './e2e/crowd.ts'
import { Stand } from './e2e/stand.ts'
import { commandsPerSecond, webHere } from './scripts/bench/path.ts'
import { singleRowCommits } from './scripts/bench/yardsticks.ts'
const stand = await Stand.start({ fsync: true, webs: 0, scenario: crowdScenario(500) })
const web = await webHere(stand)
await commandsPerSecond(web, 64, 2)
for (let i = 0; i < 3; i++)
  console.log(await singleRowCommits(stand.place.ownerUrl, 2), await commandsPerSecond(web, 64, 3))
await web.close()
await stand.stop()
process.exit(0)
