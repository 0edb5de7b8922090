import { Link, useNavigate } from 'react-router'
import { answer, api, post, type Schemas } from '../api/client'
import { useWrite } from '../api/writes'
import { Sideways } from '../drawings/Sideways'
import { StockYear } from '../drawings/StockYear'
import { TakeOut } from '../forms/TakeOut'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'
import { mondayOf, sayDay, sayWeek } from '../words'

type Job = Schemas['CareJob']

const DONE: Record<Job, string> = {
  cut_down: 'cut down',
  restart: 'started again',
  feed: 'fed',
  flowers_off: 'flowers off',
  replace: 'replacement ordered',
}

/** One thing that stock plants ask for, ticked when it is done. */
export function Ask({
  code,
  job,
  words,
  due,
  on,
  children,
}: {
  code: string
  job: Job
  words: string
  due: string
  /** The day that it is ticked on; today where it is not said. */
  on?: string
  children?: React.ReactNode
}) {
  const { session, mayLog } = useShown()
  const care = useWrite(() =>
    answer(api.POST('/api/stock/{code}/care', { params: { path: { code } }, body: { job, on: on ?? session.today } })),
  )
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-1 border-t py-2 border-stone-wash">
      <div className="min-w-0 grow basis-64">
        {children}
        <p className="text-sm">{words}</p>
        {due < session.today && <p className="text-sm text-plum">since {sayDay(due, session.today)}</p>}
        {care.error && (
          <p role="alert" className="refusal">
            {care.error.message}
          </p>
        )}
      </div>
      {job === 'replace' ? (
        <Link className="act" to={`/stock/${code}`} aria-label={`See what takes the place of ${code}`}>
          See
        </Link>
      ) : (
        mayLog &&
        (on ?? session.today) <= session.today && (
          <button
            type="button"
            className="act no-print"
            disabled={care.isPending}
            aria-label={`Done: ${DONE[job]}, ${code}`}
            onClick={() =>
              care.mutateAsync(undefined).then(
                () => say(`${code}: ${DONE[job]}.`),
                () => undefined,
              )
            }
          >
            Done
          </button>
        )
      )}
    </li>
  )
}

/** What all stock plants ask for, block by block. */
export function StockAsks({ asks, on }: { asks: Schemas['StockAsks'][]; on?: string }) {
  return (
    <ol>
      {asks.map((ask) => (
        <Ask key={`${ask.block} ${ask.job}`} code={ask.block} job={ask.job} words={ask.words} due={ask.due} on={on}>
          <p>
            <Link className="word font-semibold" to={`/stock/${ask.block}`}>
              {ask.block}
            </Link>{' '}
            <strong>{ask.crop}</strong> <span className="soft">{ask.place}</span>
          </p>
        </Ask>
      ))}
    </ol>
  )
}

/** The order for what takes a block's place: what it would be, and pressed once. */
function Replacement({ block }: { block: Schemas['BlockPage'] }) {
  const { session, mayPlan } = useShown()
  const navigate = useNavigate()
  const { replacement, replacedBy } = block.year
  const order = useWrite((asked: NonNullable<typeof replacement> & { pot: number }) =>
    post('/api/wanted', { ...asked, priority: 'should', forBlock: block.code, note: `Takes the place of ${block.code}` }),
  )
  if (replacedBy !== null)
    return (
      <p>
        What takes its place{' '}
        <Link className="word" to={`/wanted?order=${replacedBy}`}>
          is ordered
        </Link>
        .
      </p>
    )
  const pot = replacement?.pot
  if (!replacement || !mayPlan || pot === null || pot === undefined) return null
  return (
    <div className="mt-2">
      <button
        type="button"
        className="act"
        disabled={order.isPending}
        onClick={() =>
          order.mutateAsync({ ...replacement, pot }).then(
            () => {
              say(`${replacement.plants} of ${block.crop} are ordered to take the place of ${block.code}.`)
              navigate('/wanted')
            },
            () => undefined,
          )
        }
      >
        Order {replacement.plants} young plants for{' '}
        {sayWeek(replacement.readyWeek, mondayOf(replacement.readyWeek), session.nursery)}
      </button>
      {order.error && (
        <p role="alert" className="refusal">
          {order.error.message}
        </p>
      )}
    </div>
  )
}

/** A block's year: when it rests, what it asks for now, what was done for it. */
export function BlockYear({ block }: { block: Schemas['BlockPage'] }) {
  const { session, mayLog } = useShown()
  const { rest, due, done } = block.year
  if (rest === null && due.length === 0 && done.length === 0 && block.year.replacedBy === null) return null
  return (
    <section className="min-w-0" aria-label="Its year">
      <h2 className="mb-1">Its year</h2>
      {rest && (
        <>
          <p className="mb-1 text-sm soft">
            Nothing is taken from {sayDay(rest.from, session.today)}; started again {sayDay(rest.restart, session.today)}, first
            take {sayDay(rest.takeFrom, session.today)}.
          </p>
          <Sideways of="Its year, month by month">
            <StockYear rest={rest} today={session.today} />
          </Sideways>
        </>
      )}
      {due.length > 0 && (
        <ol className="mt-2">
          {due.map((one) => (
            <Ask key={one.job} code={block.code} job={one.job} words={one.words} due={one.due} />
          ))}
        </ol>
      )}
      <Replacement block={block} />
      {done.length > 0 && (
        <ol className="mt-2 text-sm">
          {done.map((one) => (
            <li key={one.id} className="border-t py-1.5 border-stone-wash">
              <span className="inline-block w-16 soft">{sayDay(one.on, session.today)}</span> {DONE[one.job]}{' '}
              <span className="soft">
                {one.by}
                {one.note && ` · ${one.note}`}
              </span>{' '}
              {mayLog && (
                <TakeOut record="stock_care" id={one.id} name={`What was done for ${block.code} on ${one.on}`} history={false} />
              )}
            </li>
          ))}
        </ol>
      )}
    </section>
  )
}
