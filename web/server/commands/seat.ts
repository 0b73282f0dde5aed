// What an agent says of themself, and what they do with what they are offered.
import * as yup from '../../view/yup.ts'
import { channels, moods } from '@eudromos/core/plan'
import { id, idOrNone, oneOf, ofAgent, personCommand } from './define.ts'

export const seatCommands = [
  personCommand('setPresence', yup.object({ agentId: id, stateId: id })),
  personCommand('planPresence', yup.object({ agentId: id, stateId: idOrNone })),
  personCommand(
    'closeChannels',
    yup.object({
      agentId: id,
      closedTo: yup.array().of(oneOf(channels, 'Channel')).max(channels.length).required('Name the channels.'),
    }),
  ),
  personCommand('answerOffer', yup.object({ ...ofAgent, offerId: id })),
  personCommand('declineOffer', yup.object({ ...ofAgent, offerId: id, reason: id })),
  personCommand('takeInteraction', yup.object(ofAgent)),
  personCommand('joinWaiting', yup.object(ofAgent)),
  personCommand(
    'saveWrapUp',
    yup.object({
      ...ofAgent,
      dispositionId: idOrNone,
      mood: yup.string().oneOf(moods, 'Mood: choose one from the list.').nullable().default(null),
      notes: yup.string().max(20_000, 'Notes hold at most 20,000 characters.').default(''),
    }),
    {
      body: ({ notes, ...rest }, { keep }) => ({ ...rest, notesContentId: keep('notes', rest.interactionId, notes) }),
    },
  ),
  personCommand(
    'extendWrapUp',
    yup.object({
      ...ofAgent,
      seconds: yup.number().integer().min(1, 'Seconds: give 1 or more.').max(3600).required(),
    }),
  ),
  personCommand('finishWrapUp', yup.object(ofAgent)),
] as const
