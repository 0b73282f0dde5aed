import type pg from 'pg'

const done = new WeakMap<pg.ClientBase, Set<string>>()

/** Runs a statement the first time that it is asked for on a connection: what belongs to the connection and ends with it. */
export async function once(client: pg.ClientBase, statement: string): Promise<void> {
  const statements = done.get(client) ?? new Set()
  if (statements.has(statement)) return
  await client.query(statement)
  done.set(client, statements.add(statement))
}
