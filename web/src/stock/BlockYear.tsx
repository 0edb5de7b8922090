import { Link, useNavigate } from 'react-router'
import { post, type Schemas } from '../api/client'
import { useWrite } from '../api/writes'
import { Sideways } from '../drawings/Sideways'
import { StockYear } from '../drawings/StockYear'
import { TakeOut } from '../forms/TakeOut'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'
import { mondayOf, sayDay, sayWeek } from '../words'
import { Ask, DONE } from './StockCare'

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
