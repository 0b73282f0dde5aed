import type { PlanDocument } from '@eudromos/core/plan'
import { readNewest, type Database } from '@eudromos/database'

/** The plan that was published last: read again where there is a newer one. */
export class Published {
  private known: { readonly version: number; readonly document: PlanDocument } | null = null

  constructor(private readonly database: Database) {}

  async read(): Promise<PlanDocument | null> {
    this.known = (await readNewest(this.database, this.known?.version ?? 0)) ?? this.known
    return this.known?.document ?? null
  }
}
