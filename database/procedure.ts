import type pg from 'pg'

const done = new WeakMap<pg.ClientBase, Set<string>>()

/** Runs a statement the first time that it is asked for on a connection: what belongs to the connection and ends with it. */
export async function once(client: pg.ClientBase, statement: string): Promise<void> {
  const statements = done.get(client) ?? new Set()
  if (statements.has(statement)) return
  await client.query(statement)
  done.set(client, statements.add(statement))
}

/**
 * Values as JSON in one text, for `string_to_array(…, e'\x1e')`. JSON has no bare control signs, so the sign between
 * cannot occur within, while an array of texts would have to be escaped here and read again there.
 */
export const joined = (values: readonly unknown[]): string => values.map((value) => JSON.stringify(value)).join('\x1e')
