import { add, all, change, french, levels, named, queue, sound, team, told, type Cases } from '../testing/sound-plan.ts'
import { plannedQueue } from '../testing/index.ts'

test('of a sound plan nothing is said', () => {
  expect(told(sound)).toEqual([])
})

const cases: Cases = {
  // Queues.
  'a queue’s name taken': [
    add('queues', plannedQueue('third', { name: ' Sailings ', agentIds: ['ana', 'ben'], atClosingTo: 'sailings' })),
    ['fault queues/sailings nameTaken', { name: 'sailings' }],
    ['fault queues/third nameTaken', { name: ' Sailings ' }],
    ['warning queues/third noLine'],
  ],
  'a queue of nobody’s': [
    queue({ agentIds: ['gone', 'ana', 'ben'] }),
    ['fault queues/sailings unknownPerson', { personId: 'gone' }],
  ],
  'one who is no agent': [
    change('people', 'ben', { roles: ['supervisor'] }),
    ['warning queues/sailings notAnAgent', { personId: 'ben' }],
    ['warning queues/sailings onePersonCanServe', { personId: 'ana' }],
    ['warning queues/freight notAnAgent', { personId: 'ben' }],
  ],
  'nobody to serve': [
    queue({ agentIds: [] }),
    ['warning queues/sailings nobodyCanServe'],
    ['warning lines/site nobodyTakesIt', { queue: 'sailings', channel: 'chat' }],
    ['warning lines/texts nobodyTakesIt', { queue: 'sailings', channel: 'sms' }],
  ],
  'hours that are not there': [queue({ hoursId: 'gone' }), ['fault queues/sailings unknownHours']],
  'dispositions that are not there': [
    all(add('dispositions', named('lost')), queue({ dispositionIds: ['solved', 'gone'] })),
    ['fault queues/sailings unknownDisposition'],
  ],
  'a script that is not there': [
    all(queue({ scriptId: 'gone' }), queue({ scriptId: 'greeting' }, 'freight')),
    ['fault queues/sailings unknownScript'],
  ],
  'hours without a time': [
    change('hours', 'office', { weekly: [] }),
    ['warning queues/sailings neverOpen', { hours: 'office' }],
    ['warning hours/office neverOpen'],
  ],
  'a date of its own is a time': [
    change('hours', 'office', {
      weekly: [],
      exceptions: [{ date: '2026-07-30', intervals: [{ from: '09:00', to: '10:00' }] }],
    }),
  ],
  'overflow to nowhere': [
    queue({ atClosingTo: 'gone', whenFullTo: 'gone', longestWaitSeconds: 600, longestWaitTo: 'gone' }),
    ['fault queues/sailings unknownQueue'],
    ['fault queues/sailings fullToUnknown'],
    ['fault queues/sailings waitedToUnknown'],
  ],
  'overflow to what is retired': [
    all(queue({ atClosingTo: 'old' }), add('queues', plannedQueue('old', { service: 'retired', agentIds: [] }))),
    ['fault queues/sailings unknownQueue'],
  ],
  'overflow in a circle': [
    all(
      add('queues', plannedQueue('third', { agentIds: ['ana', 'ben'], whenFullTo: 'freight' })),
      queue({ longestWaitSeconds: 600, longestWaitTo: 'third', whenFullTo: 'third' }, 'freight'),
      queue({ atClosingTo: 'freight' }),
    ),
    ['fault queues/freight fullInACircle', { name: 'third' }],
    ['fault queues/freight waitedInACircle', { name: 'third' }],
    ['fault queues/third fullInACircle', { name: 'freight' }],
  ],
  'a circle at closing': [
    all(queue({ atClosingTo: 'freight' }), queue({ atClosingTo: 'sailings' }, 'freight')),
    ['fault queues/sailings sentInACircle', { name: 'freight' }],
    ['fault queues/freight sentInACircle', { name: 'sailings' }],
  ],
  'a wait without a limit goes on to nowhere': [queue({ longestWaitTo: 'sailings' }, 'freight')],
  'a skill that is not there': [
    queue({ requirements: [french(1, 5, 'gone')] }),
    ['fault queues/sailings unknownSkill'],
    ['warning people/ana neverAble', { queues: 'sailings' }],
    ['warning people/ben neverAble', { queues: 'sailings' }],
  ],
  'bounds that cross': [
    queue({ requirements: [french(4, 3)] }),
    ['fault queues/sailings boundsCrossed', { skill: 'french' }],
    ['warning people/ana neverAble', { queues: 'sailings' }],
    ['warning people/ben neverAble', { queues: 'sailings' }],
  ],
  'bounds that meet': [all(levels(4, 4, 1), queue({ requirements: [french(4, 4)] }))],
  'a skill that nobody has': [
    queue({ requirements: [french(5)] }),
    ['warning queues/sailings nobodySkilled', { skill: 'french', least: 5 }],
    ['warning people/ana neverAble', { queues: 'sailings' }],
    ['warning people/ben neverAble', { queues: 'sailings' }],
  ],
  'a skill that somebody has later': [
    queue({ requirements: [french(5)], relaxations: [{ ...french(2), afterSeconds: 90 }] }),
    ['warning queues/sailings nobodySkilledYet', { skill: 'french', least: 5, seconds: 90 }],
  ],
  'a relaxation that relaxes nothing': [
    queue({ requirements: [french(2)], relaxations: [{ ...french(3), afterSeconds: 90 }] }),
    ['warning queues/sailings relaxesNothing', { skill: 'french', seconds: 90 }],
  ],
  'a relaxation of what is not asked for': [
    all(
      add('skills', { ...named('sea'), kind: 'licence' }),
      queue({ requirements: [french(2)], relaxations: [{ ...french(0, 5, 'sea'), afterSeconds: 90 }] }),
    ),
    ['warning queues/sailings relaxesNothing', { skill: 'sea', seconds: 90 }],
  ],
  'a relaxation upwards': [
    all(levels(4, 5, 1), queue({ requirements: [french(2, 4)], relaxations: [{ ...french(2), afterSeconds: 90 }] })),
  ],
  'a step after the longest wait': [
    queue({
      longestWaitSeconds: 60,
      longestWaitTo: 'freight',
      laterReaches: [{ agentIds: ['cleo'], teams: [], afterSeconds: 60 }],
    }),
    ['warning queues/sailings stepTooLate', { seconds: 60, longest: 60 }],
  ],
  'reaches that add nobody': [
    queue({
      laterReaches: [
        { agentIds: ['cleo', 'ana'], teams: [], afterSeconds: 90 },
        { agentIds: ['ben'], teams: [], afterSeconds: 60 },
        { agentIds: ['cleo'], teams: [], afterSeconds: 120 },
      ],
    }),
    ['warning queues/sailings reachAddsNobody', { seconds: 60 }],
    ['warning queues/sailings reachAddsNobody', { seconds: 120 }],
  ],
  'teams of a reach': [
    all(
      add('teams', team('empty')),
      queue({
        teams: [
          { teamId: 'day', tier: 2 },
          { teamId: 'gone', tier: null },
          { teamId: 'night', tier: null },
        ],
      }),
      queue({ laterReaches: [{ agentIds: [], teams: [{ teamId: 'empty', tier: null }], afterSeconds: 9 }] }, 'freight'),
    ),
    ['fault queues/sailings unknownTeam'],
    ['warning queues/sailings teamWithoutAgents', { team: 'day', tier: 2 }],
    ['warning queues/freight teamWithoutAgents', { team: 'empty', tier: 0 }],
    ['warning teams/empty nobodyInTeam'],
  ],
  'a queue that nobody comes to': [
    add('queues', plannedQueue('third', { agentIds: ['ana', 'ben'] })),
    ['warning queues/third noLine'],
  ],
  'one that is overflowed to': [
    all(add('queues', plannedQueue('third', { agentIds: ['ana', 'ben'] })), queue({ whenFullTo: 'third' })),
  ],
  'a text after failed calls without a line for it': [
    all(queue({ callbackAfterSeconds: 60, notReachedText: 'We rang.' }), change('lines', 'texts', { on: false })),
    ['warning queues/sailings noTextLine'],
  ],
  'the same with a line': [queue({ callbackAfterSeconds: 60, notReachedText: 'We rang.' })],
  'no text, no line needed': [all(queue({ callbackAfterSeconds: 60 }), change('lines', 'texts', { on: false }))],
  'nobody on shift': [
    all(
      queue({ onShiftOnly: true }),
      change('people', 'ana', { shiftId: null }),
      change('people', 'ben', { shiftId: null }),
    ),
    ['warning queues/sailings nobodyOnShift'],
    ['warning people/ana neverOnShift', { queues: 'sailings' }],
    ['warning people/ben neverOnShift', { queues: 'sailings' }],
  ],
  'some without a shift': [
    all(queue({ onShiftOnly: true }, 'freight'), change('people', 'ben', { shiftId: null })),
    ['warning queues/freight someWithoutShift', { count: 1 }],
    ['warning people/ben neverOnShift', { queues: 'freight' }],
  ],
  'nobody to try a queue': [queue({ service: 'inPreparation' }, 'freight'), ['warning queues/freight noTestCustomers']],
  'a window longer than the target': [
    queue({ answerWindowSeconds: 31 }),
    ['warning queues/sailings answerWindowBeyondTarget', { window: 31, target: 30 }],
  ],
  'a window as long as the target': [queue({ answerWindowSeconds: 30 })],
  'of a retired queue little is said': [
    all(
      queue({ agentIds: [], service: 'retired', answerWindowSeconds: 99 }),
      change('lines', 'site', { queueIds: ['freight'] }),
      change('lines', 'texts', { queueIds: ['freight'] }),
    ),
  ],
}

test.each(Object.entries(cases))('%s', (_, [changed, ...expected]) => {
  const plan = changed(sound)
  expect(told(plan)).toEqual(expected)
  expect(told(plan, { faultsOnly: true })).toEqual(expected.filter(([what]) => what.startsWith('fault')))
})
