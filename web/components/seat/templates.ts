'use client'
import { blanksOf, filled, templatesFor, type ReplyTemplate } from '@eudromos/core/plan'
import type { InteractionView, View } from '../../view/view.ts'
import { firstName } from '../format.ts'
import { ownPerson } from '../stream/context.tsx'

/** The templates of whoever's seat it is, filled in for one conversation; found by words. */
export function templatesOf(interaction: InteractionView, view: View): (words: string) => ReplyTemplate[] {
  const { plan } = view
  const person = ownPerson(view)
  if (plan === null) return () => []
  const fields = {
    // Whoever is known by a number alone the agent names.
    ...(interaction.customerName.startsWith('+') ? {} : { customer: firstName(interaction.customerName) }),
    agent: firstName(person?.name ?? ''),
    queue: plan.queues.find(({ id }) => id === interaction.queueId)?.name ?? '',
    centre: plan.centreName,
  }
  return (words) =>
    templatesFor(plan, person?.teamId ?? null, words).map((one) => ({ ...one, text: filled(one.text, fields) }))
}

/** What of a template is still to be filled in; null where nothing is. */
export const blankIn = (text: string): string | null => blanksOf(text)[0]?.field ?? null
