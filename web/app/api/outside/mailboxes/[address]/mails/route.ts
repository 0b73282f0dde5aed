import { mostReceivedMail } from '../../../../../../server/mails.ts'
import { outsidePath, writingRoutes } from '../../../../../../server/outside.ts'

/** What a customer's mailbox has; the customer writes. */
export const { GET, POST } = writingRoutes(
  ({ address }: { readonly address: string }) => outsidePath('mailboxes', address, 'mails'),
  mostReceivedMail,
)
