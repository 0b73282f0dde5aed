import { outsidePath, writingRoutes } from '../../../../../../server/gateway/outside.ts'
import { mostReceived } from '../../../../../../server/gateway/texts.ts'

/** What a customer's telephone has of texts; the customer texts. */
export const { GET, POST } = writingRoutes(
  ({ number }: { readonly number: string }) => outsidePath('phones', number, 'texts'),
  mostReceived,
)
