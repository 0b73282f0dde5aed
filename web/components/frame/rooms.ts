import { may, type Capability, type Role } from '@eudromos/core/plan'
import { en } from '../../messages/en.ts'

export interface Room {
  readonly path: string
  readonly name: string
  readonly capability: Capability
}

const rooms: readonly Room[] = [
  { path: '/live', name: en.rooms.live, capability: 'live.view' },
  { path: '/seat', name: en.rooms.seat, capability: 'seat' },
  { path: '/plan', name: en.rooms.plan, capability: 'plan.view' },
  { path: '/review', name: en.rooms.review, capability: 'records.view' },
  { path: '/outside', name: en.rooms.outside, capability: 'actAs' },
]

/** The rooms that somebody with these roles may enter; others are not shown. */
export const roomsFor = (roles: readonly Role[]): Room[] => rooms.filter(({ capability }) => may(roles, capability))
