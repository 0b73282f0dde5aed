import type { Role } from './plan.ts'

/**
 * What a person may do. `seat` is to work as an agent oneself; `actAs` to do so in another's name, marked and recorded.
 */
export type Capability =
  | 'stopgaps'
  | 'emergency'
  | 'absences'
  | 'live.view'
  | 'plan.view'
  | 'plan.edit'
  | 'records.view'
  | 'seat'
  | 'actAs'
  | 'traffic.run'
  | 'presence.setOthers'

const capabilities: Readonly<Record<Role, readonly Capability[]>> = {
  administrator: [
    'live.view',
    'plan.view',
    'plan.edit',
    'records.view',
    'actAs',
    'traffic.run',
    'presence.setOthers',
    'stopgaps',
    'emergency',
    'absences',
  ],
  supervisor: [
    'live.view',
    'plan.view',
    'plan.edit',
    'records.view',
    'actAs',
    'traffic.run',
    'presence.setOthers',
    'stopgaps',
    'emergency',
    'absences',
  ],
  agent: ['seat'],
  observer: ['live.view', 'plan.view', 'records.view'],
}

/** Whether any of the roles carries the capability. */
export const may = (held: readonly Role[], capability: Capability): boolean =>
  held.some((role) => capabilities[role].includes(capability))
