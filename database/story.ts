import type { CustomerId } from '@eudromos/core/plan'
import type { StoryEntry } from '@eudromos/core/records'
import type { Database } from './connect.ts'

/** The latest conversations of a customer, and of whoever turned out to be the same, but for one, the newest first, and how many there are in all. */
export async function readStory(
  database: Database,
  customerId: CustomerId,
  exceptId: string,
  limit: number,
): Promise<{ entries: StoryEntry[]; total: number }> {
  const { rows } = await database.$client.query<StoryEntry & { total: number }>({
    name: 'read-story',
    text: `with all_of as (
             select r.*, count(*) over ()::int as total from record r where r.customer_id in (select customer_family(customer_root($1))) and r.id <> $2
             order by r.arrived_at desc, r.id limit $3)
           select r.id, r.channel, r.arrived_at as "arrivedAt", r.outcome, r.queue_id as "queueId",
             coalesce(q.name, '') as "queueName", r.agent_id as "agentId", r.person_ids as "personIds", r.queue_ids as "queueIds", p.name as "agentName",
             d.name as "dispositionName", n.body as notes, w.body as words, r.total
           from all_of r left join queue q on q.id = r.queue_id left join person p on p.id = r.agent_id
             left join disposition d on d.id = r.disposition_id left join content n on n.id = r.notes_content_id
             left join message m on m.interaction_id = r.id and m.number = 1 left join content w on w.id = m.content_id
           order by r.arrived_at desc, r.id`,
    values: [customerId, exceptId, limit],
  })
  return { entries: rows.map(({ total: _total, ...entry }) => entry), total: rows[0]?.total ?? 0 }
}
