import type { Schemas } from '../api/client'

/** How many of them have something to be done by this day. */
export const lotsDueBy = (lots: readonly Schemas['LotBrief'][], day: string) =>
  lots.filter((lot) => lot.next && lot.next.on <= day).length
