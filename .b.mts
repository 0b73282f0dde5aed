import { crowdScenario } from './e2e/crowd.ts'
import { Stand } from './e2e/stand.ts'
import { commandsPerSecond, latencies, webHere } from './scripts/bench/path.ts'
const stand = await Stand.start({ fsync: true, webs: 0, scenario: crowdScenario(500) })
const web = await webHere(stand)
console.log(await commandsPerSecond(web, 64, 2))
console.log(JSON.stringify(await latencies(web, 50, 15)))
await web.close()
await stand.stop()
process.exit(0)
