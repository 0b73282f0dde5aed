'use client'
import { blanksOf, filled, templatesFor, type ReplyTemplate, type TemplateField } from '@eudromos/core/plan'
import type { InteractionView, View } from '../../../view/view.ts'
import { firstName } from '../../format.ts'
import { ownPerson } from '../../stream/context.tsx'

/** The templates of whoever's seat it is, filled in for one conversation; found by words. */
export function templatesOf(interaction: InteractionView, view: View): (words: string) => ReplyTemplate[] {
  const { plan } = view
  if (plan === null) return () => []
  const fields = fieldsOf(interaction, view)
  const teamId = ownPerson(view)?.teamId ?? null
  return (words) => templatesFor(plan, teamId, words).map((one) => ({ ...one, text: filled(one.text, fields) }))
}

/** What is filled in, in one conversation, by whoever's seat it is. */
export const fieldsOf = (interaction: InteractionView, view: View): Partial<Record<TemplateField, string>> => ({
  // Whoever is known by a number alone the agent names.
  ...(interaction.customerName.startsWith('+') ? {} : { customer: firstName(interaction.customerName) }),
  agent: firstName(ownPerson(view)?.name ?? ''),
  queue: view.plan?.queues.find(({ id }) => id === interaction.queueId)?.name ?? '',
  centre: view.plan?.centreName ?? '',
})

/** What of a template is still to be filled in; null where nothing is. */
export const blankIn = (text: string): string | null => blanksOf(text)[0]?.field ?? null
