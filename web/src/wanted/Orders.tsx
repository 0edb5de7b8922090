import { useEffect, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import type { Wanted } from '../api/client'
import { useCrops, useWanted } from '../api/queries'
import { OutlookBar } from '../drawings/OutlookBar'
import { Tag } from '../drawings/Tag'
import { AsTable } from '../shell/AsTable'
import { Missing } from '../shell/FirstSteps'
import { HistoryLink } from '../shell/HistoryLink'
import { SearchBox, useAsked } from '../shell/Narrow'
import { TraceLink } from '../shell/TraceLink'
import { Unread } from '../shell/Unread'
import { useParts } from '../shell/useParts'
import { useShown } from '../shell/week'
import { mondayOf, PRIORITY_WORDS, plural, sayDay, sayWeek, WANTED_WORDS } from '../words'
import { OrderForm } from './OrderForm'
import { Remedies } from './Remedies'

function Order({ wanted, chosen }: { wanted: Wanted; chosen: boolean }) {
  const { mayPlan, mayOrder, session } = useShown()
  const [changing, setChanging] = useState(false)
  const [mending, setMending] = useState(false)
  return (
    <li
      id={`order-${wanted.id}`}
      style={{ contentVisibility: 'auto', containIntrinsicSize: 'auto 9rem' }}
      className={`grid gap-x-6 gap-y-2 border-t py-3 md:grid-cols-[minmax(15rem,1fr)_minmax(0,1.5fr)_auto] border-peat ${chosen ? 'bg-paper' : ''}`}
    >
      <div className="flex min-w-0 gap-4">
        <span className="w-16 shrink-0 text-right text-2xl leading-tight font-bold">{wanted.plants}</span>
        <div className="min-w-0">
          <Link to={`/crops/${wanted.cropSlug}`} className="font-bold">
            {wanted.crop}
          </Link>
          <div className="text-sm soft">
            {wanted.customer ?? 'own target'} · {wanted.pot.name} · {PRIORITY_WORDS[wanted.priority]}
            {wanted.sex && (
              <>
                {' · '}
                <strong>{wanted.sex}</strong>
              </>
            )}
            {wanted.onlyFrom && (
              <>
                {' · '}
                <strong>only from {wanted.onlyFrom}</strong>
              </>
            )}
            {wanted.reference && (
              <>
                {' · '}
                <Link
                  className="word"
                  to={`/wanted?${new URLSearchParams({ customer: wanted.customer ?? '', reference: wanted.reference })}`}
                >
                  their order {wanted.reference}
                </Link>
              </>
            )}
            {wanted.note && <> · {wanted.note}</>}
            <span className="block">
              noted by {wanted.enteredBy}, {sayDay(wanted.enteredAt, session.today)}
            </span>
          </div>
        </div>
      </div>
      <div className="grid content-start gap-2">
        {wanted.batches.map((tag) => (
          <Tag key={tag.code} tag={tag} small />
        ))}
        {wanted.outlook && <OutlookBar outlook={wanted.outlook} wanted={wanted.plants} />}
        {wanted.outlook && (
          <p className={`text-sm ${wanted.outlook.isShort ? 'text-plum' : ''}`}>
            {wanted.outlook.words}
            {wanted.outlook.isShort && (
              <button type="button" className="act ml-3" aria-expanded={mending} onClick={() => setMending(!mending)}>
                {mending ? 'Close' : 'Remedies'}
              </button>
            )}
          </p>
        )}
        {wanted.sent.length > 0 && (
          <p className="text-sm soft">
            Sent{' '}
            {wanted.sent.map((one, i) => (
              <span key={`${one.lot} ${one.on} ${one.count}`}>
                {i > 0 && ', '}
                {one.count} from{' '}
                <Link className="word" to={`/potting/lots/${one.lot}`}>
                  {one.lot}
                </Link>{' '}
                on {sayDay(one.on, session.today)}
              </span>
            ))}
            .
          </p>
        )}
        {wanted.batches.length === 0 && (
          <p>
            {WANTED_WORDS[wanted.state]}
            {wanted.planBy !== null && (
              <span className={wanted.planBy < session.today ? 'text-plum' : undefined}>
                {' '}
                · stick by {sayDay(wanted.planBy, session.today)}
              </span>
            )}
          </p>
        )}
      </div>
      <div className="flex flex-wrap items-start gap-2">
        {mayPlan && !wanted.calledOff && wanted.state !== 'done' && (
          <>
            <Link
              className={wanted.batches.length === 0 ? 'act-main' : 'act'}
              to={`/wanted/${wanted.id}/plan`}
              aria-label={`Plan a batch of ${wanted.crop}`}
            >
              Plan a batch
            </Link>
            <Link className="act" to={`/wanted/${wanted.id}/routes`} aria-label={`Ways to ${wanted.plants} ${wanted.crop}`}>
              Ways
            </Link>
          </>
        )}
        {wanted.sent.length > 0 && (
          <Link className="act" to={`/wanted/${wanted.id}/note`} aria-label={`Delivery note of ${wanted.crop}`}>
            Delivery note
          </Link>
        )}
        {mayOrder && !wanted.calledOff && wanted.state !== 'done' && (
          <>
            <button
              type="button"
              className="act"
              aria-expanded={changing}
              aria-label={`Change the order of ${wanted.crop}`}
              onClick={() => setChanging(!changing)}
            >
              Change
            </button>
            <TraceLink kind="order" of={String(wanted.id)} />
            <HistoryLink of={String(wanted.id)} what="wanted" button />
          </>
        )}
        {mayOrder && wanted.calledOff && (
          <button
            type="button"
            className="act"
            aria-expanded={changing}
            aria-label={`Bring back the order of ${wanted.crop}`}
            onClick={() => setChanging(!changing)}
          >
            Bring it back
          </button>
        )}
      </div>
      {mending && (
        <div className="sheet p-4 md:col-span-3">
          <Remedies id={wanted.id} />
        </div>
      )}
      {changing && (
        <div className="sheet p-4 md:col-span-3">
          <OrderForm wanted={wanted} onDone={() => setChanging(false)} />
        </div>
      )}
    </li>
  )
}

/** Which orders are shown. */
const SHOW = {
  all: { words: 'all', is: () => true },
  act: { words: 'what needs an act', is: (one: Wanted) => one.needsAct },
  covered: { words: 'covered', is: (one: Wanted) => !one.needsAct && !one.calledOff && one.state !== 'done' },
  done: { words: 'done or called off', is: (one: Wanted) => one.calledOff || one.state === 'done' },
} as const

/** Orders of a week that ask for nothing: how many there are and of what, and all of them once somebody opens it. */
function Folded({ orders }: { orders: Wanted[] }) {
  const [open, setOpen] = useState(false)
  const covered = orders.filter(SHOW.covered.is).length
  const over = orders.length - covered
  return (
    <details open={open} onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="min-h-11 cursor-pointer truncate border-t border-stone-wash py-2 soft">
        <strong>
          {covered > 0 && `${covered} covered`}
          {covered > 0 && over > 0 && ', '}
          {over > 0 && `${over} done or called off`}
        </strong>
        {': '}
        {orders.map((one) => `${one.plants} ${one.crop}`).join(', ')}
      </summary>
      {open && (
        <ol>
          {orders.map((one) => (
            <Order key={one.id} wanted={one} chosen={false} />
          ))}
        </ol>
      )}
    </details>
  )
}

/** What is wanted, week by week. */
export function Orders() {
  const { mayOrder, session, week } = useShown()
  const { data: crops } = useCrops()
  const [adding, setAdding] = useState(false)
  const asked = useAsked()
  const customer = asked.get('customer')
  const reference = asked.get('reference')
  const show = (asked.get('show') ?? 'all') as keyof typeof SHOW
  const navigate = useNavigate()
  const chosen = Number(asked.get('order') ?? 0)
  const season = asked.get('season')
  const [ofOrder, setOfOrder] = useState(0)
  const read = useWanted(season !== null ? { season: Number(season) } : ofOrder !== 0 ? { order: ofOrder } : {})
  const { data } = read
  // An order that was asked for by its number may be of an earlier season.
  const isEarlier = season === null && chosen !== 0 && data !== undefined && !data.wanted.some(({ id }) => id === chosen)
  useEffect(() => {
    if (isEarlier) setOfOrder(chosen)
  }, [isEarlier, chosen])
  const isOver = data !== undefined && data.season !== null
  // What is due before the week on the rail and done with is out of the way, unless it is asked for.
  const open = (data?.wanted ?? []).filter(
    (one) =>
      (customer === null || one.customer === customer) &&
      (reference === null || one.reference === reference) &&
      (isOver ||
        reference !== null ||
        one.id === chosen ||
        one.readyWeek >= week ||
        (one.state !== 'done' && one.state !== 'called_off')),
  )
  const wanted = open.filter(
    (one) =>
      one.id === chosen ||
      (SHOW[show]?.is(one) !== false &&
        asked.isLike(one.crop, one.customer ?? 'own target', one.reference, one.note, one.onlyFrom, one.plants, one.pot.name)),
  )
  // What asked for something when it was first seen stays where it is while somebody is here, and what they type with it.
  const [hasAsked] = useState(() => new Set<number>())
  for (const one of wanted) if (one.needsAct) hasAsked.add(one.id)
  // Who asks for some of them wants to see them.
  const isFolded = show === 'all' && !isOver && customer === null && reference === null && asked.get('q') === null
  const isAlone = ({ id }: Wanted) => !isFolded || hasAsked.has(id) || id === chosen
  const rows = wanted.filter(isAlone)
  const parts = useParts(rows.length, rows.findIndex((one) => one.id === chosen) + 1)
  const drawn = rows.slice(0, parts.many)
  const next = rows[parts.many]
  // Of a week that is not drawn to its end nothing is folded yet.
  const folded = wanted.filter((one) => !isAlone(one) && (next === undefined || one.readyWeek < next.readyWeek))
  const weeks = [...new Set([...drawn, ...folded].map((one) => one.readyWeek))].sort()
  const ready = data !== undefined
  useEffect(() => {
    if (ready && chosen) document.getElementById(`order-${chosen}`)?.scrollIntoView({ block: 'center' })
  }, [ready, chosen])
  const unplanned = wanted.filter((one) => one.state === 'unplanned').length
  if (!data) return <Unread of={read} title="What is wanted" />
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-4">
        <h1>What is wanted</h1>
        <p className="soft">
          {plural(wanted.length, 'order')}
          {wanted.length < open.length && ` of ${open.length}`}
          {unplanned > 0 && `, ${unplanned} not planned yet`}
        </p>
        <AsTable
          name="orders"
          heads={[
            'order',
            'their number',
            'crop',
            'plants',
            'pot',
            'ready week',
            'customer',
            'priority',
            'only from',
            'state',
            'sent',
            'note',
          ]}
          rows={() =>
            wanted.map((one) => [
              one.id,
              one.reference,
              one.crop,
              one.plants,
              one.pot.name,
              one.readyWeek,
              one.customer,
              one.priority,
              one.onlyFrom,
              one.state,
              one.sent.reduce((sum, sent) => sum + sent.count, 0),
              one.note,
            ])
          }
        />
        {mayOrder && (
          <button type="button" className="act-main ml-auto" aria-expanded={adding} onClick={() => setAdding(!adding)}>
            {adding ? 'Close' : 'New order'}
          </button>
        )}
      </div>
      <div className="mb-4 flex flex-wrap items-center gap-x-4 gap-y-2">
        <SearchBox of="orders" placeholder="crop, customer, number, note" asked={asked} />
        <select
          aria-label="Which orders"
          className="field-text w-60"
          value={show}
          onChange={(event) => asked.choose({ show: event.target.value === 'all' ? '' : event.target.value })}
        >
          {(Object.keys(SHOW) as (keyof typeof SHOW)[]).map((one) => (
            <option key={one} value={one}>
              {SHOW[one].words} ({open.filter(SHOW[one].is).length})
            </option>
          ))}
        </select>
        {customer !== null && (
          <p className="flex items-center gap-3">
            of <strong>{customer}</strong>
            {reference !== null && (
              <span>
                order <strong>{reference}</strong>
              </span>
            )}
            <button type="button" className="word" onClick={() => asked.choose({ customer: '', reference: '' })}>
              show all
            </button>
          </p>
        )}
        {data.seasons.length > 0 && (
          <select
            aria-label="Which season"
            className="field-text w-60"
            value={data.season ?? ''}
            onChange={(event) => {
              setOfOrder(0)
              asked.choose({ season: event.target.value, order: '' })
            }}
          >
            <option value="">this season and ahead</option>
            {data.seasons.map((one) => (
              <option key={one.year} value={one.year}>
                season {one.name}
              </option>
            ))}
          </select>
        )}
      </div>
      {adding &&
        (crops?.crops.length === 0 ? (
          <p className="sheet mb-6 p-4">
            There is no crop yet.{' '}
            <Link className="word" to="/crops">
              Write the first crop sheet
            </Link>
            , then come back.
          </p>
        ) : (
          <div className="sheet mb-6 p-4">
            <OrderForm onDone={(saved, many) => navigate(many > 1 ? '/batches/draft' : `/wanted/${saved.id}/plan`)} />
          </div>
        ))}
      {wanted.length === 0 && open.length > 0 && <p className="soft">No order is like that.</p>}
      {open.length === 0 && !adding && (
        <>
          <Missing before="orders" />
          <p className="soft">Nothing yet. Enter an order or a target of your own; everything else follows from it.</p>
        </>
      )}
      {weeks.map((one) => {
        const asking = drawn.filter((order) => order.readyWeek === one)
        const quiet = folded.filter((order) => order.readyWeek === one)
        return (
          <section key={one} className="mb-5">
            <h2 className="first-letter:uppercase">
              {sayWeek(one, mondayOf(one), session.nursery)}{' '}
              <span className="font-normal soft">{sayDay(mondayOf(one), session.today)}</span>
            </h2>
            {asking.length > 0 && (
              <ol>
                {asking.map((order) => (
                  <Order key={order.id} wanted={order} chosen={order.id === chosen} />
                ))}
              </ol>
            )}
            {quiet.length > 0 && <Folded orders={quiet} />}
          </section>
        )
      })}
      {parts.end}
    </>
  )
}
