import { answering } from '../../../../server/edge/answering.ts'
import { signOut } from '../../../../server/signing-in/signing-in.ts'

/** Ends the session: every stream of it, in whatever window, ends within two seconds. */
export const POST = (request: Request): Promise<Response> => answering(request, () => signOut(request.headers))
