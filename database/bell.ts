import type pg from 'pg'

export type Channel = 'inbox' | 'journal'

/**
 * Tells other processes that there may be something new. A hint only, so it does not wait for the disk, and rings that
 * come while one is under way become one.
 */
export class Bell {
  private ringing = false
  private again = false

  private constructor(
    private readonly client: pg.Client,
    private readonly channel: Channel,
  ) {}

  static async on(client: pg.Client, channel: Channel): Promise<Bell> {
    await client.query('set synchronous_commit = off')
    return new Bell(client, channel)
  }

  ring(): void {
    if (this.ringing) {
      this.again = true
      return
    }
    this.ringing = true
    this.client
      .query({ name: `ring-${this.channel}`, text: `select pg_notify('${this.channel}', '')` })
      .catch(() => undefined)
      .finally(() => {
        this.ringing = false
        if (this.again) {
          this.again = false
          this.ring()
        }
      })
  }
}

/** Calls back on every hint of the channels. */
export async function listen(
  client: pg.Client,
  channels: readonly string[],
  heard: (channel: string, payload: string) => void,
): Promise<void> {
  client.on('notification', ({ channel, payload }) => heard(channel, payload ?? ''))
  for (const channel of channels) await client.query(`listen ${channel}`)
}
