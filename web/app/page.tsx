import { redirect } from 'next/navigation'
import { roomsFor } from '../components/frame/rooms.ts'
import { whoIs } from '../server/edge/who.ts'

export default async function Home() {
  const who = await whoIs()
  redirect(who === null ? '/sign-in' : (roomsFor(who.roles)[0]?.path ?? '/sign-in'))
}
