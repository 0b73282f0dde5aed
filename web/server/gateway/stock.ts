import 'server-only'
import { askCarrier, type CarrierAt } from '@eudromos/jobs'
import * as yup from '../../view/yup.ts'

export interface StockNumber {
  /** E.164. */
  readonly number: string
  readonly channels: readonly ('voice' | 'sms')[]
  readonly place: string
}

const stock = yup.object({
  numbers: yup
    .array()
    .of(
      yup.object({
        number: yup.string().required(),
        channels: yup
          .array()
          .of(
            yup
              .string()
              .oneOf(['voice', 'sms'] as const)
              .required(),
          )
          .required(),
        place: yup.string().required(),
      }),
    )
    .required(),
})

/** What a carrier has of numbers. */
export class Stock {
  constructor(private readonly carrier: CarrierAt) {}

  /** Those that can be had from it, and those that are had. Throws where it cannot be reached. */
  async numbers(): Promise<StockNumber[]> {
    const answer = await askCarrier(this.carrier, '/numbers')
    if (!answer.ok) throw new Error(`the carrier answers ${answer.status}`)
    return (await stock.validate(await answer.json())).numbers
  }
}
