import { makePasswords } from './passwords.ts'

let asked: string[][]
let fails: number

jest.mock('../../../../components/stream/send.ts', () => ({
  requestJson: (_url: string, _method: string, { personIds }: { personIds: string[] }) => {
    asked.push(personIds)
    if (asked.length === fails) return Promise.reject(new Error('overloaded'))
    return Promise.resolve({ passwords: personIds.map((personId) => ({ personId, password: `of ${personId}` })) })
  },
}))

const people = Array.from({ length: 60 }, (_, n) => `p${n}`)

beforeEach(() => {
  asked = []
  fails = 0
})

test('they are made as many at a time as the server makes, each once, and told as they come', async () => {
  const told: number[] = []
  const made = await makePasswords(people, (so) => told.push(so.length))
  expect(asked.map((ids) => ids.length)).toEqual([25, 25, 10])
  expect(made.map(({ personId, password }) => `${personId} ${password}`)).toEqual(people.map((id) => `${id} of ${id}`))
  expect(told).toEqual([25, 50, 60])
})

test('those made before something fails are not lost: they have been told', async () => {
  fails = 2
  const told: number[] = []
  await expect(makePasswords(people, (so) => told.push(so.length))).rejects.toThrow('overloaded')
  expect(told).toEqual([25])
})
