import { Guesses } from './guesses.ts'
import type { ProblemError } from '../edge/problem.ts'

let now: number
let guesses: Guesses

beforeEach(() => {
  now = 0
  guesses = new Guesses(() => now)
})

/** How many of the tries get through, each a wrong password, with so many seconds before each. */
function through(tries: number, seconds: number, account: (n: number) => string, place: (n: number) => string): number {
  let count = 0
  for (let n = 0; n < tries; n += 1) {
    now += seconds * 1000
    try {
      guesses.require(account(n), place(n))
      guesses.begin(account(n), place(n))
      count += 1
    } catch (error) {
      expect((error as ProblemError).problem).toMatchObject({ status: 429, code: 'tooManyGuesses' })
    }
  }
  return count
}

const ana = () => 'ana@skerrow.example'
const here = () => '203.0.113.9'
const anywhere = (n: number) => `198.51.100.${n}`

test('of 150 guesses at once five are tried, and of 150 in a minute ten', () => {
  expect(through(150, 0, ana, here)).toBe(5)
  guesses = new Guesses(() => now)
  expect(through(150, 0.4, ana, here)).toBe(10)
})

test('tries that are under way count: many at once are as many one after the other', () => {
  for (let n = 0; n < 5; n += 1) guesses.begin(ana(), here())
  expect(() => guesses.require(ana(), here())).toThrow('Wait 1 seconds')
})

test('the wait doubles up to a quarter of an hour, and is forgotten after an hour', () => {
  expect(through(1000, 1000, ana, here)).toBe(1000)
  const wait = (): number => {
    try {
      guesses.require(ana(), here())
      return 0
    } catch (error) {
      return Number((error as ProblemError).problem.params?.seconds)
    }
  }
  expect(wait()).toBe(900)
  now += 900_000 + 3_600_001
  guesses.begin(ana(), here())
  expect(wait()).toBe(0)
})

test('from ever other places an account is guessed at once a minute, and its owner waits no longer than that', () => {
  expect(through(200, 0, ana, anywhere)).toBe(50)
  expect(through(600, 1, ana, (n) => `10.0.${n % 250}.${n}`)).toBeLessThan(20)
  now += 60_000
  expect(() => guesses.require(ana(), here())).not.toThrow()
})

test('one place that tries ever other accounts waits too, and nobody else does', () => {
  expect(through(200, 0, (n) => `p${n}@skerrow.example`, here)).toBe(30)
  expect(() => guesses.require(ana(), '192.0.2.1')).not.toThrow()
})

test('what was right is no guess', () => {
  for (let n = 0; n < 500; n += 1) {
    now += 1000
    guesses.require(ana(), here())
    guesses.begin(ana(), here())
    guesses.right(ana(), here())
  }
  expect(through(10, 0, ana, here)).toBe(5)
})
