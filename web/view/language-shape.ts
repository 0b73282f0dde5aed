import * as yup from './yup.ts'

const isLanguage = (tag: string): boolean => {
  try {
    return Intl.getCanonicalLocales(tag).length === 1
  } catch {
    return false
  }
}

/** A BCP 47 tag, or null. */
export const languageShape = yup
  .string()
  .nullable()
  .default(null)
  .test('bcp47', 'Language: choose one from the list.', (value) => value == null || isLanguage(value))
