import type { Finding, FindingCode } from '@eudromos/core/plan'

type Texts = Record<FindingCode, (params: Finding['params']) => string>

const texts: Texts = {
  nobodyCanServe: () => 'Nobody could serve this queue: nobody listed is an agent with room for a chat.',
  onePersonCanServe: () => 'Only one person could serve this queue. When they are away, nobody answers.',
  noTestCustomers: () => 'In preparation and without test customers: nobody gets in to try it.',
  answerWindowBeyondTarget: ({ window, target }) =>
    `One unanswered offer (${window} s) alone would miss the answer target (${target} s).`,
  unknownPerson: () => 'Somebody listed is no longer among the people. Take them off the list.',
  notAnAgent: () => 'Somebody listed is not an agent, and is offered nothing.',
  nameTaken: ({ name }) => `Name: another queue is called “${name}”. Choose a different name.`,
}

/** What a check found, as a sentence. */
export const findingText = ({ code, params }: Pick<Finding, 'code' | 'params'>): string => texts[code](params)
