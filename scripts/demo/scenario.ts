// The made-up ferry company of the demo: its people, queues and customers. Everything here is invented.
import { scripts, templates } from './scenario-words.ts'
import {
  plainCentre,
  plainCentreWords,
  plainPlanned,
  plainPlannedLine,
  plainState,
  eachChannel,
  upTo,
  type PlanDocument,
} from '../../core/plan/index.ts'
import { simulated, slug } from './scenario-people.ts'

export const testCustomers = [
  { id: 'test-customer-tilda-marsh', name: 'Tilda Marsh (test)' },
  { id: 'test-customer-oren-vale', name: 'Oren Vale (test)' },
]

type SkillDraft = PlanDocument['skills'][number]

const skill = (name: string, kind: SkillDraft['kind'], description = ''): SkillDraft => ({
  id: slug(name),
  name,
  kind,
  description,
})

/** Only one person may refund: the plan's checks are to find that. */
export const skills: readonly SkillDraft[] = [
  skill('English', 'language'),
  skill('Portuguese', 'language'),
  skill('French', 'language'),
  skill('Fares', 'knowledge', 'Tariffs, cabins, island residents.'),
  skill('Freight papers', 'knowledge', 'Waybills, dangerous goods, heights and axles.'),
  skill('Accessibility', 'knowledge', 'Lifts, companions, cabins on deck 5.'),
  skill('Rebooking', 'knowledge', 'What is left on other crossings, and for whom.'),
  skill('Refund authority', 'licence', 'May pay money back.'),
]

type QueueDraft = PlanDocument['queues'][number]

const queue = (
  name: string,
  description: string,
  agentIds: readonly string[],
  rest: Partial<QueueDraft>,
): QueueDraft => ({
  id: slug(name),
  name,
  description,
  service: 'inService',
  agentIds,
  ...plainPlanned,
  target: { percent: 80, seconds: 60 },
  answerWindowSeconds: 20,
  selection: 'longestIdle',
  mostWaiting: null,
  wrapUpSeconds: 30,
  testCustomerIds: [],
  hoursId: null,
  atClosingTo: null,
  onShiftOnly: false,
  ...rest,
})

const robots = simulated.map(({ id }) => id)
const some = (from: number, to: number): string[] => robots.slice(from, to)

const asks = (skillId: string, least: number): QueueDraft['requirements'][number] => ({ skillId, least, most: 5 })

export const queues: readonly QueueDraft[] = [
  queue(
    "Today's sailings",
    'Delays, cancellations, where to be and when.',
    ['ana-mirel', 'joao-tavares', 'ines-valadao', ...some(0, 9)],
    {
      recording: 'byAgent',
      scriptId: 'late-sailing',
      callbackAfterSeconds: 60,
      notReachedText: 'Skerrow Ferries: we called you back and could not reach you. Text us, or call again.',
      voicemail: true,
      target: { percent: 80, seconds: 30 },
      answerWindowSeconds: 15,
      priority: 6,
      prioritySteps: [{ afterSeconds: 120, priority: 8 }],
      requirements: [asks('rebooking', 2)],
      relaxations: [
        { ...asks('rebooking', 1), afterSeconds: 30 },
        { ...asks('rebooking', 0), afterSeconds: 60 },
      ],
    },
  ),
  queue(
    'Bookings',
    'New crossings, changes, cabins.',
    ['ana-mirel', 'joao-tavares', 'bram-ostrander', ...some(6, 15)],
    {
      identityCheck: 'Ask for the booking number, and the name of whoever booked.',
      mostWaiting: 40,
      whenFullTo: 'today-s-sailings',
      longestWaitSeconds: 420,
      longestWaitTo: 'today-s-sailings',
      selection: 'lightestLoad',
      requirements: [asks('fares', 2)],
      relaxations: [{ ...asks('fares', 0), afterSeconds: 60 }],
      hoursId: 'bookings',
    },
  ),
  queue('Vehicles & freight', 'Car decks, heights, lorries and their papers.', ['joao-tavares', ...some(14, 19)], {
    target: { percent: 80, seconds: 90 },
    hoursId: 'freight',
    wrapUpSeconds: 45,
    selection: 'bestSkilled',
    longestWaitSeconds: 300,
    longestWaitTo: 'bookings',
    requirements: [asks('freight-papers', 3)],
    relaxations: [{ ...asks('freight-papers', 1), afterSeconds: 60 }],
  }),
  queue('Boarding assistance', 'Help on and off the ship.', ['ana-mirel', ...some(18, 22)], {
    target: { percent: 90, seconds: 30 },
    hoursId: 'boarding',
    atClosingTo: 'today-s-sailings',
    answerWindowSeconds: 15,
    priority: 7,
    requirements: [asks('accessibility', 3)],
    relaxations: [
      { ...asks('accessibility', 1), afterSeconds: 30 },
      { ...asks('accessibility', 0), afterSeconds: 90 },
    ],
    laterReaches: [{ afterSeconds: 90, agentIds: ['ines-valadao'], teams: [{ teamId: 'crossing-desk', tier: 2 }] }],
  }),
  queue('Lost property', 'Found on deck, left in the lounge.', ['ines-valadao', ...some(21, 24)], {
    target: { percent: 70, seconds: 180 },
    hoursId: 'lost-property',
    answerWindowSeconds: 30,
    priority: 4,
    selection: 'openList',
    shownAs: 'Skerrow Lost Property Office',
  }),
  queue('Groups', 'Schools, clubs, coaches.', ['bram-ostrander'], {
    target: { percent: 80, seconds: 120 },
    hoursId: 'office',
    mostWaiting: 10,
    selection: 'byHand',
  }),
  queue('Refunds', 'Money back, in preparation: only test customers get in.', ['ana-mirel', 'bram-ostrander'], {
    service: 'inPreparation',
    hoursId: 'office',
    requirements: [asks('refund-authority', 2)],
    testCustomerIds: testCustomers.map(({ id }) => id),
  }),
]

/** The plan of the scenario, its people left to be added by whoever loads it. */
type StateDraft = PlanDocument['presenceStates'][number]

const state = (id: string, name: string, admits: StateDraft['admits'], rest: Partial<StateDraft>): StateDraft => ({
  id,
  name,
  admits,
  choosable: true,
  signedOut: false,
  ...plainState,
  ...rest,
})

export const centre: Omit<
  PlanDocument,
  'people' | 'skills' | 'queues' | 'lines' | 'hours' | 'calendars' | 'sites' | 'shifts' | 'teams'
> = {
  centre: {
    name: 'Skerrow Ferries',
    zone: 'Europe/Lisbon',
    dayStartsAtHour: 4,
    defaultTargetSeconds: 60,
    order: 'lateness',
    agentGraceSeconds: 30,
    customerGraceSeconds: 20,
    retryAfterSeconds: 10,
    ...plainCentre,
    ...plainCentreWords,
    needs: {
      ...plainCentreWords.needs,
      relay: { requirements: [{ skillId: 'accessibility', least: 4, most: 5 }], patience: 3 },
    },
    customerFields: [
      { id: 'ferry-card', name: 'Ferry card' },
      { id: 'plate', name: 'Number plate' },
    ],
    recoverStateId: 'recovering',
    missedStateId: 'unattended',
    awayStateId: 'offline',
    evacuatedStateId: 'evacuated',
    ownAbsences: true,
  },
  presenceStates: [
    state('ready', 'Ready', ['voice', 'chat', 'sms', 'email'], { sign: 'dot' }),
    state('texts-only', 'Texts only', ['chat', 'sms', 'email'], { sign: 'half' }),
    state('break', 'Break', [], { sign: 'ring', colour: 'slate', mostMinutes: 20 }),
    state('meal', 'Meal', [], { sign: 'square', colour: 'slate', mostMinutes: 45 }),
    state('training', 'Training', [], { sign: 'bar', colour: 'slate' }),
    state('offline', 'Offline', [], { sign: 'cross', colour: 'slate', signedOut: true }),
    state('unattended', 'Unattended', [], { sign: 'half', colour: 'near', choosable: false, mostMinutes: 10 }),
    state('recovering', 'Recovering', [], { sign: 'ring', colour: 'near', choosable: false }),
    state('evacuated', 'Evacuated', [], { sign: 'bar', colour: 'late', choosable: false }),
  ],
  loadLimits: [
    {
      id: 'three-chats',
      name: 'Three chats, or one call',
      slots: 3,
      freeForCalls: 0,
      sameCustomerInCalls: true,
      channels: {
        voice: { slots: 2, most: 1, alone: true, beside: ['sms', 'email'] },
        chat: { slots: 1, most: 3, alone: false, beside: [] },
        sms: { slots: 1, most: 3, alone: false, beside: [] },
        email: { slots: 1, most: 2, alone: false, beside: [] },
      },
    },
    {
      id: 'written-only',
      name: 'Chats, texts and email, no calls',
      slots: 3,
      freeForCalls: 0,
      sameCustomerInCalls: false,
      channels: { ...eachChannel(() => upTo(3)), voice: upTo(0) },
    },
    {
      id: 'one-written',
      name: 'One chat, text or email, no calls',
      slots: 1,
      freeForCalls: 0,
      sameCustomerInCalls: false,
      channels: { ...eachChannel(() => upTo(1)), voice: upTo(0) },
    },
    {
      id: 'one-chat',
      name: 'One at a time',
      slots: 1,
      freeForCalls: 0,
      sameCustomerInCalls: false,
      channels: eachChannel(() => upTo(1)),
    },
  ],
  declineReasons: [
    { id: 'finishing', name: 'Finishing something first' },
    { id: 'not-my-field', name: 'Not my field' },
    { id: 'know-them', name: 'I know this customer privately' },
  ],
  dispositions: [
    { id: 'settled', name: 'Settled' },
    { id: 'changed-booking', name: 'Booking changed' },
    { id: 'passed-on', name: 'Passed on in writing' },
    { id: 'comes-back', name: 'Customer comes back' },
    { id: 'no-answer', name: 'Customer fell silent' },
  ],
  templates,
  scripts,
}

/** By what customers reach the centre; a chat box that names no queues leads to all. */
export const lines: readonly PlanDocument['lines'][number][] = [
  {
    ...plainPlannedLine,
    id: 'skerrow-site',
    name: 'Chat box on the Skerrow site',
    channel: 'chat',
    queueIds: [],
  },
  {
    ...plainPlannedLine,
    id: 'sailings-calls',
    language: 'en',
    tags: ['sailings'],
    name: 'Calls about today’s sailings',
    channel: 'voice',
    queueIds: ['today-s-sailings'],
    address: '+442079460100',
  },
  {
    ...plainPlannedLine,
    id: 'sailings-texts',
    tags: ['sailings'],
    closedAnswer: 'Thank you. Nobody answers at the moment; we will from {opens}. Today’s sailings are on our site.',
    name: 'Texts about today’s sailings',
    channel: 'sms',
    queueIds: ['today-s-sailings'],
    address: '+442079460101',
  },
  {
    ...plainPlannedLine,
    id: 'bookings-texts',
    tags: ['bookings'],
    closedAnswer: 'Thank you. Our bookings desk answers from {opens}.',
    name: 'Texts about bookings',
    channel: 'sms',
    queueIds: ['bookings'],
    address: '+442079460102',
  },
  {
    ...plainPlannedLine,
    id: 'bookings-mail',
    tags: ['bookings'],
    closedAnswer: 'Thank you. We have your email, and our bookings desk answers from {opens}.',
    name: 'Bookings mailbox',
    channel: 'email',
    queueIds: ['bookings'],
    address: 'bookings@skerrow.example',
  },
  {
    ...plainPlannedLine,
    id: 'lost-mail',
    closedAnswer: 'Thank you. We look for it and write to you from {opens}.',
    name: 'Lost property mailbox',
    channel: 'email',
    queueIds: ['lost-property'],
    address: 'lost@skerrow.example',
  },
]

/** Friday 12 March 2027, 09:40 in Port Ansel: the demo's clock begins here. */
export const beginsAt = Date.parse('2027-03-12T09:40:00Z')

type TeamDraft = PlanDocument['teams'][number]

const team = (id: string, name: string, description: string, rest: Partial<TeamDraft> = {}): TeamDraft => ({
  id,
  name,
  description,
  notes: '',
  parentId: null,
  leadId: 'rosalind-okafor',
  private: false,
  observerIds: [],
  ...rest,
})

/** Who works together; what the two private ones do is seen by their own people, lead and observers. */
export const teams: readonly TeamDraft[] = [
  team('crossing-desk', 'Crossing desk', 'Sailings of the day, from the first boat to the last.'),
  team('bookings-desk', 'Bookings desk', 'Journeys to come, and changes to them.', { leadId: 'bram-ostrander' }),
  team('freight-desk', 'Freight desk', 'Vehicles, lorries and their papers.', { parentId: 'bookings-desk' }),
  team('care-desk', 'Care desk', 'Help on and off the ship.', {
    private: true,
    leadId: 'bram-ostrander',
    observerIds: ['rosalind-okafor', 'teodor-lindqvist', 'mei-sorrell'],
    notes: 'Customers tell of their health here: nobody else looks on.',
  }),
  team('quay-watch', 'Quay watch', 'What was found, and the night at Marrow Bay.', {
    private: true,
    leadId: 'bram-ostrander',
    notes: 'Finds of value are told to nobody but the owner.',
  }),
]
