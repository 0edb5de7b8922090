import type { Schemas } from '../api/client'
import { plural } from '../words'

type Found = Pick<Schemas['Fill'], 'score' | 'bound' | 'fewestLeftOut' | 'stays' | 'unplaced'>

/** How far a filling can be from the best there is at most, as the server's bounds tell. */
export function howFar({ score, bound, fewestLeftOut, stays, unplaced }: Found): string {
  const all = stays + unplaced.length
  const most =
    fewestLeftOut === 0
      ? null
      : `No filling can place more than ${all - fewestLeftOut} of these ${plural(all, 'batch', 'batches')} whole`
  const less = score > bound ? Math.max(1, Math.round((100 * (score - bound)) / score)) : 0
  const best = less === 0 ? 'there is no better one' : `the best there is costs at most ${less} % less`
  return most === null ? `${best.charAt(0).toUpperCase()}${best.slice(1)}.` : `${most}; ${best}.`
}
