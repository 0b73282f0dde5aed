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
