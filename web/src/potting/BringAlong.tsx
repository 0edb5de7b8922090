import type { ReactNode } from 'react'
import type { Schemas } from '../api/client'
import { Safety } from '../batches/Safety'
import { MixBar } from '../drawings/Pour'
import { useShown } from '../shell/week'
import { OUT_OF_TRAY_HOW, plural, sayLitres } from '../words'

/** What a potting job needs on the bench, and how it is done, before the first tray is turned over. */
export function BringAlong({
  work,
  from,
  mind,
}: {
  work: Schemas['PotWork']
  /** What they are knocked out of. */
  from: 'trays' | 'pots'
  /** What else is to be minded of this work. */
  mind?: ReactNode
}) {
  const { session } = useShown()
  return (
    <section aria-label="What to bring" className="grid gap-2">
      {work.pot.leaves !== 'pot' ? (
        <p>
          <strong>{work.pots}</strong> leave as <strong>{work.pot.name}</strong>. {OUT_OF_TRAY_HOW[work.pot.leaves]} About{' '}
          {work.hours.toFixed(1)} h for one pair of hands.
        </p>
      ) : work.mix === null || work.potsABarrow === null ? (
        <p>
          They stand in their <strong>{work.pot.name}</strong> pots since they were stuck: count what has roots, take the rest
          out, and set <strong>{work.pots}</strong> apart, with {plural(work.pots, 'label')}. About {work.hours.toFixed(1)} h for
          one pair of hands.
        </p>
      ) : (
        <>
          <p>
            Water the {from} first; shade; <strong>{work.pots}</strong> × <strong>{work.pot.name}</strong>,{' '}
            {plural(work.pots, 'label')}, <strong>{sayLitres(work.mix.litres, session.nursery)}</strong> of {work.mix.name}:{' '}
            {plural(work.mix.up.barrows, 'barrow')}, one fills {plural(work.potsABarrow, 'pot')}. About {work.hours.toFixed(1)} h
            for one pair of hands.
          </p>
          <MixBar
            parts={work.mix.parts.map((part) => ({
              name: part.name,
              share: part.litres,
              words: [
                sayLitres(part.litres, session.nursery),
                part.bags === null ? '' : `, ${plural(part.bags, 'bag')}`,
                part.short > 0 ? `; ${sayLitres(part.short, session.nursery)} short on the shelf` : '',
              ].join(''),
            }))}
          />
        </>
      )}
      {work.pot.leaves === 'pot' && (
        <p className="text-sm soft">
          {work.mix !== null &&
            'Tease the roots apart and do not let them dry. Top of the root ball just covered, a finger (1 cm) of rim left for water, firm, water in, label at once. '}
          {work.feedsItself ? 'The mix feeds: nothing more for three months.' : 'No feed until roots are at the wall of the pot.'}{' '}
          {work.zone ? (
            <>
              They stand {work.spaced ? 'apart' : 'pot-thick'} in <strong>{work.zone}</strong>.
            </>
          ) : (
            'Where they stand is not settled yet: fill the bench for pots.'
          )}
        </p>
      )}
      {mind && <p className="text-sm">{mind}</p>}
      <Safety
        own={work.safety}
        words={
          work.mix === null
            ? 'Two lift what is heavy. Water and shade in a hot house.'
            : 'Potting mix: gloves, and wash hands (legionella, tetanus); wet it before it is tipped. Water and shade in a hot house. Two lift what is heavy.'
        }
      />
    </section>
  )
}
