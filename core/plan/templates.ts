// Reply templates: their fields, who has them, and how they are found.
import type { TeamId } from '../ids/index.ts'
import { taken, type PeopleFinding } from './check-people.ts'
import type { PlanDocument, ReplyTemplate } from './plan.ts'
import { upwards } from './teams.ts'

/** What is filled in by itself; what else stands in braces is for the agent to fill in. */
export type TemplateField = 'customer' | 'agent' | 'queue' | 'centre'

const braces = /\{([\p{L}\p{N}](?:[\p{L}\p{N} _-]{0,38}[\p{L}\p{N}])?)\}/gu

/** The text with its fields filled in as far as they are known. */
export const filled = (text: string, values: Partial<Record<TemplateField, string>>): string =>
  text.replace(braces, (whole, field: string) => values[field.toLowerCase() as TemplateField] ?? whole)

/** What still stands in braces, in order: where, and what it says. */
export const blanksOf = (text: string): { readonly at: number; readonly field: string }[] =>
  [...text.matchAll(braces)].map((match) => ({ at: match.index, field: match[0] }))

/** The templates that somebody of the team has, and of them those in which all the words stand; by name. */
export function templatesFor(
  {
    templates,
    teams,
  }: {
    readonly templates: PlanDocument['templates']
    readonly teams: readonly { readonly id: string; readonly parentId: string | null }[]
  },
  teamId: TeamId | null,
  words = '',
): ReplyTemplate[] {
  const own = new Set<string>([...upwards(teams, teamId)].map(({ id }) => id))
  const wanted = words.trim().toLowerCase().split(/\s+/)
  return templates
    .filter(({ teamIds }) => teamIds.length === 0 || teamIds.some((id) => own.has(id)))
    .filter(({ name, text }) => wanted.every((word) => `${name} ${text}`.toLowerCase().includes(word)))
    .toSorted((a, b) => a.name.localeCompare(b.name))
}

/** Of a template as edited. */
export function checkTemplate(template: ReplyTemplate, { templates, teams }: PlanDocument): PeopleFinding[] {
  const found = taken(template, templates)
  if (template.teamIds.some((id) => !teams.some((team) => team.id === id)))
    found.push({ severity: 'fault', code: 'teamGone', params: {} })
  return found
}
