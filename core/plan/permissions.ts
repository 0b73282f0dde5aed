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
  /** To mark places in recordings. */
  | 'records.mark'
  | 'seat'
  | 'actAs'
  | 'traffic.run'
  | 'presence.setOthers'
  /** To give a waiting interaction to somebody, or move it to another queue. */
  | 'assign'
  /** To listen in on a call, speak to its agent or join it. */
  | 'listen'
  /** To change what is known of customers, and to erase it. */
  | 'customers.edit'

const capabilities: Readonly<Record<Role, readonly Capability[]>> = {
  administrator: [
    'live.view',
    'plan.view',
    'plan.edit',
    'records.view',
    'records.mark',
    'actAs',
    'traffic.run',
    'presence.setOthers',
    'assign',
    'listen',
    'customers.edit',
    'stopgaps',
    'emergency',
    'absences',
  ],
  supervisor: [
    'live.view',
    'plan.view',
    'plan.edit',
    'records.view',
    'records.mark',
    'actAs',
    'traffic.run',
    'presence.setOthers',
    'assign',
    'listen',
    'customers.edit',
    'stopgaps',
    'emergency',
    'absences',
  ],
  agent: ['seat'],
  observer: ['live.view', 'plan.view', 'records.view'],
}

/** Whether any of the roles carries the capability. */
export const may = (roles: readonly Role[], capability: Capability): boolean =>
  roles.some((role) => capabilities[role].includes(capability))

/**
 * Whether somebody of the roles `held` may make a person of the roles `before` one of the roles `after`, or change
 * anything else of them: administrators are made and changed by administrators only.
 */
export const mayGive = (roles: readonly Role[], before: readonly Role[], after: readonly Role[]): boolean =>
  may(roles, 'plan.edit') && (roles.includes('administrator') || ![...before, ...after].includes('administrator'))
