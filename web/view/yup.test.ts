import { centreShape } from './people-shape.ts'
import * as yup from './yup.ts'

const said = (schema: yup.Schema, value: unknown): string[] => {
  try {
    schema.validateSync(value, { abortEarly: false })
    return []
  } catch (error) {
    return error instanceof yup.ValidationError ? error.errors : [String(error)]
  }
}

test('what a shape has no words for is named as people name it, with the remedy', () => {
  const schema = yup.object({
    ringSeconds: yup.number().integer().min(5).required(),
    queueId: yup.string().required(),
    name: yup.string().max(3).label('Name of the line').required(),
    kind: yup.string().oneOf(['a', 'b']),
  })
  expect(said(schema, { ringSeconds: 1.5, queueId: '', name: 'four', kind: 'c' }).sort()).toEqual([
    'Kind: choose one from the list.',
    'Name of the line: use at most 3 characters.',
    'Queue: give a value.',
    'Ring seconds: give 5 or more.',
    'Ring seconds: give a whole number.',
  ])
})

test('an emptied number of the centre is asked for by its name in the form, once', () => {
  const all = said(centreShape, { ringSeconds: undefined })
  expect(all.filter((one) => one.startsWith('A call rings'))).toEqual(['A call rings: give a value.'])
  expect(all.join(' ')).not.toMatch(/required field|must be|[a-z][A-Z]/)
})

test.each<[string, yup.Schema, unknown, unknown]>([
  ['a text', yup.string().trim(), ' a ', 'a'],
  ['nothing but a text', yup.string(), 5, null],
  ['no number that is trimmed', yup.string().trim().lowercase(), 5, null],
  ['no list as a text', yup.string(), ['a'], null],
  ['no object as a text', yup.string(), {}, null],
  ['no object that claims to be a text', yup.string(), { toString: 1 }, null],
  ['a text that is no longer than what is kept', yup.string(), 'x'.repeat(20_001), null],
  ['unless more is let in', yup.string().max(30_000), 'x'.repeat(20_001), 'x'.repeat(20_001)],
  ['a number', yup.number(), 5.5, 5.5],
  ['a number of an address', yup.number(), '42', 42],
  ['no empty text as a number', yup.number(), ' ', null],
  ['no object as a number', yup.number(), { toString: 1 }, null],
  ['no list as a number', yup.number(), [5], null],
  ['no number that is not kept', yup.number(), 1e300, null],
  ['yes or no', yup.boolean(), 'true', true],
  ['no object as yes or no', yup.boolean(), { toString: 1 }, null],
  ['no number as yes or no', yup.boolean(), 1, null],
  ['a time', yup.instant(), Date.UTC(2027, 2, 12), Date.UTC(2027, 2, 12)],
  ['no time before all calendars', yup.instant(), -1e300, null],
  ['no time after all of them', yup.instant(), Date.UTC(2200, 0, 1), null],
])('read is %s', (_, shape, given, read) => {
  const value: unknown = (() => {
    try {
      return shape.validateSync(given)
    } catch (error) {
      expect(error).toBeInstanceOf(yup.ValidationError)
      return null
    }
  })()
  expect(value).toEqual(read)
})
