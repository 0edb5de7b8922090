import { Link } from 'react-router'
import { useEven } from '../api/queries'
import { useBack, useMoves } from '../api/writes'
import { sayHours } from '../drawings/HoursStrip'
import { AsTable } from '../shell/AsTable'
import { LongWork } from '../shell/LongWork'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'
import { mondayOf, plural, sayWeek } from '../words'

/** Overfull weeks and the moves that would lighten them; nothing moves until it is asked for, and all of it can be undone. */
export function EvenOut({ onDone }: { onDone: () => void }) {
  const { session, mayPlan } = useShown()
  const { data, error } = useEven(true)
  const back = useBack((changed) => say(`${plural(changed, 'batch', 'batches')} put back.`))
  const move = useMoves((done) => {
    say(`${plural(done.batches.length, 'batch', 'batches')} moved.`, () =>
      back.mutateAsync({ id: done.version, batches: done.batches }),
    )
    onDone()
  })
  if (error)
    return (
      <p role="alert" className="refusal">
        {error.message}{' '}
        <Link className="word" to="/nursery">
          The nursery
        </Link>
      </p>
    )
  if (!data) return <LongWork words="Looking for moves…" />
  const still = data.weeks.filter((week) => week.isOver)
  return (
    <div className="grid gap-3">
      <ul className="flex flex-wrap gap-x-6 gap-y-1">
        {data.weeks.map((week) => (
          <li key={week.week}>
            <strong className="first-letter:uppercase">{sayWeek(week.week, mondayOf(week.week), session.nursery)}</strong>{' '}
            {sayHours(week.hours)} → <span className={week.isOver ? 'text-plum' : 'text-leaf'}>{sayHours(week.after)}</span>{' '}
            <span className="soft">of {sayHours(week.crew)}</span>
          </li>
        ))}
      </ul>
      {data.weeks.length === 0 && <p>No week asks more hours than there are hands.</p>}
      {data.weeks.length > 0 && data.moves.length === 0 && (
        <p>
          Nothing can move: windows, due dates, benches or stock hold every batch in these weeks. More hands, or fewer plants.
        </p>
      )}
      {data.moves.length > 0 && (
        <AsTable
          name="even out"
          heads={['batch', 'crop', 'stick on', 'why']}
          rows={() => data.moves.map((one) => [one.code, one.crop, one.stickOn, one.why])}
        />
      )}
      <ol>
        {data.moves.map((one) => (
          <li key={one.code} className="flex flex-wrap gap-x-4 border-t py-1.5 border-stone-wash">
            <Link className="word w-20 font-bold" to={`/batches/${one.code}`}>
              {one.code}
            </Link>
            <span className="w-48">{one.crop}</span>
            <span className="min-w-0 grow">{one.why}</span>
          </li>
        ))}
      </ol>
      {still.length > 0 && data.moves.length > 0 && (
        <p className="soft">{plural(still.length, 'week')} would still ask more than there is.</p>
      )}
      {mayPlan && data.moves.length > 0 && (
        <div className="flex flex-wrap items-center gap-3">
          <button
            type="button"
            className="act-main"
            disabled={move.isPending}
            onClick={() =>
              move.mutate({
                moves: data.moves.map(({ code, version, stickOn, heldDays }) => ({ code, version, stickOn, heldDays })),
                why: 'Evening out',
              })
            }
          >
            Make {plural(data.moves.length, 'move')}
          </button>
          {move.error && (
            <span role="alert" className="refusal">
              {move.error.message}
            </span>
          )}
        </div>
      )}
    </div>
  )
}
