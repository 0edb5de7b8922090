import { usePottingFill } from '../api/queries'
import { usePottingWeeks } from '../api/writes'
import { LongWork } from '../shell/LongWork'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'
import { mondayOf, plural, sayWeek } from '../words'

/** What would be potted when, if what can wait least goes first; nothing moves before it is kept. */
export function FillWeeks({ onDone }: { onDone: () => void }) {
  const { session } = useShown()
  const { data, error } = usePottingFill(true)
  const back = usePottingWeeks(() => say('All put back.'))
  const keep = usePottingWeeks((given) => {
    say(`${plural(given.before.length, 'batch', 'batches')} laid into weeks.`, () => back.mutateAsync(given.before))
    onDone()
  })
  const week = (one: string) => sayWeek(one, mondayOf(one), session.nursery)
  if (error)
    return (
      <p role="alert" className="refusal mb-3">
        {error.message}
      </p>
    )
  if (!data) return <LongWork words="Potting is laid into weeks…" />
  return (
    <section className="sheet mb-4 p-4" aria-label="Fill the weeks">
      <p className="mb-2 soft">Oldest roots and nearest orders first, whole batches, into the hours that other work leaves.</p>
      {data.moves.length === 0 ? (
        <p>Every batch is in the week that suits it best.</p>
      ) : (
        <ol>
          {data.moves.map((move) => (
            <li
              key={move.code}
              className="grid gap-x-4 border-t py-2 sm:grid-cols-[6rem_minmax(0,1fr)_minmax(0,1.6fr)] border-stone-wash"
            >
              <strong>{move.code}</strong>
              <span>
                {move.crop}, {plural(move.plants, 'plant')}, {move.hours.toFixed(1)} h
              </span>
              <span>
                <s className="soft">{week(move.from)}</s> → <strong>{week(move.week)}</strong>
                {move.slips > 0 && <span className="soft"> slips {plural(move.slips, 'week')}</span>}
                {move.over && <strong className="text-plum"> more than its hours</strong>}
                {move.costs.map((cost) => (
                  <span key={cost.kind} className="block text-sm text-plum">
                    {cost.words}
                  </span>
                ))}
                {move.costs.length === 0 && <span className="block text-sm text-leaf">✓ harms neither roots nor order</span>}
              </span>
            </li>
          ))}
        </ol>
      )}
      {data.moves.length > 0 && (
        <div className="mt-3 flex flex-wrap items-center gap-4">
          <button
            type="button"
            className="act-main"
            disabled={keep.isPending}
            onClick={() => keep.mutate(data.moves.map((move) => ({ code: move.code, version: move.version, week: move.week })))}
          >
            Keep it
          </button>
          <span className="text-sm">
            {data.weeks
              .filter((one) => Math.abs(one.before - one.taken) > 0.05)
              .map((one) => `${week(one.week)}: ${one.before.toFixed(1)} → ${one.taken.toFixed(1)} of ${one.free.toFixed(1)} h`)
              .join(' · ')}
          </span>
        </div>
      )}
      {keep.error && (
        <p role="alert" className="refusal mt-2">
          {keep.error.message}
        </p>
      )}
    </section>
  )
}
