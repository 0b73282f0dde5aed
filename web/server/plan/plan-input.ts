// What every change of the plan comes with.
import type { AnyId } from '@eudromos/core/plan'
import * as yup from '../../view/yup.ts'

/** The version of the draft that was seen when the change was made. */
export const ofDraft = yup.object({ draft: yup.number().integer().min(0).required() })

/** One thing is taken out of the plan. */
export const ofOne = ofDraft.concat(yup.object({ id: yup.string<AnyId>().max(200).required() }))

/** All that is wrong is told, and what nobody asked for is dropped. */
export const strictly = { abortEarly: false, stripUnknown: true } as const
