import fc from 'fast-check'
import {
  checkScript,
  circleIn,
  lostWays,
  unreached,
  walkOf,
  withoutStep,
  type CallScript,
  type PlanDocument,
  type ScriptStep,
} from './index.ts'

const step = (id: string, rest: Partial<ScriptStep> = {}): ScriptStep => ({
  id,
  title: id.toUpperCase(),
  say: '',
  asks: 'nothing',
  question: rest.asks === undefined || rest.asks === 'nothing' ? '' : `${id}?`,
  answers: [],
  to: 'next',
  ...rest,
})
const choice = (id: string, ...ways: readonly [string, string][]): ScriptStep =>
  step(id, { asks: 'choice', answers: ways.map(([text, to]) => ({ text, to })) })
const script = (...steps: readonly ScriptStep[]): CallScript => ({ id: 's', name: 'Script', steps })

const late = script(
  step('hello'),
  choice('stay', ['yes', 'pier'], ['no', 'next']),
  step('why', { asks: 'words', to: 'bye' }),
  step('pier'),
  step('bye', { to: 'end' }),
)
const walked = (answers: Record<string, string>, one = late): string => {
  const { steps, done } = walkOf(one, new Map(Object.entries(answers)))
  return steps.map(({ step: { id }, answer }) => (answer === null ? `[${id}]` : id)).join(' ') + (done ? ' .' : '')
}

test('answers lead through a script step by step, each answer its own way', () => {
  expect(walked({})).toBe('[hello]')
  expect(walked({ hello: '' })).toBe('hello [stay]')
  expect(walked({ hello: '', stay: 'yes' })).toBe('hello stay [pier]')
  expect(walked({ hello: '', stay: 'no' })).toBe('hello stay [why]')
  expect(walked({ hello: '', stay: 'no', why: 'too late' })).toBe('hello stay why [bye]')
  expect(walked({ hello: '', stay: 'no', why: 'too late', bye: '' })).toBe('hello stay why bye .')
})

test('a changed answer leads another way, and what was answered there counts again when it leads back', () => {
  const answers = { hello: '', stay: 'no', why: 'too late', pier: '' }
  expect(walked({ ...answers, stay: 'yes' })).toBe('hello stay pier [bye]')
  expect(walked(answers)).toBe('hello stay why [bye]')
})

test('an answer that its step takes no more counts as none', () => {
  expect(walked({ hello: '', stay: 'perhaps' })).toBe('hello [stay]')
  expect(walked({ hello: '', stay: 'no', why: '  ' })).toBe('hello stay [why]')
})

test('the last step listed ends the script, and a script that goes round is done when it comes back', () => {
  expect(walked({ a: '', b: '' }, script(step('a'), step('b')))).toBe('a b .')
  expect(walked({ a: '', b: '' }, script(step('a'), step('b', { to: 'a' })))).toBe('a b .')
})

test('steps that are not reached, ways that are lost, and circles are found', () => {
  expect(unreached(late)).toEqual([])
  expect(unreached(script(step('a', { to: 'end' }), step('b'), step('c'))).map(({ id }) => id)).toEqual(['b', 'c'])
  const lost = choice('a', ['x', 'gone'], ['y', 'end'], ['z', 'next'])
  expect(lostWays(script(lost), lost)).toEqual(['gone'])
  expect(circleIn(late)).toEqual([])
  const round = script(step('a'), choice('b', ['x', 'c'], ['y', 'end']), step('c', { to: 'b' }))
  expect(circleIn(round).map(({ id }) => id)).toEqual(['b', 'c'])
  // A way that the step would take, if it did not ask for a choice, is none.
  expect(circleIn(script({ ...choice('a', ['x', 'end'], ['y', 'end']), to: 'a' }))).toEqual([])
})

test('a step is taken away with the ways that led to it', () => {
  const without = withoutStep(late, 'bye')
  expect(without.steps.map(({ id, to }) => `${id} ${to}`)).toEqual(['hello next', 'stay next', 'why end', 'pier next'])
  expect(withoutStep(late, 'pier').steps[1]?.answers).toEqual([
    { text: 'yes', to: 'end' },
    { text: 'no', to: 'next' },
  ])
})

test('what is wrong with a script is said', () => {
  const document = (scriptId: string | null): PlanDocument =>
    ({ scripts: [late, { ...late, id: 'other', name: 'Other' }], queues: [{ scriptId }] }) as unknown as PlanDocument
  const codes = (one: CallScript, scriptId: string | null = 's'): string[] =>
    checkScript(one, document(scriptId)).map(({ code, severity }) => `${severity} ${code}`)
  expect(codes(late)).toEqual([])
  expect(codes({ ...late, name: ' other' })).toEqual(['fault nameTaken'])
  expect(codes(late, null)).toEqual(['warning nobodyFollows'])
  expect(codes(script(step('a', { to: 'gone' }), step('b')))).toEqual(['fault stepGone', 'warning stepUnreached'])
  expect(checkScript(script(step('a'), step('b', { to: 'a' })), document('s'))).toEqual([
    { severity: 'fault', code: 'stepsInACircle', params: { steps: 'A → B → A' } },
  ])
})

/** By trying every answer from the first step on. */
function everyWay(one: CallScript): { readonly reached: Set<string>; readonly round: boolean } {
  const reached = new Set<string>()
  let round = false
  const go = (at: number, way: readonly number[]): void => {
    const here = one.steps[at]
    if (here === undefined) return
    if (way.includes(at)) {
      round = true
      return
    }
    reached.add(here.id)
    for (const to of here.asks === 'choice' ? here.answers.map((answer) => answer.to) : [here.to])
      if (to !== 'end') go(to === 'next' ? at + 1 : one.steps.findIndex(({ id }) => id === to), [...way, at])
  }
  go(0, [])
  return { reached, round }
}

const anyScript = fc.integer({ min: 1, max: 6 }).chain((n) => {
  const way = fc.constantFrom('next', 'end', ...Array.from({ length: n }, (_, i) => `s${i}`))
  const one = (i: number) =>
    fc
      .tuple(fc.boolean(), way, way)
      .map(([asked, a, b]) => (asked ? choice(`s${i}`, ['a', a], ['b', b]) : step(`s${i}`, { to: a })))
  return fc.tuple(...Array.from({ length: n }, (_, i) => one(i))).map((steps) => script(...steps))
})

test('what is reached, and that it goes round, is as trying every answer tells', () => {
  fc.assert(
    fc.property(anyScript, (one) => {
      const { reached, round } = everyWay(one)
      expect(new Set(one.steps.filter((each) => !unreached(one).includes(each)).map(({ id }) => id))).toEqual(reached)
      // A circle among steps that nobody comes to is found as well.
      if (round) expect(circleIn(one)).not.toEqual([])
      const onlyReached = script(...one.steps.filter(({ id }) => reached.has(id)))
      if (onlyReached.steps.length === one.steps.length) expect(circleIn(one).length > 0).toBe(round)
    }),
  )
})

test('a walk never comes by a step twice, and ends where an answer is missing or the script is', () => {
  fc.assert(
    fc.property(anyScript, fc.array(fc.constantFrom('a', 'b'), { minLength: 6, maxLength: 6 }), (one, given) => {
      const answers = new Map(one.steps.map(({ id, asks }, n) => [id, asks === 'choice' ? (given[n] ?? 'a') : '']))
      const whole = walkOf(one, answers)
      expect(whole.done).toBe(true)
      expect(new Set(whole.steps.map(({ step: { id } }) => id)).size).toBe(whole.steps.length)
      for (const [n, { step: here }] of whole.steps.entries()) {
        const part = walkOf(one, new Map(whole.steps.slice(0, n).map((each) => [each.step.id, each.answer ?? ''])))
        expect([part.done, part.steps.length, part.steps.at(-1)?.step.id]).toEqual([false, n + 1, here.id])
      }
    }),
  )
})
