// Files that are given to a command, checked against their published schema before anything is done with them.
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import Ajv2020, { type ErrorObject, type ValidateFunction } from 'ajv/dist/2020.js'
import {
  chatsOnly,
  plainCentre,
  plainCentreWords,
  plainPerson,
  plainPlanned,
  plainPlannedLine,
  plainState,
  type PlanDocument,
} from '@eudromos/core/plan'
import { root } from '../prepare.mjs'
import { BadInput, type InputFault } from './problem.ts'

const most = 50
const schemas = new Map<string, ValidateFunction>()

/** What the schema of docs/formats says of the value, as faults below `pointer`. */
export function faultsIn(value: unknown, format: string, pointer = ''): InputFault[] {
  let validate = schemas.get(format)
  if (validate === undefined) {
    const schema = JSON.parse(readFileSync(join(root, `docs/formats/${format}.schema.json`), 'utf8')) as object
    validate = new Ajv2020({ strict: true, strictRequired: false, allErrors: true, discriminator: true }).compile(
      schema,
    )
    schemas.set(format, validate)
  }
  return validate(value) ? [] : (validate.errors ?? []).slice(0, most).map((error) => faultOf(error, pointer))
}

const faultOf = ({ instancePath, message, params }: ErrorObject, pointer: string): InputFault => {
  const misspelt = 'unevaluatedProperty' in params ? String(params.unevaluatedProperty) : null
  if (misspelt !== null)
    return { pointer: `${pointer}${instancePath}/${misspelt}`, detail: `There is no property “${misspelt}” here.` }
  const allowed = 'allowedValues' in params ? ` ${(params.allowedValues as unknown[]).join(', ')}` : ''
  return { pointer: `${pointer}${instancePath}`, detail: `It ${message ?? 'is not as it should be'}${allowed}.` }
}

export function jsonOf(text: string, what: string): unknown {
  try {
    return JSON.parse(text)
  } catch (error) {
    throw new BadInput(`${what} is not JSON: ${error instanceof Error ? error.message : String(error)}`)
  }
}

/** What files of before call otherwise, among the settings of the centre. */
const renamedSettings: Readonly<Record<string, string>> = {
  dayTurnsAtHour: 'dayStartsAtHour',
  wishSeconds: 'preferredSeconds',
}

/** The plan with its settings by their names of today; anything that is no plan as it is. */
function inNamesOfToday(given: unknown): unknown {
  const { centre } = (given ?? {}) as { centre?: unknown }
  if (typeof centre !== 'object' || centre === null) return given
  const named = Object.entries(centre).map(([name, value]) => [renamedSettings[name] ?? name, value] as const)
  return { ...(given as object), centre: Object.fromEntries(named) }
}

/** Reads a plan file. Throws BadInput with everything that is wrong with its form. */
export function planOf(text: string): PlanDocument {
  const given = inNamesOfToday(jsonOf(text, 'The plan'))
  const faults = faultsIn(given, 'plan')
  if (faults.length > 0) throw new BadInput('The plan is not in the form of docs/formats/plan.schema.json.', faults)
  const plan = given as PlanDocument
  // What a file of an older version does not have.
  return {
    ...plan,
    centre: { ...plainCentre, ...plainCentreWords, ...plan.centre },
    loadLimits: plan.loadLimits.map(({ channels, ...limits }) => ({
      ...Object.assign({ freeForCalls: 0, sameCustomerInCalls: false }, limits),
      channels: { ...chatsOnly(0), ...channels },
    })),
    lines: plan.lines.map((line) => Object.assign({}, plainPlannedLine, line)),
    teams: (plan as Partial<PlanDocument>).teams ?? [],
    templates: (plan as Partial<PlanDocument>).templates ?? [],
    scripts: (plan as Partial<PlanDocument>).scripts ?? [],
    presenceStates: plan.presenceStates.map((state) => Object.assign({}, plainState, state)),
    people: plan.people.map((person) => Object.assign({}, plainPerson, person)),
    queues: plan.queues.map((queue) => {
      const whole = Object.assign({}, plainPlanned, queue)
      return { ...whole, laterReaches: whole.laterReaches.map((reach) => Object.assign({ teams: [] }, reach)) }
    }),
  }
}
