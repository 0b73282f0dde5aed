import { mostReceivedMail } from '../../../../../../server/gateway/mails.ts'
import { outsidePath, writingRoutes } from '../../../../../../server/gateway/outside.ts'

/** What a customer's mailbox has; the customer writes. */
export const { GET, POST } = writingRoutes(
  ({ address }: { readonly address: string }) => outsidePath('mailboxes', address, 'mails'),
  mostReceivedMail,
)
