import {
  add,
  all,
  centre,
  change,
  french,
  levels,
  limits,
  named,
  queue,
  sound,
  step,
  team,
  times,
  told,
  weekdays,
  type Cases,
} from '../testing/sound-plan.ts'
import { plannedLine } from '../testing/index.ts'
import { plainCentreWords, eachChannel, upTo, withoutPerson } from './index.ts'

const cases: Cases = {
  // Lines.
  'lines that lead nowhere': [
    all(change('lines', 'site', { queueIds: ['sailings', 'freight', 'gone'] }), add('lines', plannedLine([], 'third'))),
    ['fault lines/site leadsToUnknown'],
    ['warning lines/third leadsNowhere'],
  ],
  'lines to nothing in service': [
    all(queue({ service: 'takingNothingNew' }, 'freight'), add('lines', plannedLine(['freight'], 'third'))),
    ['warning lines/third leadsToNoneInService'],
  ],
  'addresses that are none': [
    all(
      change('lines', 'texts', { address: '0207 946' }),
      add(
        'lines',
        { ...plannedLine(['sailings'], 'mail'), channel: 'email', address: 'no mailbox' },
        { ...plannedLine(['sailings'], 'calls'), channel: 'voice' },
        { ...plannedLine(['sailings'], 'mail too'), channel: 'email' },
      ),
      change('presenceStates', 'ready', { admits: ['chat', 'sms', 'voice', 'email'] }),
    ),
    ['fault lines/texts notANumber', { number: '0207 946' }],
    ['fault lines/mail notAMailbox', { address: 'no mailbox' }],
    ['warning lines/calls noNumber'],
    ['warning lines/mail too noMailbox'],
  ],
  'addresses of others': [
    all(
      add(
        'lines',
        { ...plannedLine(['sailings', 'freight'], 'more'), channel: 'sms', address: '+442079460101' },
        { ...plannedLine(['sailings'], 'calls'), channel: 'voice', address: '+442079460101' },
        { ...plannedLine(['sailings'], 'mail'), channel: 'email', address: 'a@quay.example' },
        { ...plannedLine(['freight'], 'mail too'), channel: 'email', address: 'a@quay.example' },
      ),
      change('presenceStates', 'ready', { admits: ['chat', 'sms', 'voice', 'email'] }),
    ),
    ['fault lines/texts numberTaken', { number: '+442079460101', line: 'more' }],
    ['fault lines/more leadsToSeveral'],
    ['fault lines/more numberTaken', { number: '+442079460101', line: 'texts' }],
    ['fault lines/mail mailboxTaken', { address: 'a@quay.example', line: 'mail too' }],
    ['fault lines/mail too mailboxTaken', { address: 'a@quay.example', line: 'mail' }],
  ],
  'hours of a line': [
    all(
      add('hours', { ...named('shut'), ...times, weekly: [] }),
      change('lines', 'site', { hoursId: 'gone' }),
      change('lines', 'texts', { hoursId: 'shut' }),
    ),
    ['fault lines/site hoursGone'],
    ['warning lines/texts neverOpenBy', { hours: 'shut' }],
    ['warning hours/shut neverOpen'],
  ],
  'skills of a line': [
    all(
      change('lines', 'site', { requirements: [french(1, 5, 'gone'), french(1)] }),
      change('lines', 'texts', { requirements: [french(3, 2), french(2, 2)] }),
    ),
    ['fault lines/texts namedTwice', { field: 'requirements', kind: 'skills', id: 'french' }],
    ['fault lines/texts boundsCrossed', { field: 'requirements', kind: 'skills', id: 'french' }],
    ['fault lines/site asksForUnknown'],
  ],
  // Skills.
  'a skill of nobody’s, or of one': [
    all(
      levels(0, 3, 0),
      add('skills', { ...named('sea'), kind: 'licence' }, { ...named('French '), kind: 'language' }),
    ),
    ['fault skills/french nameTaken', { name: 'french' }],
    ['fault skills/French  nameTaken', { name: 'French ' }],
    ['warning skills/french onePersonHasIt', { personId: 'ben' }],
  ],
  'one that is asked for, and nobody has it': [
    all(levels(), queue({ requirements: [french(1)] })),
    ['warning queues/sailings nobodySkilled', { skill: 'french', least: 1 }],
    ['warning skills/french nobodyHasIt'],
    ['warning people/ana neverAble', { queues: 'sailings' }],
    ['warning people/ben neverAble', { queues: 'sailings' }],
  ],
  // Hours, sites and shifts.
  'times that are none': [
    change('hours', 'office', { weekly: [{ weekday: 1, from: '25:00', to: '17:00' }] }),
    ['fault hours/office notValid', { path: 'weekly[0].from', code: 'time', value: '25:00' }],
  ],
  'calendars that are not there': [
    all(
      change('hours', 'office', { calendarIds: ['feasts', 'gone'] }),
      change('sites', 'quay', { calendarIds: ['gone'] }),
    ),
    ['fault hours/office unknownCalendar'],
    ['fault sites/quay unknownCalendar'],
  ],
  'dates and calendars that are over': [
    all(
      add('calendars', { ...named('old'), holidays: [{ name: 'Feast', from: '2026-07-28', until: '2026-07-28' }] }),
      change('hours', 'office', {
        calendarIds: ['feasts', 'old'],
        exceptions: [
          { date: '2026-07-27', intervals: [] },
          { date: '2026-07-28', intervals: [] },
          { date: '2026-07-29', intervals: [] },
        ],
      }),
    ),
    ['warning hours/office exceptionIsOver', { count: 2, date: '2026-07-27' }],
    ['warning hours/office calendarIsOver', { name: 'old' }],
  ],
  'a calendar of today, one half over, and one without a day': [
    all(
      add(
        'calendars',
        { ...named('today'), holidays: [{ name: 'Feast', from: '2026-07-28', until: '2026-07-29' }] },
        {
          ...named('half'),
          holidays: [
            { name: 'Feast', from: '2026-07-20', until: '2026-07-20' },
            { name: 'Feast', from: '2026-08-20', until: '2026-08-20' },
          ],
        },
        { ...named('none'), holidays: [] },
      ),
      change('hours', 'office', { calendarIds: ['today', 'half', 'none'] }),
    ),
  ],
  'shut for weeks': [
    all(
      add('calendars', { ...named('strike'), holidays: [{ name: 'Strike', from: '2026-07-01', until: '2027-06-30' }] }),
      change('hours', 'office', { calendarIds: ['strike'] }),
    ),
    ['warning hours/office shutForWeeks', { days: 28 }],
  ],
  'a short break': [
    change('hours', 'office', {
      weekly: [...weekdays, { weekday: 7, from: '09:00', to: '12:00' }, { weekday: 7, from: '12:19', to: '17:00' }],
    }),
    ['warning hours/office smallGap', { weekday: 7, minutes: 19, time: '12:00' }],
    ['warning hours/office openWithoutShift', { queue: 'sailings', weekday: 7, time: '09:00' }],
  ],
  'a break that is meant': [
    all(
      change('hours', 'office', {
        weekly: [
          { weekday: 1, from: '09:00', to: '12:00' },
          { weekday: 1, from: '12:20', to: '17:00' },
        ],
      }),
    ),
  ],
  'hours by another place’s clocks': [
    change('hours', 'office', { zone: 'Australia/Perth' }),
    ['warning hours/office otherZone', { zone: 'Australia/Perth', places: 'quay (Europe/Lisbon)' }],
    ['warning hours/office openWithoutShift', { queue: 'sailings', weekday: 4, time: '09:00' }],
  ],
  'pauses outside of the shift': [
    change('shifts', 'early', {
      pauses: [
        { weekday: 1, kind: 'meal', from: '12:00', to: '13:00' },
        { weekday: 6, kind: 'break', from: '12:00', to: '12:15' },
        { weekday: 2, kind: 'meal', from: '16:30', to: '17:01' },
        { weekday: 3, kind: 'break', from: '16:45', to: '17:00' },
      ],
    }),
    ['warning shifts/early pauseOutside', { weekday: 6, kind: 'break', from: '12:00', to: '12:15' }],
    ['warning shifts/early pauseOutside', { weekday: 2, kind: 'meal', from: '16:30', to: '17:01' }],
  ],
  'names of hours, sites and shifts': [
    all(
      add('hours', { ...named('more'), ...times, name: ' OFFICE' }),
      add('sites', { ...named('pier'), name: 'Quay', zone: 'Europe/Lisbon', calendarIds: [] }),
      add('shifts', { ...named('late'), ...times, name: 'Early', pauses: [] }),
    ),
    ['fault hours/office nameTaken', { name: 'office' }],
    ['fault hours/more nameTaken', { name: ' OFFICE' }],
    ['fault sites/quay nameTaken', { name: 'quay' }],
    ['fault sites/pier nameTaken', { name: 'Quay' }],
    ['fault shifts/early nameTaken', { name: 'early' }],
    ['fault shifts/late nameTaken', { name: 'Early' }],
    ['warning sites/pier nobodyHere'],
  ],
  // People, their states, limits, teams, templates and scripts.
  'nobody can be ready': [
    change('presenceStates', 'ready', { admits: ['chat'] }),
    ['fault presenceStates/ready nobodyCanBeReady', { channel: 'sms' }],
    ['fault presenceStates/missed nobodyCanBeReady', { channel: 'sms' }],
  ],
  'a state without an end': [
    change('presenceStates', 'missed', { mostMinutes: null }),
    ['warning presenceStates/missed admitsNothing'],
  ],
  'limits that nobody has': [
    add('loadLimits', {
      ...limits,
      ...named('none'),
      channels: { ...limits.channels, chat: { ...upTo(1), slots: 4 } },
    }),
    ['warning loadLimits/none neverFits', { channel: 'chat', needs: 4, slots: 3 }],
    ['warning loadLimits/none usedByNobody'],
  ],
  'limits that take nothing': [
    add('loadLimits', {
      ...limits,
      ...named('none'),
      channels: eachChannel(() => upTo(0)),
    }),
    ['warning loadLimits/none takesNothing'],
    ['warning loadLimits/none usedByNobody'],
  ],
  'limits that keep everybody': [
    change('loadLimits', 'usual', { freeForCalls: 3 }),
    ['warning loadLimits/usual keepsEverybody', { kept: 3, people: 3 }],
  ],
  'limits that keep people for no calls': [
    change('loadLimits', 'usual', { freeForCalls: 1, channels: { ...limits.channels, voice: upTo(0) } }),
    ['warning loadLimits/usual keepsForNoCalls'],
  ],
  'teams in a circle, without people, or with a lead who is gone': [
    all(
      change('teams', 'day', { parentId: 'night', leadId: 'gone', observerIds: ['ana', 'lost', 'ana'] }),
      change('teams', 'night', { parentId: 'day' }),
      add('teams', team('empty')),
    ),
    ['fault teams/day notThere', { field: 'observerIds', kind: 'people', id: 'lost' }],
    ['fault teams/day namedTwice', { field: 'observerIds', kind: 'people', id: 'ana' }],
    ['fault teams/day parentInACircle'],
    ['fault teams/day leadIsGone'],
    ['fault teams/night parentInACircle'],
    ['warning teams/empty nobodyInTeam'],
  ],
  'what keeps people from work': [
    all(
      change('people', 'ana', { loadLimitsId: null }),
      change('people', 'cleo', { loadLimitsId: null }),
      queue({ agentIds: ['ben', 'ana'] }),
      queue({ agentIds: ['ben', 'ana'] }, 'freight'),
    ),
    ['warning queues/sailings onePersonCanServe', { personId: 'ben' }],
    ['warning queues/freight onePersonCanServe', { personId: 'ben' }],
    ['warning people/ana noLimits'],
    ['warning people/cleo noLimits'],
    ['warning people/cleo noQueue'],
  ],
  'no administrator': [change('people', 'ana', { roles: ['agent'] }), ['fault centre/centre noAdministrator']],
  'templates and scripts': [
    all(
      change('templates', 'thanks', { teamIds: ['gone'] }),
      change('scripts', 'greeting', {
        steps: [
          { ...step, to: 'gone' },
          { ...step, id: 'lost', title: 'Lost' },
        ],
      }),
      add('scripts', {
        ...named('round'),
        steps: [
          { ...step, to: 'back' },
          { ...step, id: 'back', title: 'Back', to: 'hello' },
        ],
      }),
    ),
    ['fault templates/thanks teamGone'],
    ['fault scripts/greeting stepGone', { step: 'Hello' }],
    ['fault scripts/round stepsInACircle', { steps: 'Hello → Back → Hello' }],
    ['warning scripts/greeting stepUnreached', { step: 'Lost' }],
    ['warning scripts/round nobodyFollows'],
  ],
  // What names what is not there, or stands twice.
  'the same id twice': [
    add('declineReasons', named('busy')),
    ['fault declineReasons/busy idTwice', { kind: 'declineReasons', id: 'busy' }],
  ],
  'people who are somewhere that is not there': [
    change('people', 'cleo', {
      siteId: 'x',
      shiftId: 'y',
      teamId: 'z',
      loadLimitsId: 'w',
      skills: [{ skillId: 'v', level: 1 }],
    }),
    ['fault people/cleo notThere', { field: 'loadLimitsId', kind: 'loadLimits', id: 'w' }],
    ['fault people/cleo notThere', { field: 'siteId', kind: 'sites', id: 'x' }],
    ['fault people/cleo notThere', { field: 'shiftId', kind: 'shifts', id: 'y' }],
    ['fault people/cleo notThere', { field: 'teamId', kind: 'teams', id: 'z' }],
    ['fault people/cleo notThere', { field: 'skills', kind: 'skills', id: 'v' }],
    ['warning teams/night nobodyInTeam'],
    ['warning people/cleo neverAble', { queues: 'freight' }],
  ],
  'states of the centre that are not there': [
    centre({ missedStateId: 'a', awayStateId: 'b', evacuatedStateId: 'c', recoverStateId: 'd' }),
    ['fault centre/centre notThere', { field: 'missedStateId', kind: 'presenceStates', id: 'a' }],
    ['fault centre/centre notThere', { field: 'awayStateId', kind: 'presenceStates', id: 'b' }],
    ['fault centre/centre notThere', { field: 'evacuatedStateId', kind: 'presenceStates', id: 'c' }],
    ['fault centre/centre notThere', { field: 'recoverStateId', kind: 'presenceStates', id: 'd' }],
  ],
  'needs of customers': [
    centre({
      needs: {
        ...plainCentreWords.needs,
        interpreter: { ...plainCentreWords.needs.interpreter, requirements: [french(3, 2), french(1, 5, 'gone')] },
      },
    }),
    ['fault centre/centre notThere', { field: 'needs.interpreter', kind: 'skills', id: 'gone' }],
    ['fault centre/centre boundsCrossed', { field: 'needs.interpreter', kind: 'skills', id: 'french' }],
  ],
  'who is named twice': [
    all(
      queue({
        agentIds: ['ana', 'ben', 'ana'],
        requirements: [french(1), french(1)],
        dispositionIds: ['solved', 'solved'],
        laterReaches: [{ agentIds: ['cleo', 'cleo'], teams: [], afterSeconds: 9 }],
      }),
      change('lines', 'site', { queueIds: ['sailings', 'freight', 'freight'] }),
      change('presenceStates', 'ready', { teamIds: ['day', 'day', 'gone'] }),
      change('templates', 'thanks', { teamIds: ['day', 'day'] }),
      change('hours', 'office', { calendarIds: ['feasts', 'feasts'] }),
    ),
    ['fault queues/sailings namedTwice', { field: 'agentIds', kind: 'people', id: 'ana' }],
    ['fault queues/sailings namedTwice', { field: 'requirements', kind: 'skills', id: 'french' }],
    ['fault queues/sailings namedTwice', { field: 'dispositionIds', kind: 'dispositions', id: 'solved' }],
    ['fault queues/sailings namedTwice', { field: 'laterReaches', kind: 'people', id: 'cleo' }],
    ['fault lines/site namedTwice', { field: 'queueIds', kind: 'queues', id: 'freight' }],
    ['fault presenceStates/ready notThere', { field: 'teamIds', kind: 'teams', id: 'gone' }],
    ['fault presenceStates/ready namedTwice', { field: 'teamIds', kind: 'teams', id: 'day' }],
    ['fault templates/thanks namedTwice', { field: 'teamIds', kind: 'teams', id: 'day' }],
    ['fault hours/office namedTwice', { field: 'calendarIds', kind: 'calendars', id: 'feasts' }],
  ],
  'zones and days that do not exist': [
    all(
      centre({ zone: 'Europe/Atlantis' }),
      change('calendars', 'feasts', { holidays: [{ name: 'Feast', from: '2026-02-30', until: '2026-02-30' }] }),
      change('hours', 'office', { calendarIds: [] }),
      change('shifts', 'early', { calendarIds: [] }),
    ),
    ['fault centre/centre unknownZone', { field: 'zone', id: 'Europe/Atlantis' }],
    ['fault calendars/feasts calendarNotValid', { field: 'holidays[0].from', id: '2026-02-30' }],
  ],
}

test.each(Object.entries(cases))('%s', (_, [changed, ...expected]) => {
  const plan = changed(sound)
  expect(told(plan)).toEqual(expected)
  expect(told(plan, { faultsOnly: true })).toEqual(expected.filter(([what]) => what.startsWith('fault')))
})

test('who leaves is named nowhere any more', () => {
  const plan = all(
    change('teams', 'day', { leadId: 'ben', observerIds: ['ben', 'ana'] }),
    change('teams', 'night', { leadId: 'ana' }),
    queue({ laterReaches: [{ agentIds: ['cleo', 'ben'], teams: [], afterSeconds: 9 }] }),
  )(sound)
  const left = withoutPerson(plan, 'ben')
  expect(left).toEqual({
    ...plan,
    people: plan.people.filter(({ id }) => id !== 'ben'),
    teams: [
      { ...team('day'), leadId: null, observerIds: ['ana'] },
      { ...team('night'), leadId: 'ana' },
    ],
    queues: plan.queues.map((one) => ({
      ...one,
      agentIds: one.id === 'sailings' ? ['ana'] : ['ana', 'cleo'],
      laterReaches: one.id === 'sailings' ? [{ agentIds: ['cleo'], teams: [], afterSeconds: 9 }] : [],
    })),
  })
})
