import { memo, useDeferredValue, useState } from 'react'
import { Link } from 'react-router'
import type { Schemas } from '../api/client'
import { useBench, useDay, useLots, useTroubledZones } from '../api/queries'
import { useUnhurried } from '../api/unhurried'
import { House, housesOf, widestOf } from '../drawings/House'
import { Label, Tag } from '../drawings/Tag'
import { AlarmsNow } from '../mist/AlarmsNow'
import { lotsDueBy } from '../potting/lotsDue'
import { Troubles } from '../round/Troubles'
import { FirstSteps } from '../shell/FirstSteps'
import { Unread } from '../shell/Unread'
import { useFetched } from '../shell/useFetched'
import { useShown } from '../shell/week'
import { HoldClock } from '../stock/HoldClock'
import { KeepOutNow } from '../stock/KeepOut'
import { StockAsks } from '../stock/StockCare'
import { Remedies } from '../wanted/Remedies'
import { mondayOf, plural, sayDay, sayTrays, sayWeek } from '../words'
import { DayArc } from './DayArc'

type Thing = Schemas['Thing']

/** The forms come when somebody takes up a piece of work: what waits is there before them. */
const fetchForms = () => import('../batches/WorkPanel').then((m) => m.WorkPanel)

const PARTS: { job: Thing['job']; title: string; words: string; act: string }[] = [
  { job: 'short', title: 'Before all', words: 'orders that will be short by what is known today', act: 'See what can be done' },
  { job: 'collect', title: 'To be cut', words: 'collected ahead, bundled and kept', act: 'Take sheet' },
  { job: 'stick', title: 'Early', words: 'cool, shoots full of water: collect and stick', act: 'Stick' },
  { job: 'wean', title: 'Weaning', words: 'mist set down step by step, begun by a check', act: 'Wean' },
  { job: 'check', title: 'The round', words: 'lift a few and look', act: 'Check' },
  { job: 'pot', title: 'After noon', words: 'count and pot up', act: 'Count' },
  { job: 'plan', title: 'Evening', words: 'wanted, not yet planned', act: 'Plan' },
]

function Why({ thing }: { thing: Thing }) {
  return (
    <>
      {thing.daysLate > 0 && <strong className="text-plum">{plural(thing.daysLate, 'day')} late · </strong>}
      {thing.job === 'stick' &&
        thing.tag &&
        `from ${thing.tag.block}, ${sayTrays(thing.tag.trays, thing.tag.trayKind)} to ${thing.tag.zone}`}
      {thing.line !== null && thing.line > 1 && `line ${thing.line} · `}
      {thing.job !== 'stick' && thing.why}
    </>
  )
}

function ThingRow({
  thing,
  act,
  open,
  onOpen,
  onDone,
}: {
  thing: Thing
  act: string
  open: boolean
  onOpen: () => void
  onDone: () => void
}) {
  const { mayLog, mayPlan, session } = useShown()
  const WorkPanel = useFetched(open && thing.tag !== null, fetchForms)
  if (thing.wanted && thing.job === 'short') {
    const { wanted } = thing
    return (
      <>
        <div className="flex items-center gap-2">
          <div className="min-w-0 grow">
            <Label>
              <div className="flex items-center gap-3 px-3 py-2">
                <div className="min-w-0 grow">
                  <div className="text-[1.05rem] font-bold">{wanted.crop}</div>
                  <div className="text-sm text-plum">
                    {thing.why} {thing.mendable && `Can be mended until ${sayDay(thing.due, session.today)}.`}
                  </div>
                  <div className="truncate text-sm soft">
                    {wanted.customer ?? 'own target'}, {sayWeek(wanted.readyWeek, mondayOf(wanted.readyWeek), session.nursery)}
                  </div>
                </div>
                {thing.count > 0 ? (
                  <div className="text-[1.35rem] font-bold text-plum">−{thing.count}</div>
                ) : (
                  <div className="max-w-14 text-right font-bold text-plum sm:max-w-none sm:whitespace-nowrap">
                    {plural(wanted.outlook?.weeksLate ?? 0, 'week')} late
                  </div>
                )}
              </div>
            </Label>
          </div>
          <button
            type="button"
            className="act shrink-0"
            aria-expanded={open}
            aria-label={`${act} for ${wanted.crop}`}
            onClick={onOpen}
          >
            {open ? 'Close' : 'Remedies'}
          </button>
        </div>
        {open && (
          <div className="sheet mt-2 p-4">
            <Remedies id={wanted.id} />
          </div>
        )}
      </>
    )
  }
  if (thing.wanted) {
    const { wanted } = thing
    return (
      <div className="flex items-center gap-2">
        <div className="min-w-0 grow">
          <Label faint>
            <div className="flex items-center gap-3 px-3 py-2">
              <div className="min-w-0 grow">
                <div className="truncate text-[1.05rem] font-bold">{wanted.crop}</div>
                <div className="truncate text-sm soft">
                  {wanted.customer ?? 'own target'}, {sayWeek(wanted.readyWeek, mondayOf(wanted.readyWeek), session.nursery)}
                  {wanted.planBy !== null && ` · stick by ${sayDay(wanted.planBy, session.today)}`}
                </div>
              </div>
              <div className="text-[1.35rem] font-bold">{wanted.plants}</div>
            </div>
          </Label>
        </div>
        {mayPlan && (
          <Link className="act" to={`/wanted/${wanted.id}/plan`} aria-label={`Plan ${wanted.crop}`}>
            Plan
          </Link>
        )}
      </div>
    )
  }
  if (!thing.tag) return null
  return (
    <>
      <div className="flex items-center gap-2">
        <div className="min-w-0 grow">
          <Tag tag={thing.tag} count={thing.count} more={<Why thing={thing} />} />
        </div>
        {thing.job === 'collect' && (
          <Link className="act shrink-0" to={`/stock/take?batches=${thing.tag.code}`} aria-label={`${act} of ${thing.tag.code}`}>
            {act}
          </Link>
        )}
        {mayLog && thing.job !== 'collect' && (
          <button
            type="button"
            className="act shrink-0"
            aria-expanded={open}
            aria-label={`${act} ${thing.tag.crop} ${thing.tag.code}`}
            onClick={onOpen}
          >
            {open ? 'Close' : act}
          </button>
        )}
      </div>
      {thing.collection && (
        <div className="mt-1 pl-8">
          <HoldClock key={thing.collection.startedAt} clock={thing.collection} code={thing.tag.code} />
        </div>
      )}
      {open && (
        <div className="sheet mt-2 p-4">
          {WorkPanel && (
            <WorkPanel
              code={thing.tag.code}
              work={thing.job as Exclude<Thing['job'], 'short' | 'collect'>}
              line={thing.line ?? 1}
              onDone={onDone}
            />
          )}
        </div>
      )}
    </>
  )
}

const Things = memo(function Things({ things }: { things: Thing[] }) {
  const [open, setOpen] = useState<string | null>(null)
  return (
    <ol>
      {PARTS.map((part) => {
        const here = things.filter((thing) => thing.job === part.job)
        if (here.length === 0) return null
        const row = (thing: Thing) => {
          const key = `${thing.job} ${thing.tag?.code ?? thing.wanted?.id} ${thing.line}`
          return (
            <li key={key}>
              <ThingRow
                thing={thing}
                act={part.act}
                open={open === key}
                onOpen={() => setOpen((was) => (was === key ? null : key))}
                onDone={() => setOpen((was) => (was === key ? null : was))}
              />
            </li>
          )
        }
        return (
          <li key={part.job} className="relative mb-6 grid grid-cols-[minmax(0,1fr)] gap-x-6 sm:grid-cols-[8.5rem_minmax(0,1fr)]">
            <div className="mb-2 sm:pr-2 sm:text-right">
              <h2>{part.title}</h2>
              <p className="text-sm soft">{part.words}</p>
              {part.job === 'stick' && (
                <Link
                  className="word inline-flex min-h-11 items-center text-sm"
                  to={`/stock/take?batches=${here.flatMap((thing) => thing.tag?.code ?? []).join(',')}`}
                >
                  take sheet for {here.length === 1 ? 'it' : `these ${here.length}`}
                </Link>
              )}
            </div>
            <ol className="grid grid-cols-[minmax(0,1fr)] gap-2 sm:pl-6">
              {here.filter((thing) => thing.mendable).map(row)}
              {here.some((thing) => !thing.mendable) && (
                <li>
                  <details>
                    <summary className="min-h-11 cursor-pointer py-2 soft">
                      {plural(here.filter((thing) => !thing.mendable).length, 'order')} can no longer be helped by sticking again
                    </summary>
                    <ol className="grid gap-2">{here.filter((thing) => !thing.mendable).map(row)}</ol>
                  </details>
                </li>
              )}
            </ol>
          </li>
        )
      })}
    </ol>
  )
})

function LoggedList({ logged, future }: { logged: Schemas['Logged'][]; future: boolean }) {
  const { session } = useShown()
  if (logged.length === 0) return future ? null : <p className="soft">Nothing was logged in this week.</p>
  return (
    <section className="mt-2">
      <h2 className="mb-2">Logged in this week</h2>
      <ol className="grid gap-1">
        {logged.map((one) => (
          <li key={`${one.on} ${one.code} ${one.says}`} className="flex flex-wrap gap-x-3 border-b py-1.5 border-stone-wash">
            <span className="w-14 soft">{sayDay(one.on, session.today)}</span>
            <Link to={`/batches/${one.code}`} className="word font-semibold">
              {one.code}
            </Link>
            <span>{one.crop}</span>
            <span className="soft">
              {one.says} · {one.by}
            </span>
          </li>
        ))}
      </ol>
    </section>
  )
}

/** The main screen: the day from dawn to dusk on the left, the house in this week on the right. */
export function Today() {
  const { week, thisWeek, session } = useShown()
  const read = useDay(week)
  const day = useUnhurried(read.data)
  // What waits to be done is drawn first, the house after it.
  const bench = useDeferredValue(useBench(week).data)
  const { data: lots } = useLots()
  const troubled = useTroubledZones()
  const lotsDue = week === thisWeek ? lotsDueBy(lots?.lots ?? [], session.today) : 0
  const things = day?.things ?? []
  const said = sayWeek(week, mondayOf(week), session.nursery)
  if (!day) return <Unread of={read} title="Today" />
  return (
    <div className="grid gap-x-10 gap-y-8 lg:grid-cols-[minmax(0,1.15fr)_minmax(0,1fr)]">
      {week === thisWeek && things.length === 0 && day.logged.length === 0 && <FirstSteps />}
      {week === thisWeek && <KeepOutNow />}
      {week === thisWeek && <AlarmsNow />}
      <section className="relative min-w-0">
        <h1 className="mb-4 sm:pl-[10rem]">
          {week === thisWeek ? (
            `The next thing, ${sayDay(session.today)}`
          ) : (
            <span className="inline-block first-letter:uppercase">{said}</span>
          )}
        </h1>
        {session.copyIsOld && (
          <p role="status" className="mb-4 text-plum sm:pl-[10rem]">
            <strong>No good copy of this nursery is newer than a day and a half.</strong>{' '}
            <Link className="word" to="/nursery/copies">
              Copies
            </Link>
          </p>
        )}
        <p className="mb-2 sm:pl-[11.5rem]">
          <Link className="word" to="/round">
            Walk the round
          </Link>{' '}
          ·{' '}
          <Link className="word" to="/mixing">
            Day sheet
          </Link>{' '}
          <span className="soft">for the crew, to tick or to print</span>
          {lotsDue > 0 && (
            <>
              {' '}
              ·{' '}
              <Link className="word" to="/potting/lots">
                {plural(lotsDue, 'lot')}
              </Link>{' '}
              <span className="soft">of pots with something due</span>
            </>
          )}
        </p>
        {week === thisWeek && (
          <div className="relative z-10 sm:pl-[10rem]">
            <Troubles />
          </div>
        )}
        {things.length > 0 && <DayArc />}
        {day && things.length === 0 && week >= thisWeek && (
          <p className="soft sm:pl-[10rem]">
            {week === thisWeek ? 'Nothing waits. ' : 'Nothing is planned for this week. '}
            <Link className="word" to="/wanted">
              Enter what is wanted
            </Link>{' '}
            to plan a batch.
          </p>
        )}
        <Things things={things} />
        {day.stock.length > 0 && (
          <section className="mt-4 sm:pl-[11.5rem]" aria-label="Stock plants ask">
            <h2>
              Stock plants <span className="font-normal soft">{plural(day.stock.length, 'thing')} to do for them</span>
            </h2>
            <StockAsks asks={day.stock} />
          </section>
        )}
        <div className="sm:pl-[10rem]">{day && <LoggedList logged={day.logged} future={week >= thisWeek} />}</div>
      </section>
      <section className="min-w-0">
        <h1 className="mb-3">Who lies where, {said}</h1>
        {bench && bench.zones.length === 0 && (
          <p className="soft">
            No zone yet.{' '}
            <Link className="word" to="/bench">
              Draw the first bench
            </Link>
            .
          </p>
        )}
        <div className="grid gap-4">
          {housesOf(bench?.zones ?? []).map(([name, zones]) => (
            <Link key={name} to="/bench" className="block" aria-label={`${name}: see the bench`}>
              <House
                name={name}
                zones={zones}
                wide={widestOf(bench?.zones ?? [])}
                settings={session.nursery}
                troubled={troubled}
              />
            </Link>
          ))}
        </div>
      </section>
    </div>
  )
}
