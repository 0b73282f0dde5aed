// Words of skills, of what a queue asks for, and of whom it reaches.
import type { RoomGap } from '@eudromos/core/capacity'
import { isCall, type SelectionMethod, type SkillFinding, type SkillKind, type PersonId } from '@eudromos/core/plan'
import type { ReachGap, SkillGap } from '@eudromos/core/routing'
import type { Requirement } from '@eudromos/core/skills'
import { aOf } from './channels.ts'
import { count } from './count.ts'

const people = (n: number): string => count(n, 'person', 'people')

/** A level asked for, as "Fares 2 or more". */
export function requirementText({ least, most }: Requirement, name: string): string {
  if (least === 0) return most === 5 ? `${name} not needed` : `${name} at most ${most}`
  if (least === most) return `${name} ${least}`
  return most === 5 ? `${name} ${least === 5 ? '5' : `${least} or more`}` : `${name} ${least} to ${most}`
}

export function skillGapText(gap: SkillGap, name: string): string {
  const has = gap.level === 0 ? `lacks ${name}` : `has ${name} at level ${gap.level}`
  const wants = gap.level > gap.most ? `at most ${gap.most} is required` : `level ${gap.least} is required`
  const later = gap.willDoAfterSeconds === null ? '' : `; will do after ${gap.willDoAfterSeconds} s of waiting`
  return `${has}; ${wants}${later}`
}

export function reachText(gap: ReachGap): string {
  return gap.code === 'never' ? 'does not serve this queue' : `comes into reach after ${gap.afterSeconds} s of waiting`
}

export function roomText(gap: RoomGap, taken: number, slots: number): string {
  switch (gap.code) {
    case 'noLimits':
      return 'has no load limits, and so no room'
    case 'slots':
      return gap.needs === 1
        ? `at capacity: ${taken} of ${count(slots, 'slot', 'slots')}`
        : `has too little room: it needs ${gap.needs} slots, ${gap.free} of ${slots} free`
    case 'most':
      return gap.most === 0 ? 'may not have any of these' : `has as many of these at once as they may have: ${gap.most}`
    case 'alone':
      return gap.wants === 'carried'
        ? `has ${aOf(gap.beside)}, which must be handled alone`
        : `has ${aOf(gap.beside)}, and this must be handled alone`
    case 'otherCustomer':
      return isCall(gap.beside)
        ? 'is on a call with somebody else, and takes texts of the caller only'
        : `has ${aOf(gap.beside)} of somebody else, and takes no other call meanwhile`
  }
}

export const skillKindNames: Record<SkillKind, string> = {
  language: 'Language',
  knowledge: 'Knowledge',
  licence: 'Licence',
}

export const methodNames: Record<SelectionMethod, string> = {
  longestIdle: 'longest idle',
  lightestLoad: 'lightest load',
  inTurn: 'in turn',
  bestSkilled: 'best skilled',
  openList: 'open list',
  byHand: 'by hand',
}

export const methodHelp: Record<SelectionMethod, string> = {
  longestIdle: 'Whoever has been free for longest gets the next one.',
  lightestLoad: 'Whoever carries the least of what they could carry gets the next one.',
  inTurn: 'One after the other, in the order of the list above.',
  bestSkilled: 'Whoever has the highest levels of the required skills gets the next one.',
  openList: 'Nobody is offered: agents see who waits and take for themselves, first come first served.',
  byHand: 'Nobody is offered it until a supervisor assigns it, in Live.',
}

export const demand = {
  skills: 'Required skills',
  none: 'No skills required: anyone in reach will do.',
  ask: 'Require a skill',
  skill: 'Skill',
  least: 'At least',
  most: 'At most',
  levels: ['not needed', 'level 1', 'level 2', 'level 3', 'level 4', 'level 5'] as const,
  anyLevel: 'any level',
  takeOff: (name: string) => `Do not require ${name}`,
  ladder: 'As the wait goes on',
  ladderHelp:
    'Step by step, less may be required, more people come into reach, or it becomes more urgent. Priority goes by the wait since arrival, all else by the wait in this queue.',
  after: 'After seconds',
  asBefore: 'as before',
  atLeast: (level: number) => (level === 0 ? 'not needed' : level === 5 ? 'level 5' : `level ${level} or more`),
  alsoOffered: (n: number) => (n === 0 ? 'Also offered to' : `Also offered to (${n})`),
  priority: 'Priority',
  priorityHelp: '1 lowest, 10 highest: it goes before the wait',
  priorityOf: (n: number) => (n === 10 ? '10, highest' : n === 1 ? '1, lowest' : String(n)),
  addStep: 'Add a step',
  removeStep: (seconds: number) => `Remove the step after ${seconds} s`,
  alsoReached: (who: readonly string[]) => `; from now on also ${who.join(', ')}`,
  byName: (n: number) => `${people(n)} by name`,
  strip: 'Who could serve it, as the wait goes on',
  stripStep: (seconds: number, n: number) =>
    seconds === 0 ? `${people(n)} from the start` : `${people(n)} in all after ${seconds} s`,
  asks: (skills: readonly string[]) => skills.join(', '),
  nothingAsked: 'nothing required',
  atTarget: (seconds: number) => `The line is the answer target, ${seconds} s.`,
  free: (time: string) => `free ${time}`,
  carries: (taken: number, slots: number) => `${taken} of ${count(slots, 'slot', 'slots')}`,
  level: (n: number) => `level ${n}`,
  offeredLast: 'was last',
  place: (n: number) => `place ${n}`,
}

export const methodExample = (method: string, names: readonly string[]): string =>
  `An example of ${method}: of three made-up people, ${names.join(', then ')}`

export const skill = {
  title: 'Skills',
  one: 'Skill',
  fresh: 'New skill',
  kind: 'Kind',
  who: 'Who has it',
  whoHelp: 'Level 5 does it best. Choosing somebody at another level moves them there.',
  level: (n: number, has: number) => (has === 0 ? `Level ${n}` : `Level ${n} (${has})`),
  asked: 'Queues that require it',
  askedNone: 'No queue requires it.',
  askIn: 'Add a queue',
  least: (queue: string) => `${queue}, at least`,
  takeOff: (queue: string) => `${queue} no longer requires it`,
  calm: (n: number) => (n === 0 ? 'Nobody has it.' : `${count(n, 'person has', 'people have')} it.`),
  none: 'None: remove the requirement',
  has: (n: number) => (n === 0 ? 'Nobody has it.' : `${count(n, 'person has', 'people have')} it.`),
  byLevel: 'People by level',
  atLevel: (level: number, n: number) => `level ${level}: ${people(n)}`,
  queues: 'Queues that require it, with it as edited',
  ofQueue: (queue: string, start: number, inReach: number, asked: string) =>
    `${queue}: ${start} of ${inReach} could serve it from the start (${asked}).`,
  bench: 'How many of them are on shift, hour by hour',
  benchHelp: (zone: string) => `The next seven days by the shifts, in ${zone}.`,
  noShift: (n: number) =>
    n === 1
      ? '1 of them has no shift and is not counted here.'
      : `${n} of them have no shift and are not counted here.`,
  hour: (day: string, hour: string, n: number) => `${day} ${hour}: ${n}`,
  dayRange: (day: string, least: number, most: number) =>
    `${day}: ${least === most ? people(least) : `${least} to ${people(most)}`}`,
  dayClosed: (day: string) => `${day}: closed`,
  firstGap: (day: string, hour: string) => `First open hour with nobody on shift: ${day} ${hour}.`,
  noGap: 'Somebody is on shift in every open hour of the next seven days.',
  benchQueue: 'Who could serve it and is on shift, hour by hour',
  table: 'People by skills',
}

/** What a check of a skill found, as a sentence. */
export function skillFindingText({ code, params }: SkillFinding, person: (id: PersonId) => string): string {
  switch (code) {
    case 'nameTaken':
      return `Name: another skill is called “${params.name}”. Choose a different name.`
    case 'nobodyHasIt':
      return 'It is required, but nobody has it.'
    case 'onePersonHasIt':
      return `Only ${person(String(params.personId) as PersonId)} has it. When they are away, nobody does.`
    case 'leavesQueue':
      return params.seconds === 0
        ? `“${params.queue}” would be left without anyone who may be offered it.`
        : `“${params.queue}” would have nobody who may be offered it for the first ${params.seconds} s.`
  }
}

export const levelsTable = {
  title: 'People by skills',
  back: 'Back to the plan',
  person: 'Person',
  filter: 'Name',
  export: 'Export as CSV',
  import: 'Import a file…',
  help: 'Arrow keys move, 1 to 5 sets the level, 0 or Delete removes it. Copy and paste go to and from a spreadsheet.',
  helpReading: 'Arrow keys move; copying takes the whole table to a spreadsheet.',
  shown: (n: number, all: number) => (n === all ? `${people(all)}.` : `${n} of ${people(all)}.`),
  noSkills: 'There are no skills yet. Make one in the plan, and say there who has it.',
  changed: (n: number) =>
    n === 0 ? 'Nothing has changed.' : `${count(n, 'level is', 'levels are')} changed (*), not yet published.`,
  cell: (person: string, skill: string, level: number, fresh: boolean) =>
    `${person}, ${skill}: ${level === 0 ? 'none' : `level ${level}`}${fresh ? ', not yet published' : ''}`,
  readingTitle: 'What this would change',
  reading: (changes: number, same: number) =>
    `It changes ${count(changes, 'level', 'levels')}; ${same.toLocaleString('en')} unchanged. Nothing is published by this.`,
  faulty: (n: number) => `${count(n, 'place', 'places')} cannot be read and would be left out:`,
  fault: (row: number, code: RowFaultCode, value: string) => `Row ${row}: ${faultTexts[code](value)}`,
  change: (person: string, skill: string, from: number, to: number) =>
    `${person}, ${skill}: ${from === 0 ? 'none' : from} → ${to === 0 ? 'none' : to}`,
  more: (n: number) => `and ${n.toLocaleString('en')} more`,
  leave: 'Cancel',
  take: (n: number) => (n === 0 ? 'Nothing to take' : `Take ${count(n, 'change', 'changes')}`),
}

type RowFaultCode = 'unknownPerson' | 'twoOfThatName' | 'notALevel' | 'unknownSkill' | 'noPersonColumn' | 'noRoom'

const faultTexts: Record<RowFaultCode, (value: string) => string> = {
  unknownPerson: (value) => `nobody is called “${value}”.`,
  twoOfThatName: (value) => `several people are called “${value}”. Write their id.`,
  notALevel: (value) => `“${value}” is not a level. Write 0 to 5, or nothing.`,
  unknownSkill: (value) => `no skill is called “${value}”.`,
  noPersonColumn: () => 'there is no column “Person”.',
  noRoom: (value) => `“${value}” does not fit into the table from here on.`,
}

export const changes = {
  title: 'What would have to change',
  presence: (name: string, state: string) => `${name} would take it at once if they were Ready instead of ${state}.`,
  slot: (name: string) => `${name}, when one conversation ends.`,
  offline: (name: string) => `${name} could, but is Offline.`,
  skill: (name: string, skill: string, level: number, least: number, most: number) =>
    level > most
      ? `${name} would, if level ${most} of ${skill} were not the highest allowed.`
      : `${name} would with ${skill} at level ${least}${level === 0 ? '' : ` instead of ${level}`}.`,
  reach: (name: string, queue: string) => `${name} would, if they served ${queue} by now.`,
  openPerson: 'Open this person',
  giveSkill: 'Give them the skill for a while',
  lend: 'Lend them for a while',
  forGood: 'change the plan',
}

export const ways = {
  mostHelp: 'Empty: no limit',
  whenFull: 'Newcomers when it is full',
  longest: 'Longest wait, seconds',
  longestHelp: 'Empty: as long as it takes. An offer that is out ends first',
  afterLongest: 'Those who have waited that long',
  away: 'are told so and rejected',
  goesTo: (queue: string) => `go on to ${queue}`,
  ends: (seconds: number, to: string | null) =>
    to === null
      ? `After ${seconds} s those still waiting are told so and rejected.`
      : `After ${seconds} s those still waiting go on to ${to}.`,
}

export const trial = {
  open: 'Who would get a chat now?',
  title: (queue: string) => `Who would get a chat in ${queue}`,
  help: 'A made-up chat, by the queue as it stands in the form and everybody as they are now. Nothing is published, nobody is offered anything.',
  waited: 'Has waited, seconds',
  waitedWrong: 'Give whole seconds, at most a day.',
  closed: 'The queue is closed now; this is as if it were open.',
  goesTo: (name: string) => `It would be offered to ${name}.`,
  nobody: 'It would wait: nobody could be offered it.',
}
