import type { PersonId, AnyId } from '@eudromos/core/plan'
import { hash } from '@node-rs/argon2'
import * as yup from '../../../../view/yup.ts'
import { putPassword, readSigners } from '@eudromos/database'
import { ownOrigins } from '../../../../server/signing-in/auth.ts'
import { envelope } from '../../../../server/edge/envelope.ts'
import { readJson } from '../../../../server/edge/limits.ts'
import { answering } from '../../../../server/edge/answering.ts'
import { notFound, problem, ProblemError } from '../../../../server/edge/problem.ts'
import { runtime, type Runtime } from '../../../../server/runtime/runtime.ts'
import { tryPassword } from '../../../../server/signing-in/signing-in.ts'

const shape = yup.object({
  personId: yup.string<AnyId>().max(200).required('Name the person.'),
  /** Agents are Ready at once, so that the day reaches them. */
  takePart: yup.boolean().default(false),
})

/** Whoever is an agent and signed out of work is Ready; that they may not be is no reason not to sign them in. */
async function takePart({ follower, sender }: Runtime, personId: PersonId): Promise<void> {
  const { plan, agents } = follower.state
  const stateId = agents.get(personId)?.stateId
  const signedOut = plan?.presenceStates.find(({ id }) => id === stateId)?.signedOut === true
  const ready = plan?.presenceStates.find(
    ({ choosable, admits, teamIds }) => choosable && admits.length > 0 && teamIds.length === 0,
  )
  if (!signedOut || ready === undefined) return
  const actor = { kind: 'person', id: personId } as const
  const command = envelope('setPresence', actor, { agentId: personId, stateId: ready.id })
  await sender.submit({ command }).catch(() => undefined)
}

/** One click a person, in the demo only: elsewhere there is no such password. */
export const POST = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const password = process.env.EUDROMOS_DEMO_PASSWORD
    // A name of somebody else's that was made to lead here is none of ours: its pages would be let in.
    const isOurs = ownOrigins().some((origin) => new URL(origin).host === request.headers.get('host'))
    if (password === undefined || password === '' || !isOurs) throw notFound('The demo sign-in')
    const { personId, takePart: takesPart } = await shape.validate(await readJson(request))
    const place = await runtime()
    const { follower, database } = place
    const person = follower.people.get(personId)
    if (person === undefined || person.simulated || person.left) throw notFound('This person')
    if (!(await readSigners(database)).has(personId)) await putPassword(database, person, await hash(password))
    const answer = await tryPassword({ email: person.email, password }, request.headers)
    if (answer === null)
      throw new ProblemError(
        problem(409, 'ownPassword', 'Own password', `${person.name} has a password of their own by now: use it below.`),
      )
    if (takesPart) await takePart(place, personId)
    return answer
  })
