// What those do who steer the day: of others' work, and of the centre's times.
import * as yup from '../../view/yup.ts'
import {
  absenceReasons,
  emergencyScopes,
  stopgapKinds,
  stopgapReasons,
  talkingWays,
  waitingWays,
  type AnyId,
} from '@eudromos/core/plan'
import { id, idOrNone, instant, oneOf, ofAgent, personCommand } from './define.ts'

export const steeringCommands = [
  personCommand('assignInteraction', yup.object(ofAgent)),
  personCommand('moveInteraction', yup.object({ interactionId: id, queueId: id })),
  personCommand('lendAgent', yup.object({ loanId: id, agentId: id, queueId: id, until: instant('Until') }), {
    queuesOf: ({ queueId }) => [queueId],
  }),
  personCommand('endLoan', yup.object({ loanId: id })),
  personCommand(
    'grantSkill',
    yup.object({
      grantId: id,
      agentId: id,
      skillId: id,
      level: yup.number().integer().min(1, 'Level: give 1 to 5.').max(5, 'Level: give 1 to 5.').required(),
      until: instant('Until'),
    }),
    {
      require: ({ skillId }, { runtime }) => {
        if (runtime.follower.document?.skills.some((skill) => skill.id === skillId) !== true)
          throw new yup.ValidationError('Skill: choose one of the plan.', skillId, 'skillId')
      },
    },
  ),
  personCommand('endGrant', yup.object({ grantId: id })),
  personCommand(
    'beginStopgap',
    yup.object({
      stopgapId: id,
      queueId: id,
      kind: oneOf(stopgapKinds, 'What'),
      from: instant('From').optional(),
      until: instant('Until'),
      reason: oneOf(stopgapReasons, 'Reason'),
      words: yup.string().trim().max(200, 'Reason: use at most 200 characters.').default(''),
    }),
    {
      queuesOf: ({ queueId }) => [queueId],
      body: ({ words, ...rest }, { keep }) => ({ ...rest, wordsId: keep('announcement', null, words) }),
    },
  ),
  personCommand('endStopgap', yup.object({ stopgapId: id })),
  personCommand(
    'beginEmergency',
    yup.object({
      emergencyId: id,
      scope: oneOf(emergencyScopes, 'What closes'),
      siteId: idOrNone,
      queueIds: yup.array().of(yup.string<AnyId>().max(200).required()).max(10_000).default([]),
      evacuate: yup.boolean().required('Evacuate: say whether.'),
      waiting: oneOf(waitingWays, 'Those waiting'),
      overflowTo: idOrNone,
      talking: oneOf(talkingWays, 'Conversations'),
      reason: oneOf(stopgapReasons, 'Reason'),
      announcement: yup.string().trim().max(500, 'Announcement: write at most 500 characters.').default(''),
    }),
    {
      queuesOf: ({ queueIds }) => queueIds,
      body: ({ announcement, ...rest }, { keep }) => ({
        ...rest,
        announcementId: keep('announcement', null, announcement),
      }),
    },
  ),
  personCommand('endEmergency', yup.object({ emergencyId: id })),
  personCommand(
    'enterAbsence',
    yup.object({
      absenceId: id,
      agentId: id,
      from: instant('From'),
      to: instant('To'),
      reason: oneOf(absenceReasons, 'Reason'),
    }),
  ),
  personCommand('removeAbsence', yup.object({ absenceId: id, agentId: id })),
] as const
