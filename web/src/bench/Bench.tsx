import { useRef, useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { type Carried, useBench, useBenchOffers, useTroubledZones } from '../api/queries'
import { useUnhurried } from '../api/unhurried'
import { useBack, useMoves } from '../api/writes'
import { House, housesOf, widestOf } from '../drawings/House'
import type { Offer } from '../drawings/ZoneAnswer'
import { say } from '../shell/Said'
import { Unread } from '../shell/Unread'
import { useShown } from '../shell/week'
import { mondayOf, plural, sayWeek } from '../words'
import { BenchRooms } from './BenchRooms'
import { ZonePanel } from './ZonePanel'

/** The house from above in the week on the rail; a batch can be carried to another zone, and every zone says whether it takes it. */
export function Bench() {
  const troubled = useTroubledZones()
  const { week, session, mayPlan } = useShown()
  const read = useBench(week)
  const data = useUnhurried(read.data)
  const [search] = useSearchParams()
  const [chosen, setChosen] = useState<number | null>(null)
  const [carried, setCarried] = useState<Carried | null>(null)
  const [dragged, setDragged] = useState(false)
  const [on, setOn] = useState(session.today)
  const offers = useBenchOffers(carried)
  const back = useBack((changed) => say(`${plural(changed, 'batch', 'batches')} put back.`))
  const zones = data?.zones ?? []
  const nameOf = (id: number) => zones.find((zone) => zone.id === id)?.name ?? 'another zone'
  const move = useMoves()
  const asked = zones.find((zone) => zone.name === search.get('zone'))
  const shown =
    zones.find((zone) => zone.id === chosen) ??
    asked ??
    [...zones].sort((a, b) => Number(a.onlyPots) - Number(b.onlyPots) || b.used / b.trays - a.used / a.trays)[0]
  const answers = carried ? offers.data?.zones : undefined
  const by = answers && new Map<number, Offer>(answers.map((offer) => [offer.id, offer]))
  const letGo = () => {
    setCarried(null)
    setOn(session.today)
    setDragged(false)
    move.reset()
  }
  const carry = (what: Carried, byDragging: boolean) => {
    setCarried(what)
    setDragged(byDragging)
  }
  const given = useRef(false)
  const give = (zone: number) => {
    if (!carried || move.isPending) return
    given.current = true
    const { code, version, inPots, isStuck, isLot } = carried
    const carriedOn = (isLot || (isStuck && !inPots)) && on < session.today && { on }
    move.mutate(
      {
        moves: [{ code, version, ...(inPots ? { pots: { zone } } : { zone }), ...carriedOn }],
        why: `${code} to ${nameOf(zone)}`,
      },
      {
        // What was refused stays in hand, with the answers of all zones beside it.
        onError: ({ theirs }) => carry({ ...carried, version: Number(theirs?.version ?? version) }, false),
        onSettled: () => {
          given.current = false
        },
        onSuccess: (made) => {
          say(`${code}${inPots ? ', in pots,' : ''} goes to ${nameOf(zone)}.`, () =>
            back.mutateAsync({ id: made.version, batches: made.batches }),
          )
          setCarried(null)
          setOn(session.today)
        },
      },
    )
  }
  if (!data) return <Unread of={read} title="The house" rooms={<BenchRooms />} />
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-4">
        <h1>The house, {sayWeek(week, mondayOf(week), session.nursery)}</h1>
        <BenchRooms />
      </div>
      {data && zones.length === 0 && (
        <p className="soft">
          No zone yet.{' '}
          <Link className="word" to="/bench/lay">
            Lay out
          </Link>{' '}
          the piece of bench that has one mist valve and one heat circuit; batches are planned onto it.
        </p>
      )}
      <div className="grid grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-6 lg:grid-cols-[minmax(0,1fr)_21rem]">
        <div className="grid grid-cols-[minmax(0,1fr)] content-start gap-6">
          {housesOf(zones).map(([name, here]) => (
            <House
              key={name}
              name={name}
              zones={here}
              wide={widestOf(zones)}
              settings={session.nursery}
              chosen={shown?.id ?? null}
              onChoose={setChosen}
              offers={by}
              troubled={troubled}
              onGive={carried ? give : undefined}
            />
          ))}
        </div>
        <aside aria-label="The zone chosen">
          {carried && mayPlan && !dragged && (
            <section aria-label={`Move ${carried.code}`} className="sheet mb-4 p-3" aria-live="polite">
              <h2 className="mb-2">
                Move {carried.code}
                {carried.inPots && ', in pots,'} to
              </h2>
              {(carried.isLot || (carried.isStuck && !carried.inPots)) && (
                <label className="mb-2 flex items-center gap-2 text-sm font-semibold">
                  Carried on
                  <input
                    type="date"
                    className="field-text !w-44"
                    value={on}
                    max={session.today}
                    onChange={(event) => setOn(event.target.value)}
                  />
                </label>
              )}
              {offers.error && (
                <p role="alert" className="refusal">
                  {offers.error.message}
                </p>
              )}
              <ul className="grid gap-1">
                {answers?.map((offer) => (
                  <li key={offer.id} className="flex min-h-9 items-baseline gap-2">
                    {offer.yes && !offer.here ? (
                      <button
                        type="button"
                        className="word w-28 shrink-0 text-left font-bold"
                        disabled={move.isPending}
                        onClick={() => give(offer.id)}
                      >
                        {nameOf(offer.id)}
                      </button>
                    ) : (
                      <span className="w-28 shrink-0 soft">{nameOf(offer.id)}</span>
                    )}
                    <span className={`text-sm ${offer.yes || offer.here ? 'text-leaf' : 'text-plum'}`}>
                      {offer.here ? 'lies here' : offer.words}
                    </span>
                  </li>
                ))}
              </ul>
              {move.error && (
                <p role="alert" className="refusal mt-2">
                  {move.error.message}
                </p>
              )}
              <button type="button" className="act mt-2" onClick={letGo}>
                Leave it where it is
              </button>
            </section>
          )}
          {shown && (
            <ZonePanel
              zone={shown}
              carried={carried}
              onCarry={carry}
              onLetGo={letGo}
              onDropped={() => !given.current && letGo()}
            />
          )}
        </aside>
      </div>
    </>
  )
}
