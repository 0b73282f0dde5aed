'use client'
import type { PersonId, QueueId } from '@eudromos/core/plan'
import { useMemo } from 'react'
import { useNotice } from '../../../components/frame/notice.tsx'
import { useLiveStore } from '../../../components/stream/context.tsx'
import { sendCommand } from '../../../components/stream/send.ts'
import { steering as t } from '../../../messages/steering.ts'
import type { InteractionView, View } from '../../../view/view.ts'

/** What a supervisor does with one that waits. Each rejects with a sentence where it is refused. */
export interface Steer {
  readonly give: (interaction: InteractionView, personId: PersonId) => Promise<void>
  readonly move: (interaction: InteractionView, queueId: QueueId) => Promise<void>
}

export function useSteer(people: View['people'] | undefined, plan: View['plan']): Steer {
  const store = useLiveStore()
  const notice = useNotice()
  return useMemo<Steer>(() => {
    const nameOf = (queueId: QueueId): string => plan?.queues.find(({ id }) => id === queueId)?.name ?? queueId
    const move = async ({ id }: InteractionView, queueId: QueueId): Promise<void> =>
      sendCommand(store, 'moveInteraction', { interactionId: id, queueId })
    return {
      give: async ({ id, customerName }, personId) => {
        await sendCommand(store, 'assignInteraction', { interactionId: id, agentId: personId })
        notice(t.given(customerName, people?.[personId]?.name ?? personId), 'done')
      },
      move: async (interaction, queueId) => {
        await move(interaction, queueId)
        notice(t.moved(interaction.customerName, nameOf(queueId)), 'done', {
          label: t.back,
          act: () => move(interaction, interaction.queueId),
        })
      },
    }
  }, [store, notice, people, plan])
}

/** What is dragged: the id of one that waits. */
export const draggedType = 'application/x-eudromos-interaction'
