import { auth } from '../../../../server/auth.ts'
import { limitRate } from '../../../../server/limits.ts'
import { answering } from '../../../../server/problem.ts'

const pass = (request: Request): Promise<Response> =>
  answering(request, () => {
    limitRate(`auth:${request.headers.get('x-forwarded-for') ?? 'here'}`, 120)
    return auth().handler(request)
  })

export const GET = pass
export const POST = pass
