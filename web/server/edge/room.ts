import 'server-only'
import { redirect } from 'next/navigation'
import { may, type Capability } from '@eudromos/core/plan'
import { whoIs, type Who } from './who.ts'

/** Lets only those into a room who hold the capability; others are led to where they may go. */
export async function enter(capability: Capability): Promise<Who> {
  const who = await whoIs()
  if (who === null) redirect('/sign-in')
  if (!may(who.roles, capability)) redirect('/')
  return who
}
