// Words of skills, of what a queue asks for, and of whom it reaches.
import type { RoomGap } from '@eudromos/core/capacity'
import { isCall, type SelectionMethod, type SkillFinding, type SkillKind, type PersonId } from '@eudromos/core/plan'
import type { ReachGap, SkillGap } from '@eudromos/core/routing'
import type { Requirement } from '@eudromos/core/skills'
import { aOf } from './channels.ts'
import { fill, words } from './words.ts'

/** A level asked for, as "Fares 2 or more". */
export function requirementText({ least, most }: Requirement, name: string): string {
  if (least === 0) return fill('{most, plural, =5 {{name} not needed} other {{name} at most {most}}}', { most, name })
  if (least === most) return `${name} ${least}`
  return fill('{most, plural, =5 {{name} {least} or more} other {{name} {least} to {most}}}', { most, name, least })
}

export function skillGapText(gap: SkillGap, name: string): string {
  const has = fill('{level, plural, =0 {lacks {name}} other {has {name} at level {level}}}', { level: gap.level, name })
  const wants =
    gap.level > gap.most
      ? fill('at most {most} is required', { most: gap.most })
      : fill('level {least} is required', { least: gap.least })
  const later = fill(
    '{willDoAfterSeconds, select, null {} other {; will do after {willDoAfterSeconds} s of waiting}}',
    { willDoAfterSeconds: gap.willDoAfterSeconds },
  )
  return `${has}; ${wants}${later}`
}

export function reachText(gap: ReachGap): string {
  return gap.code === 'never'
    ? fill('does not serve this queue')
    : fill('comes into reach after {seconds} s of waiting', { seconds: gap.afterSeconds })
}

export function roomText(gap: RoomGap, taken: number, slots: number): string {
  switch (gap.code) {
    case 'noLimits':
      return fill('has no load limits, and so no room')
    case 'slots':
      return fill(
        '{needs, plural, one {at capacity: {taken} of {slots, plural, one {# slot} other {# slots}}} other {has too little room: it needs {needs} slots, {free} of {slots} free}}',
        { needs: gap.needs, taken, slots, free: gap.free },
      )
    case 'most':
      return fill(
        '{most, plural, =0 {may not have any of these} other {has as many of these at once as they may have: {most}}}',
        { most: gap.most },
      )
    case 'alone':
      return fill(
        '{wants, select, carried {has {beside}, which must be handled alone} other {has {beside}, and this must be handled alone}}',
        { wants: gap.wants, beside: aOf(gap.beside) },
      )
    case 'otherCustomer':
      return isCall(gap.beside)
        ? fill('is on a call with somebody else, and takes texts of the caller only')
        : fill('has {beside} of somebody else, and takes no other call meanwhile', { beside: aOf(gap.beside) })
  }
}

export const skillKindNames: Record<SkillKind, string> = words({
  language: 'Language',
  knowledge: 'Knowledge',
  licence: 'Licence',
})

export const methodNames: Record<SelectionMethod, string> = words({
  longestIdle: 'longest idle',
  lightestLoad: 'lightest load',
  inTurn: 'in turn',
  bestSkilled: 'best skilled',
  openList: 'open list',
  byHand: 'by hand',
})

export const methodHelp: Record<SelectionMethod, string> = words({
  longestIdle: 'Whoever has been free for longest gets the next one.',
  lightestLoad: 'Whoever carries the least of what they could carry gets the next one.',
  inTurn: 'One after the other, in the order of the list above.',
  bestSkilled: 'Whoever has the highest levels of the required skills gets the next one.',
  openList: 'Nobody is offered: agents see who waits and take for themselves, first come first served.',
  byHand: 'Nobody is offered it until a supervisor assigns it, in Live.',
})

export const demand = words({
  skills: 'Required skills',
  none: 'No skills required: anyone in reach will do.',
  ask: 'Require a skill',
  skill: 'Skill',
  least: 'At least',
  most: 'At most',
  levels: ['not needed', 'level 1', 'level 2', 'level 3', 'level 4', 'level 5'] as const,
  anyLevel: 'any level',
  takeOff: (name: string) => fill('Do not require {name}', { name }),
  ladder: 'As the wait goes on',
  ladderHelp:
    'Step by step, less may be required, more people come into reach, or it becomes more urgent. Priority goes by the wait since arrival, all else by the wait in this queue.',
  after: 'After seconds',
  asBefore: 'as before',
  atLeast: (level: number) =>
    fill('{level, plural, =0 {not needed} =5 {level 5} other {level {level} or more}}', { level }),
  alsoOffered: (n: number) => fill('{n, plural, =0 {Also offered to} other {Also offered to ({n})}}', { n }),
  priority: 'Priority',
  priorityHelp: '1 lowest, 10 highest: it goes before the wait',
  priorityOf: (n: number) => fill('{n, plural, =10 {10, highest} one {1, lowest} other {{n}}}', { n }),
  addStep: 'Add a step',
  removeStep: (seconds: number) => fill('Remove the step after {seconds} s', { seconds }),
  alsoReached: (who: readonly string[]) => fill('; from now on also {who}', { who: who.join(', ') }),
  byName: (n: number) => fill('{n, plural, one {# person} other {# people}} by name', { n }),
  strip: 'Who could serve it, as the wait goes on',
  stripStep: (seconds: number, n: number) =>
    fill(
      '{seconds, plural, =0 {{n, plural, one {# person} other {# people}} from the start} other {{n, plural, one {# person} other {# people}} in all after {seconds} s}}',
      { seconds, n },
    ),
  asks: (skills: readonly string[]) => skills.join(', '),
  nothingAsked: 'nothing required',
  atTarget: (seconds: number) => fill('The line is the answer target, {seconds} s.', { seconds }),
  free: (time: string) => fill('free {time}', { time }),
  carries: (taken: number, slots: number) =>
    fill('{taken} of {slots, plural, one {# slot} other {# slots}}', { taken, slots }),
  level: (n: number) => fill('level {n}', { n }),
  offeredLast: 'was last',
  place: (n: number) => fill('place {n}', { n }),
})

export const methodExample = (method: string, names: readonly string[]): string =>
  fill('An example of {method}: of three made-up people, {names}', { method, names: names.join(', then ') })

export const skill = words({
  title: 'Skills',
  one: 'Skill',
  fresh: 'New skill',
  kind: 'Kind',
  who: 'Who has it',
  whoHelp: 'Level 5 does it best. Choosing somebody at another level moves them there.',
  level: (n: number, has: number) => fill('{has, plural, =0 {Level {n}} other {Level {n} ({has})}}', { has, n }),
  asked: 'Queues that require it',
  askedNone: 'No queue requires it.',
  askIn: 'Add a queue',
  least: (queue: string) => fill('{queue}, at least', { queue }),
  takeOff: (queue: string) => fill('{queue} no longer requires it', { queue }),
  calm: (n: number) => fill('{n, plural, =0 {Nobody has it.} one {# person has it.} other {# people have it.}}', { n }),
  none: 'None: remove the requirement',
  has: (n: number) => fill('{n, plural, =0 {Nobody has it.} one {# person has it.} other {# people have it.}}', { n }),
  byLevel: 'People by level',
  atLevel: (level: number, n: number) =>
    fill('level {level}: {n, plural, one {# person} other {# people}}', { level, n }),
  queues: 'Queues that require it, with it as edited',
  ofQueue: (queue: string, start: number, inReach: number, asked: string) =>
    fill('{queue}: {start} of {inReach} could serve it from the start ({asked}).', { queue, start, inReach, asked }),
  bench: 'How many of them are on shift, hour by hour',
  benchHelp: (zone: string) => fill('The next seven days by the shifts, in {zone}.', { zone }),
  noShift: (n: number) =>
    fill(
      '{n, plural, one {1 of them has no shift and is not counted here.} other {{n} of them have no shift and are not counted here.}}',
      { n },
    ),
  hour: (day: string, hour: string, n: number) => `${day} ${hour}: ${n}`,
  dayRange: (day: string, least: number, most: number) =>
    least === most
      ? fill('{day}: {most, plural, one {# person} other {# people}}', { day, most })
      : fill('{day}: {least} to {most, plural, one {# person} other {# people}}', { day, least, most }),
  dayClosed: (day: string) => fill('{day}: closed', { day }),
  firstGap: (day: string, hour: string) => fill('First open hour with nobody on shift: {day} {hour}.', { day, hour }),
  noGap: 'Somebody is on shift in every open hour of the next seven days.',
  benchQueue: 'Who could serve it and is on shift, hour by hour',
  table: 'People by skills',
})

/** What a check of a skill found, as a sentence. */
export function skillFindingText({ code, params }: SkillFinding, person: (id: PersonId) => string): string {
  switch (code) {
    case 'nameTaken':
      return fill('Name: another skill is called “{name}”. Choose a different name.', { name: params.name })
    case 'nobodyHasIt':
      return fill('It is required, but nobody has it.')
    case 'onePersonHasIt':
      return fill('Only {params} has it. When they are away, nobody does.', {
        params: person(String(params.personId) as PersonId),
      })
    case 'leavesQueue':
      return fill(
        '{seconds, plural, =0 {“{queue}” would be left without anyone who may be offered it.} other {“{queue}” would have nobody who may be offered it for the first {seconds} s.}}',
        { seconds: params.seconds, queue: params.queue },
      )
  }
}

export const levelsTable = words({
  title: 'People by skills',
  back: 'Back to the plan',
  person: 'Person',
  filter: 'Name',
  export: 'Export as CSV',
  import: 'Import a file…',
  help: 'Arrow keys move, 1 to 5 sets the level, 0 or Delete removes it. Copy and paste go to and from a spreadsheet.',
  helpReading: 'Arrow keys move; copying takes the whole table to a spreadsheet.',
  shown: (n: number, all: number) =>
    n === all
      ? fill('{all, plural, one {# person} other {# people}}.', { all })
      : fill('{n} of {all, plural, one {# person} other {# people}}.', { n, all }),
  noSkills: 'There are no skills yet. Make one in the plan, and say there who has it.',
  changed: (n: number) =>
    fill(
      '{n, plural, =0 {Nothing has changed.} one {# level is changed (*), not yet published.} other {# levels are changed (*), not yet published.}}',
      { n },
    ),
  cell: (person: string, skill: string, level: number, fresh: boolean) =>
    fill(
      '{person}, {skill}: {level, plural, =0 {none} other {level {level}}}{fresh, select, true {, not yet published} other {}}',
      { person, skill, level, fresh },
    ),
  readingTitle: 'What this would change',
  reading: (changes: number, same: number) =>
    fill(
      'It changes {changes, plural, one {# level} other {# levels}}; {same, number} unchanged. Nothing is published by this.',
      { changes, same },
    ),
  faulty: (n: number) =>
    fill('{n, plural, one {# place} other {# places}} cannot be read and would be left out:', { n }),
  fault: (row: number, code: RowFaultCode, value: string) =>
    fill('Row {row}: {code}', { row, code: faultTexts[code](value) }),
  change: (person: string, skill: string, from: number, to: number) =>
    fill('{person}, {skill}: {from, plural, =0 {none} other {{from}}} → {to, plural, =0 {none} other {{to}}}', {
      person,
      skill,
      from,
      to,
    }),
  more: (n: number) => fill('and {n, number} more', { n }),
  leave: 'Cancel',
  take: (n: number) => fill('{n, plural, =0 {Nothing to take} one {Take # change} other {Take # changes}}', { n }),
})

type RowFaultCode = 'unknownPerson' | 'twoOfThatName' | 'notALevel' | 'unknownSkill' | 'noPersonColumn' | 'noRoom'

const faultTexts: Record<RowFaultCode, (value: string) => string> = {
  unknownPerson: (value) => fill('nobody is called “{value}”.', { value }),
  twoOfThatName: (value) => fill('several people are called “{value}”. Write their id.', { value }),
  notALevel: (value) => fill('“{value}” is not a level. Write 0 to 5, or nothing.', { value }),
  unknownSkill: (value) => fill('no skill is called “{value}”.', { value }),
  noPersonColumn: () => fill('there is no column “Person”.'),
  noRoom: (value) => fill('“{value}” does not fit into the table from here on.', { value }),
}

export const changes = words({
  title: 'What would have to change',
  presence: (name: string, state: string) =>
    fill('{name} would take it at once if they were Ready instead of {state}.', { name, state }),
  slot: (name: string) => fill('{name}, when one conversation ends.', { name }),
  offline: (name: string) => fill('{name} could, but is Offline.', { name }),
  skill: (name: string, skill: string, level: number, least: number, most: number) =>
    level > most
      ? fill('{name} would, if level {most} of {skill} were not the highest allowed.', { name, most, skill })
      : fill('{name} would with {skill} at level {least}{level, plural, =0 {} other { instead of {level}}}.', {
          name,
          skill,
          least,
          level,
        }),
  reach: (name: string, queue: string) => fill('{name} would, if they served {queue} by now.', { name, queue }),
  openPerson: 'Open this person',
  giveSkill: 'Give them the skill for a while',
  lend: 'Lend them for a while',
  forGood: 'change the plan',
})

export const ways = words({
  mostHelp: 'Empty: no limit',
  whenFull: 'Newcomers when it is full',
  longest: 'Longest wait, seconds',
  longestHelp: 'Empty: as long as it takes. An offer that is out ends first',
  afterLongest: 'Those who have waited that long',
  away: 'are told so and rejected',
  goesTo: (queue: string) => fill('go on to {queue}', { queue }),
  ends: (seconds: number, to: string | null) =>
    fill(
      '{to, select, null {After {seconds} s those still waiting are told so and rejected.} other {After {seconds} s those still waiting go on to {to}.}}',
      { to, seconds },
    ),
})

export const trial = words({
  open: 'Who would get a chat now?',
  title: (queue: string) => fill('Who would get a chat in {queue}', { queue }),
  help: 'A made-up chat, by the queue as it stands in the form and everybody as they are now. Nothing is published, nobody is offered anything.',
  waited: 'Has waited, seconds',
  waitedWrong: 'Give whole seconds, at most a day.',
  closed: 'The queue is closed now; this is as if it were open.',
  goesTo: (name: string) => fill('It would be offered to {name}.', { name }),
  nobody: 'It would wait: nobody could be offered it.',
})
