import { hash } from '@node-rs/argon2'
import * as yup from '../../../../view/yup.ts'
import { putPassword, readSigners } from '@eudromos/database'
import { auth } from '../../../../server/auth.ts'
import { readJson } from '../../../../server/limits.ts'
import { answering, notFound, problem, ProblemError } from '../../../../server/problem.ts'
import { runtime } from '../../../../server/runtime.ts'

const shape = yup.object({ personId: yup.string().max(200).required('Name the person.') })

/** One click a person, in the demo only: elsewhere there is no such password. */
export const POST = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const password = process.env.EUDROMOS_DEMO_PASSWORD
    if (password === undefined || password === '') throw notFound('The demo sign-in')
    const { personId } = await shape.validate(await readJson(request))
    const { follower, database } = await runtime()
    const person = follower.people.get(personId)
    if (person === undefined || person.simulated || person.left) throw notFound('This person')
    if (!(await readSigners(database)).has(personId)) await putPassword(database, person, await hash(password))
    const answer = await auth().api.signInEmail({
      body: { email: person.email, password },
      asResponse: true,
      headers: request.headers,
    })
    if (answer.status === 401)
      throw new ProblemError(
        problem(409, 'ownPassword', 'Own password', `${person.name} has a password of their own by now: use it below.`),
      )
    return answer
  })
