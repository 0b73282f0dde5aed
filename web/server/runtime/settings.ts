/** A setting of the running process. Throws where it is missing. */
export const setting = (name: string): string => {
  const value = process.env[name]
  if (value === undefined || value === '') throw new Error(`${name} is not set`)
  return value
}
