import type { Schemas } from '../api/client'
import { Safety } from '../batches/Safety'
import { MixBar } from '../drawings/Pour'
import { useShown } from '../shell/week'
import { plural, sayLitres } from '../words'

/** What a potting job needs on the bench, and how it is done, before the first tray is turned over. */
export function BringAlong({ job }: { job: Schemas['PotJob'] }) {
  const { session } = useShown()
  return (
    <section aria-label="What to bring" className="grid gap-2">
      <p>
        Water the trays first; shade; <strong>{job.pots}</strong> × <strong>{job.pot.name}</strong>, {plural(job.pots, 'label')},{' '}
        <strong>{sayLitres(job.mix.litres, session.nursery)}</strong> of {job.mix.name}: {plural(job.mix.up.barrows, 'barrow')},
        one fills {plural(job.potsABarrow, 'pot')}. About {job.hours.toFixed(1)} h for one pair of hands.
      </p>
      <MixBar
        parts={job.mix.parts.map((part) => ({
          name: part.name,
          share: part.litres,
          words: `${sayLitres(part.litres, session.nursery)}${part.bags === null ? '' : `, ${plural(part.bags, 'bag')}`}${part.short > 0 ? `; ${sayLitres(part.short, session.nursery)} short on the shelf` : ''}`,
        }))}
      />
      <p className="text-sm soft">
        Tease the roots apart and do not let them dry. Top of the root ball just covered, a finger (1 cm) of rim left for water,
        firm, water in, label at once.{' '}
        {job.feedsItself ? 'The mix feeds: nothing more for three months.' : 'No feed until roots are at the wall of the pot.'}{' '}
        {job.zone ? (
          <>
            They stand {job.spaced ? 'apart' : 'pot-thick'} in <strong>{job.zone}</strong>.
          </>
        ) : (
          'Where they stand is not settled yet: fill the bench for pots.'
        )}
      </p>
      {job.riskWords && (
        <p className="text-sm">
          {job.why}; {job.riskWords}.
        </p>
      )}
      <Safety
        own={job.safety}
        words="Potting mix: gloves, and wash hands (legionella, tetanus); wet it before it is tipped. Water and shade in a hot house. Two lift what is heavy."
      />
    </section>
  )
}
