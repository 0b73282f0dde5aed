import type pg from 'pg'

/** Calls back on every hint of the channels. */
export async function listen(
  client: pg.Client,
  channels: readonly string[],
  heard: (channel: string, payload: string) => void,
): Promise<void> {
  client.on('notification', ({ channel, payload }) => heard(channel, payload ?? ''))
  for (const channel of channels) await client.query(`listen ${channel}`)
}
