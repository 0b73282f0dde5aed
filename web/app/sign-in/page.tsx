import type { Metadata } from 'next'
import { redirect } from 'next/navigation'
import { en } from '../../messages/en.ts'
import { runtime } from '../../server/runtime.ts'
import { whoIs } from '../../server/who.ts'
import { SignIn } from './sign-in.tsx'

export const metadata: Metadata = { title: en.signIn.title }

export default async function SignInPage() {
  if ((await whoIs()) !== null) redirect('/')
  const { follower } = await runtime()
  const demo = (process.env.EUDROMOS_DEMO_PASSWORD ?? '') !== ''
  const people = demo ? [...follower.people.values()].filter(({ simulated, left }) => !simulated && !left) : []
  return <SignIn people={people.map(({ id, name, roles }) => ({ id, name, roles }))} />
}
