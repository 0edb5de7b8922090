import { Link } from 'react-router'
import type { Schemas } from '../api/client'
import { useBenchWork } from '../api/queries'
import { Drops } from '../drawings/Glyph'
import { AsTable } from '../shell/AsTable'
import { Unread } from '../shell/Unread'
import { useShown } from '../shell/week'
import { mondayOf, plural, sayDay, sayHeat, sayWeek } from '../words'
import { BenchRooms } from './BenchRooms'

type Job = Schemas['BenchJob']

function Words({ job }: { job: Job }) {
  const { session } = useShown()
  if (job.kind === 'set')
    return job.setting === null ? (
      <span>{job.zone} stands empty: heat and mist off.</span>
    ) : (
      <span className="inline-flex flex-wrap items-center gap-x-2">
        <span>
          Set <strong>{job.zone}</strong> to <strong>{sayHeat(job.setting.heat, session.nursery)}</strong>, mist
        </span>
        <Drops level={job.setting.mist} />
        {!job.setting.suits && <span className="refusal">does not suit all who lie there</span>}
      </span>
    )
  const batch = (
    <Link className="word" to={`/batches/${job.code}`}>
      {job.crop}, {job.code}
    </Link>
  )
  const trays = plural(job.trays ?? 0, 'tray')
  if (job.kind === 'move')
    return (
      <span>
        Move {trays} of {batch} from <strong>{job.zone}</strong> to <strong>{job.to}</strong>
      </span>
    )
  if (job.kind === 'off')
    return (
      <span>
        Take {trays} of {batch} off <strong>{job.zone}</strong> to be potted
        {job.to && (
          <>
            ; the pots stand on <strong>{job.to}</strong>
          </>
        )}
      </span>
    )
  return (
    <span>
      Lay {trays} of {batch} in <strong>{job.zone}</strong>
    </span>
  )
}

/** What is to be carried and set in the week on the rail, day by day, to be read out. */
export function WorkList() {
  const { week, session } = useShown()
  const read = useBenchWork(week)
  const { data } = read
  const days = [...new Set(data?.jobs.map((job) => job.day))]
  if (!data) return <Unread of={read} title="Bench work" rooms={<BenchRooms />} />
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-4">
        <h1>Bench work, {sayWeek(week, mondayOf(week), session.nursery)}</h1>
        <BenchRooms />
        <AsTable
          name="bench work"
          heads={['day', 'what', 'crop', 'batch', 'trays', 'from or in', 'to', 'heat °C', 'mist']}
          rows={() =>
            data.jobs.map((job) => [
              job.day,
              job.kind,
              job.crop,
              job.code,
              job.trays,
              job.zone,
              job.to,
              job.setting?.heat,
              job.setting?.mist,
            ])
          }
        />
        <button type="button" className="act no-print ml-auto" onClick={() => window.print()}>
          Print
        </button>
      </div>
      {data && days.length === 0 && <p className="soft">Nothing is carried or set in this week.</p>}
      <div className="grid max-w-3xl gap-5">
        {days.map((day) => (
          <section key={day} aria-label={sayDay(day)}>
            <h2 className="border-b pb-1 border-peat">
              {new Date(`${day}T00:00:00Z`).toLocaleDateString('en', { weekday: 'long', timeZone: 'UTC' })}, {sayDay(day)}
            </h2>
            <ul>
              {data?.jobs
                .filter((job) => job.day === day)
                .map((job) => (
                  <li key={`${job.kind}.${job.zone}.${job.code}`} className="border-b py-2 border-stone-wash">
                    <Words job={job} />
                  </li>
                ))}
            </ul>
          </section>
        ))}
      </div>
    </>
  )
}
