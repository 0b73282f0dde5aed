import { v7 } from 'uuid'

/** An id that nothing has had: of the kind that is wanted where it stands. */
export const newId = <T extends string>(): T => v7() as T
