'use client'
// How many findings each thing of the plan has, for the list beside the form.
import { useEffect, useState } from 'react'
import {
  checkHours,
  checkLimits,
  checkLine,
  checkPeople,
  checkQueue,
  checkScript,
  checkShift,
  checkSite,
  checkSkill,
  checkState,
  checkTeam,
  checkTemplate,
  skillEdit,
  type PlanDocument,
  type PersonId,
  type TeamId,
} from '@eudromos/core/plan'
import { kinds, sitting, working, type Kind } from './things.ts'

export type Counted = Readonly<Record<Kind, ReadonlyMap<string, number>>>

/** One thing after the other with how many findings it has, of those that depend on the date as from `at`. */
export function* countFindings(document: PlanDocument, at: number): Generator<readonly [Kind, string, number]> {
  const inTeam = (id: TeamId): PersonId[] =>
    document.people.filter(({ teamId }) => teamId === id).map((person) => person.id)
  for (const one of document.queues) yield ['queue', one.id, checkQueue(one, document).length]
  for (const one of document.lines) yield ['line', one.id, checkLine(one, document).length]
  for (const one of document.hours) yield ['hours', one.id, checkHours(one, document, at).length]
  for (const one of document.shifts)
    yield ['shift', one.id, checkShift(one, working(document, one.id), document, at).length]
  for (const one of document.sites)
    yield ['site', one.id, checkSite(one, sitting(document, one.id), document, at).length]
  for (const one of document.teams) yield ['team', one.id, checkTeam(one, inTeam(one.id), document).length]
  for (const [id, findings] of checkPeople(document)) yield ['person', id, findings.length]
  for (const one of document.skills) yield ['skill', one.id, checkSkill(skillEdit(document, one), document).length]
  for (const one of document.presenceStates) yield ['presence', one.id, checkState(one, document).length]
  for (const one of document.loadLimits) yield ['limits', one.id, checkLimits(one, document).length]
  for (const one of document.scripts) yield ['script', one.id, checkScript(one, document).length]
  for (const one of document.templates) yield ['template', one.id, checkTemplate(one, document).length]
}

const nothing = (): Record<Kind, Map<string, number>> =>
  Object.fromEntries([...kinds, 'centre'].map((kind) => [kind, new Map()])) as Record<Kind, Map<string, number>>

/** So long is counted at a stretch: what is typed or pressed meanwhile comes between. */
const stretchMs = 12

/** How many findings each thing has: nothing before it is known which day it is (0), what it was until all is counted anew. */
export function useCounted(document: PlanDocument, at: number): Counted {
  const [counted, setCounted] = useState<Counted>(nothing)
  useEffect(() => {
    if (at === 0) return
    const counts = nothing()
    const all = countFindings(document, at)
    const count = (): void => {
      const until = performance.now() + stretchMs
      for (let one = all.next(); !one.done; one = all.next()) {
        const [kind, id, findings] = one.value
        counts[kind].set(id, findings)
        if (performance.now() >= until) {
          timer = setTimeout(count)
          return
        }
      }
      setCounted(counts)
    }
    let timer = setTimeout(count)
    return () => clearTimeout(timer)
  }, [document, at])
  return counted
}
