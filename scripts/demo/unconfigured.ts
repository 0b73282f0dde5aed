// A centre that nobody has set up: one administrator, no queue, no line, and sets that any centre may begin with.
import { plainCentre, plainCentreWords } from '../../core/plan/index.ts'
import type { Scenario } from './load.ts'
import { centre } from './scenario.ts'
import { usualHours } from './scenario-times.ts'
import type { ScenarioPerson } from './scenario-people.ts'

const administrator: ScenarioPerson = {
  id: 'administrator',
  name: 'Administrator',
  roles: ['administrator', 'supervisor'],
  loadLimitsId: null,
  siteId: null,
  shiftId: null,
  teamId: null,
  tier: null,
  simulated: false,
  skills: {},
  hint: 'sets everything up',
}

const { missedStateId, awayStateId, evacuatedStateId, recoverStateId } = centre.centre

export const unconfigured: Scenario = {
  people: [administrator],
  mailDomain: 'centre.example',
  testCustomers: [],
  phones: [],
  queues: [],
  lines: [],
  times: { hours: usualHours, calendars: [], sites: [], shifts: [] },
  centre: {
    ...centre,
    centre: {
      ...{ name: 'New centre', zone: 'Europe/London', dayStartsAtHour: 4, defaultTargetSeconds: 60, order: 'lateness' },
      ...{ agentGraceSeconds: 30, customerGraceSeconds: 20, retryAfterSeconds: 10 },
      ...plainCentre,
      ...plainCentreWords,
      ...{ missedStateId, awayStateId, evacuatedStateId, recoverStateId, ownAbsences: true },
    },
    dispositions: [
      { id: 'settled', name: 'Settled' },
      { id: 'follow-up', name: 'Needs follow-up' },
      { id: 'no-answer', name: 'Customer fell silent' },
    ],
    templates: [],
    scripts: [],
  },
}
