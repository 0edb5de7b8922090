import type { Schemas } from '../api/client'
import { plural } from '../words'

type Found = Pick<Schemas['Fill'], 'score' | 'bound' | 'fewestLeftOut' | 'stays' | 'unplaced'>

/** A bound that leaves more than this open, in hundredths, tells nobody anything. */
const OPEN = 50

/** How far a filling can be from the best there is at most, as the server's bounds tell. */
export function howFar({ score, bound, fewestLeftOut, stays, unplaced }: Found): string {
  const all = stays + unplaced.length
  const less = score > bound ? Math.max(1, Math.round((100 * (score - bound)) / score)) : 0
  const best =
    less === 0
      ? 'There is no better one.'
      : less > OPEN
        ? 'How much better the best there is would be, is not known.'
        : `The best there is costs at most ${less} % less.`
  return fewestLeftOut === 0
    ? best
    : `No filling can place more than ${all - fewestLeftOut} of these ${plural(all, 'batch', 'batches')} whole. ${best}`
}
