import { Link } from 'react-router'
import type { Batch } from '../api/client'
import { useCrop } from '../api/queries'
import { Mishap } from '../crops/Mishap'
import { RateDots } from '../drawings/RateDots'
import { inHundred, plural, sayDay } from '../words'

/** What the rates it was planned by rest on, batch by batch. */
export function Learnt({ batch }: { batch: Batch }) {
  const { data: crop } = useCrop(batch.cropSlug)
  if (!crop) return null
  const holds = batch.past
  return (
    <section className="min-w-0">
      <h2 className="mb-1">
        What{' '}
        <Link className="word" to={`/crops/${batch.cropSlug}`}>
          {batch.crop}
        </Link>{' '}
        does
      </h2>
      <p>{crop.learnt.words}</p>
      <RateDots learnt={crop.learnt} history={crop.history} mark={batch.code} />
      {holds ? (
        <div className="text-sm">
          {holds.mishap ? 'This batch is left out of it' : 'This batch is in it'}: {holds.rooted} of {holds.could}
          {holds.could < holds.stuck && ` that could root, of ${holds.stuck} stuck`}
          {holds.soFar
            ? ` so far, ${plural(
                batch.lines.reduce((sum, line) => sum + (line.standing.stuck ?? 0), 0),
                'plant',
              )} still out`
            : ''}{' '}
          ({inHundred(holds.rate)} in 100).{!holds.mishap && ' The next plan uses it.'}
          <Mishap past={holds} />
        </div>
      ) : (
        batch.restedOn && (
          <p className="text-sm soft">
            Planned on: {batch.restedOn} By {batch.plannedBy}, {sayDay(batch.plannedAt)}.
          </p>
        )
      )}
    </section>
  )
}
