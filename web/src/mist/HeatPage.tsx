import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { answer, api, put, type Schemas } from '../api/client'
import { useSeenWrite } from '../api/writes'
import { Sideways } from '../drawings/Sideways'
import { clearly } from '../forms/number'
import { Savable } from '../shell/AsTable'
import { say } from '../shell/Said'
import { Unread } from '../shell/Unread'
import { useShown } from '../shell/week'
import { mondayOf, plural, sayDay, sayHeat } from '../words'
import { MistRooms } from './MistRooms'
import { useProgrammes } from './Programmes'

type Planned = Schemas['PlannedHeat']
type Zone = Planned['zones'][number]

const WIDE = 720
const HIGH = 130

/** Zones of one house as one: their heat week by week. */
const housesOf = (planned: Planned) =>
  [...new Set(planned.zones.map((zone) => zone.house))]
    .map((house) => ({
      house,
      kWh: planned.weeks.map((_, week) =>
        planned.zones.filter((zone) => zone.house === house).reduce((sum, zone) => sum + (zone.weeks[week]?.kWh ?? 0), 0),
      ),
    }))
    .filter(({ kWh }) => kWh.some((week) => week > 0))

/** A house has a shade of its own, from dark at the bottom of the pile. */
const shadeOf = (i: number, all: number) => 0.95 - (0.7 * i) / Math.max(1, all - 1)

/** Heat week by week, house upon house. */
export function HeatWeeks({ planned, currency }: { planned: Planned; currency: string }) {
  const houses = housesOf(planned)
  const sums = planned.weeks.map((_, week) => houses.reduce((sum, { kWh }) => sum + (kWh[week] ?? 0), 0))
  const most = Math.max(1, ...sums)
  const each = WIDE / planned.weeks.length
  const all = sums.reduce((a, b) => a + b, 0)
  return (
    <figure>
      <figcaption className="mb-1 flex flex-wrap gap-x-4 text-sm">
        {houses.map(({ house, kWh }, i) => (
          <span key={house} className="inline-flex items-center gap-1">
            <svg width="12" height="12" aria-hidden="true">
              <rect width="12" height="12" fill="var(--heat)" opacity={shadeOf(i, houses.length)} />
            </svg>
            {house}, {clearly(Math.round(kWh.reduce((a, b) => a + b, 0)))} kWh
          </span>
        ))}
      </figcaption>
      <Sideways of="Heat week by week">
        <svg
          viewBox={`0 0 ${WIDE} ${HIGH + 18}`}
          className="w-full min-w-[34rem]"
          role="img"
          aria-label={`${Math.round(all)} kWh in ${planned.weeks.length} weeks, ${currency} ${Math.round(all * planned.price)}; at most ${Math.round(most)} kWh in a week`}
        >
          {planned.weeks.map((week, w) => {
            let below = 0
            return (
              <g key={week}>
                {houses.map(({ house, kWh }, i) => {
                  const high = (HIGH * (kWh[w] ?? 0)) / most
                  below += high
                  return (
                    <rect
                      key={house}
                      x={w * each + 1}
                      y={HIGH - below}
                      width={each - 2}
                      height={high}
                      fill="var(--heat)"
                      opacity={shadeOf(i, houses.length)}
                    />
                  )
                })}
                {w % 4 === 0 && (
                  <text x={w * each} y={HIGH + 14} fontSize="11" fill="var(--soft)">
                    {sayDay(mondayOf(week))}
                  </text>
                )}
              </g>
            )
          })}
          <path d={`M0 ${HIGH}H${WIDE}`} stroke="var(--peat)" />
        </svg>
      </Sideways>
    </figure>
  )
}

function ZoneRow({ zone, weeks, price, currency }: { zone: Zone; weeks: readonly string[]; price: number; currency: string }) {
  const { session, mayLog } = useShown()
  const programmes = useProgrammes()
  const programme = programmes.data?.zones.find((one) => one.id === zone.id)
  const set = useSeenWrite((to: number) =>
    put(
      '/api/mist/programmes/{id}',
      {
        mark: programme?.mark ?? '',
        set: programme?.set?.id ?? null,
        programme: { ...(programme?.set?.programme ?? programme?.asks), medium: to },
      },
      { id: zone.id },
    ),
  )
  const heat = (celsius: number) => sayHeat(celsius, session.nursery)
  const season = zone.weeks.reduce((sum, week) => sum + week.kWh, 0)
  if (season === 0 && zone.set === null) return null
  return (
    <section className="sheet p-4" aria-labelledby={`heat-${zone.id}`}>
      <h3 id={`heat-${zone.id}`} className="font-bold">
        {zone.name}
        <span className="font-normal soft">
          , {zone.area} m², loses {zone.u} W/m²K
        </span>
      </h3>
      <p>
        {zone.set === null ? 'Nobody lies there this week. ' : `This week at ${heat(zone.set)}: ${zone.weeks[0]?.kWh} kWh. `}
        The season: <strong>{clearly(Math.round(season))} kWh</strong>, {currency} {clearly(Math.round(season * price))}.
      </p>
      <details>
        <summary className="min-h-11 cursor-pointer py-2">Week by week</summary>
        <Savable name="heat week by week">
          <table className="tabular-nums">
            <thead>
              <tr>
                {['Week of', 'Set to', 'kWh', currency].map((head) => (
                  <th key={head} scope="col" className="pr-6 text-left font-semibold">
                    {head}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {zone.weeks.map((week, i) =>
                week.set === null ? null : (
                  <tr key={weeks[i]} className="border-t border-stone-wash">
                    <td className="pr-6">{sayDay(mondayOf(weeks[i] ?? ''))}</td>
                    <td className="pr-6">{heat(week.set)}</td>
                    <td className="pr-6">{week.kWh}</td>
                    <td>{week.cost}</td>
                  </tr>
                ),
              )}
            </tbody>
          </table>
        </Savable>
      </details>
      {zone.degreeLess && zone.degreeLess.batches.length > 0 && (
        <details>
          <summary className="min-h-11 cursor-pointer py-2">
            A degree less saves {zone.degreeLess.kWh} kWh a week, and costs
          </summary>
          <ul>
            {zone.degreeLess.batches.map((one) => (
              <li key={one.batch} className="flex flex-wrap gap-x-3 border-t py-1 border-stone-wash">
                <Link className="word" to={`/batches/${one.batch}`}>
                  {one.batch}
                </Link>
                <span className={one.bears ? undefined : 'text-plum'}>
                  {one.days === null
                    ? 'it would never root'
                    : one.days === 0
                      ? 'nothing: it has its roots'
                      : `${one.days} ${one.days === 1 ? 'day' : 'days'}`}
                </span>
                <span className="soft">
                  {one.slack === null
                    ? 'nobody waits for it'
                    : one.slack > 0
                      ? `it may be ${plural(one.slack, 'day')} later`
                      : 'it has no day to spare'}
                </span>
              </li>
            ))}
          </ul>
        </details>
      )}
      {zone.cheapest && (
        <p className="mt-1 flex flex-wrap items-center gap-3">
          <span>
            <strong className="text-leaf">{heat(zone.cheapest.set)} keeps the week of every order</strong> and saves{' '}
            {zone.cheapest.kWh} kWh this week, {currency} {zone.cheapest.cost}.
          </span>
          {mayLog && programme && (
            <button
              type="button"
              className="act"
              disabled={set.isPending}
              onClick={() => {
                const to = zone.cheapest?.set ?? 0
                set.mutateAsync(to).then(
                  () => say(`${zone.name} is set to ${heat(to)}.`),
                  () => undefined,
                )
              }}
            >
              Set {zone.name} to {heat(zone.cheapest.set)}
            </button>
          )}
        </p>
      )}
      {set.error && (
        <p role="alert" className="refusal">
          {set.error.message}
        </p>
      )}
    </section>
  )
}

/** Heat over the planned season, what a degree less costs, and how cool each zone may be. */
export function HeatPage() {
  const { session } = useShown()
  const read = useQuery({ queryKey: ['mist-heat'], queryFn: () => answer(api.GET('/api/mist/heat')) })
  const { data } = read
  if (!data) return <Unread of={read} title="Heat" rooms={<MistRooms />} />
  const currency = session.nursery?.currency ?? ''
  const all = data.zones.reduce((sum, zone) => sum + zone.weeks.reduce((kWh, week) => kWh + week.kWh, 0), 0)
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-x-4">
        <h1>Heat</h1>
        <MistRooms />
      </div>
      <p className="mb-3 max-w-3xl">
        As it is planned, {plural(data.weeks.length, 'week')} take <strong>{clearly(Math.round(all))} kWh</strong>, {currency}{' '}
        {clearly(Math.round(all * data.price))} at {currency} {data.price} a kWh, in air as it usually is outside.{' '}
        <Link className="word" to="/nursery/habits">
          Prices and losses
        </Link>
      </p>
      <div className="sheet mb-6 p-4">
        <HeatWeeks planned={data} currency={currency} />
      </div>
      <div className="grid grid-cols-[minmax(0,1fr)] gap-4 xl:grid-cols-2">
        {data.zones.map((zone) => (
          <ZoneRow key={zone.id} zone={zone} weeks={data.weeks} price={data.price} currency={currency} />
        ))}
      </div>
    </>
  )
}
