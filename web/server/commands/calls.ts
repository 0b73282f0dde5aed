// What is done in a call and around it.
import * as yup from '../../view/yup.ts'
import { attendingWays } from '@eudromos/core/calls'
import { id, oneOf, ofAgent, personCommand } from './define.ts'

const ofGuest = yup.object({ ...ofAgent, personId: id })

export const callCommands = [
  personCommand('holdCall', yup.object({ ...ofAgent, held: yup.boolean().required('Held: say whether.') })),
  personCommand('consult', yup.object({ ...ofAgent, colleagueId: id })),
  personCommand('answerConsult', yup.object(ofAgent)),
  personCommand('declineConsult', yup.object(ofAgent)),
  personCommand('joinGuest', ofGuest),
  personCommand('dismissGuest', ofGuest),
  personCommand('handOver', ofGuest),
  personCommand('askForHelp', yup.object({ ...ofAgent, wanted: yup.boolean().required('Wanted: say whether.') })),
  personCommand('attendCall', yup.object({ interactionId: id, way: oneOf(attendingWays, 'How') }), {
    body: (given, { who, runtime }) => ({ ...given, personId: who.id, processId: runtime.processId }),
  }),
  personCommand('leaveCall', yup.object({ interactionId: id, personId: id })),
  personCommand('dialCustomer', yup.object(ofAgent)),
  personCommand('stopDialling', yup.object(ofAgent)),
] as const
