import { Link } from 'react-router'
import type { Schemas } from '../api/client'
import { useOpening } from '../forms/Opening'
import { useShown } from '../shell/week'
import { mondayOf, sayWeek } from '../words'
import { LotForm } from './LotForm'

type Lot = Schemas['Lot']

/** Orders of the crop: what each was sent, what it still wants, and sending it. */
export function Orders({ lot, onPotOn }: { lot: Lot; onPotOn: (pot: number, count: number) => void }) {
  const { session, mayLog } = useShown()
  const opening = useOpening<number>()
  return (
    <section className="min-w-0">
      <h2 className="mb-1">Orders</h2>
      {lot.orders.length === 0 && <p className="soft">Nobody waits for this crop.</p>}
      <ol>
        {lot.orders.map((order) => (
          <li key={order.id} className="border-t py-2 border-stone-wash">
            <div className="flex flex-wrap items-center gap-x-4">
              <Link className="word font-semibold" to={`/wanted?order=${order.id}`}>
                {order.customer ?? 'Own target'}
              </Link>
              <span className="soft">
                {sayWeek(order.readyWeek, mondayOf(order.readyWeek), session.nursery)}, {order.plants} in{' '}
                {order.pot === lot.pot ? (
                  order.pot
                ) : (
                  <strong className="text-plum">
                    {order.pot}, not {lot.pot}
                  </strong>
                )}
              </span>
              <span>
                {order.sent > 0 && `${order.sent} sent${order.fromHere > 0 ? `, ${order.fromHere} from here` : ''} · `}
                {order.open === 0 ? <span className="text-leaf">has all</span> : <strong>{order.open} open</strong>}
              </span>
              {mayLog && order.open > 0 && order.potOn !== null && lot.potted > 0 && (
                <button
                  type="button"
                  className="word min-h-11"
                  aria-label={`Pot on into ${order.pot} for ${order.customer ?? 'our own target'}`}
                  onClick={() => order.potOn !== null && onPotOn(order.potOn, Math.min(order.open, lot.potted))}
                >
                  Pot on into {order.pot}
                </button>
              )}
              {mayLog && order.open > 0 && lot.grown > 0 && lot.heldUntil === null && (
                <button
                  type="button"
                  className="act ml-auto"
                  aria-expanded={opening.is(order.id)}
                  aria-label={`Send to ${order.customer ?? 'our own target'}, ${order.open} open`}
                  onClick={() => opening.toggle(order.id)}
                >
                  {opening.is(order.id) ? 'Close' : 'Send'}
                </button>
              )}
            </div>
            {opening.is(order.id) && (
              <div className="sheet mt-2 p-3">
                <LotForm lot={lot} act="send" order={order.id} most={Math.min(order.open, lot.grown)} onDone={opening.close} />
              </div>
            )}
          </li>
        ))}
      </ol>
    </section>
  )
}
