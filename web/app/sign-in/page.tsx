import { redirect } from 'next/navigation'
import { PageTitle } from '../../components/frame/page-title.tsx'
import { en } from '../../messages/en.ts'
import { oneClickPeople } from '../../server/signing-in/one-click.ts'
import { runtime } from '../../server/runtime/runtime.ts'
import { whoIs } from '../../server/edge/who.ts'
import { SignIn } from './sign-in.tsx'

export default async function SignInPage() {
  if ((await whoIs()) !== null) redirect('/')
  const people = await oneClickPeople(await runtime())
  return (
    <>
      <PageTitle of={en.signIn.title} />
      <SignIn people={people.map(({ id, name, roles }) => ({ id, name, roles }))} />
    </>
  )
}
