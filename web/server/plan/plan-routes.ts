import 'server-only'
import { readJson } from '../edge/limits.ts'
import { removeTimes, type Removable, type Saved } from './plan.ts'
import type { Count } from '../../view/counted.ts'
import { counting } from '../edge/counting.ts'
import { runtime, type Runtime } from '../runtime/runtime.ts'
import { permit, type Who } from '../edge/who.ts'

const mostBytes = 2 * 1024 * 1024

type Change = (runtime: Runtime, who: Who, input: unknown, count: Count) => Promise<Saved>

/** A route that changes the plan and answers once the router has taken it over; of many things it tells how far it is. */
export const changing =
  (change: Change, bytes = mostBytes) =>
  (request: Request): Promise<Response> =>
    counting(request, async (count) => {
      const who = await permit('plan.edit')
      return Response.json(await change(await runtime(), who, await readJson(request, bytes), count))
    })

/** A route that takes one of these out of the plan. */
export const removing = (what: Removable) => changing((centre, who, input) => removeTimes(centre, who, what, input))
