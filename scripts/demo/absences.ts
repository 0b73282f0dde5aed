// Who of the made-up ferry company is away when the demo begins, and in the weeks after.
import { dayMs, Zone } from '../../core/hours/index.ts'
import type { AbsenceReason } from '../../core/plan/index.ts'

interface ScenarioAbsence {
  readonly agentId: string
  readonly reason: AbsenceReason
  /** Days from the one on which the demo begins, the last not included. */
  readonly from: number
  readonly to: number
}

const planned: readonly ScenarioAbsence[] = [
  { agentId: 'dorte-halvorsen', reason: 'holiday', from: -4, to: 10 },
  { agentId: 'gil-navarro', reason: 'sick', from: 0, to: 2 },
  { agentId: 'milo-trevanion', reason: 'training', from: 0, to: 1 },
  { agentId: 'petra-voss', reason: 'duty', from: 3, to: 5 },
  { agentId: 'silvio-conti', reason: 'family', from: 10, to: 13 },
  { agentId: 'wanda-pryce', reason: 'holiday', from: 7, to: 21 },
]

/** The absences as instants: whole days of the zone, counted from the day of `begins`. */
export function absencesFrom(begins: number, zoneName: string) {
  const zone = Zone.of(zoneName)
  const today = Math.floor(zone.toWall(begins) / dayMs)
  const midnight = (day: number): number => zone.fromWall((today + day) * dayMs)
  return planned.map(({ agentId, reason, from, to }, n) => ({
    absenceId: `scenario-${n + 1}`,
    agentId,
    reason,
    from: midnight(from),
    to: midnight(to),
  }))
}
