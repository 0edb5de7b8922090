import { Link, useParams } from 'react-router'
import type { Schemas } from '../api/client'
import { useRoutes } from '../api/queries'
import { FitMark } from '../drawings/FitMark'
import { sayHours } from '../drawings/HoursStrip'
import { placeOf } from '../drawings/Lane'
import { Sideways } from '../drawings/Sideways'
import { Unread } from '../shell/Unread'
import { shiftWeek, useShown } from '../shell/week'
import { inHundred, mondayOf, plural, sayDay, sayInHundred, sayWeek } from '../words'

type Route = Schemas['Route']

const KINDS: Record<Route['kind'], string> = {
  one_batch: 'one batch',
  staggered: 'two batches, weeks apart',
  hold_over: 'stick in its window, hold over',
  divide_over_years: 'divide over years',
  buy_in: 'buy in',
}

/** A route's batches over the weeks from today to the week wanted. */
function Days({ route, first, weeks, due }: { route: Route; first: string; weeks: number; due: string }) {
  return (
    <div className="relative my-1">
      {route.parts.map(({ dates }) => (
        <svg key={dates.stickOn} viewBox="0 0 100 10" preserveAspectRatio="none" className="block h-5 w-full" aria-hidden="true">
          {(
            [
              [dates.stickOn, dates.potOn, 'var(--water-wash)'],
              [dates.potOn, dates.readyOn, 'var(--cream)'],
            ] as const
          ).map(([from, to, fill]) => (
            <rect
              key={fill}
              x={placeOf(from, first, weeks)}
              width={Math.max(0, placeOf(to, first, weeks) - placeOf(from, first, weeks))}
              y="2"
              height="6"
              fill={fill}
              stroke="var(--peat)"
              vectorEffect="non-scaling-stroke"
            />
          ))}
        </svg>
      ))}
      {route.parts.length > 0 && (
        <span
          className="absolute inset-y-0 w-0.5 bg-plum"
          style={{ left: `${Math.min(99, placeOf(mondayOf(due), first, weeks))}%` }}
          aria-hidden="true"
        />
      )}
    </div>
  )
}

function Figures({ route }: { route: Route }) {
  const { session } = useShown()
  const money = (cost: number) => `${session.nursery?.currency ?? ''}${cost.toFixed(2)}`
  const part = route.parts[0]
  const figures: [string, string][] = [
    ['stick', route.parts.map(({ dates }) => sayDay(dates.stickOn, session.today)).join(' and ') || '–'],
    [
      'ready',
      part
        ? `${sayDay(part.dates.readyFrom, session.today)} to ${sayDay(route.parts[route.parts.length - 1]?.dates.readyBy ?? part.dates.readyBy, session.today)}`
        : route.readyOn
          ? sayDay(route.readyOn, session.today)
          : '–',
    ],
    [route.kind === 'buy_in' ? 'liners' : 'to stick', String(route.number)],
    ['warm tray-weeks', String(Math.round(route.warmTrayWeeks))],
    ['hours', sayHours(route.hours)],
    ['a good plant costs', route.costEach === null ? '–' : money(route.costEach)],
    ...(route.breakEven !== null && route.rate !== null
      ? [
          ['cheaper than liners', `above ${inHundred(route.breakEven)} in 100; it roots ${inHundred(route.rate)}`] as [
            string,
            string,
          ],
        ]
      : []),
    ['chance', route.chance === null ? '–' : sayInHundred(route.chance)],
  ]
  return (
    <dl className="flex flex-wrap gap-x-6 gap-y-1">
      {figures.map(([name, value]) => (
        <div key={name}>
          <dt className="text-sm soft">{name}</dt>
          <dd className="font-semibold">{value}</dd>
        </div>
      ))}
    </dl>
  )
}

/** The ways to come by what is wanted, side by side: those that work first, then the others with their reason. */
export function RoutesPage() {
  const { id = '' } = useParams()
  const { session, thisWeek, mayPlan } = useShown()
  const read = useRoutes(Number(id))
  const { data } = read
  if (!data) return <Unread of={read} title="The ways to come by it" />
  const { wanted } = data
  const last = data.routes.reduce(
    (far, { readyOn, possible }) => (possible && readyOn && readyOn > far ? readyOn : far),
    mondayOf(wanted.readyWeek),
  )
  const weeks = Math.max(8, Math.ceil((Date.parse(last) - Date.parse(session.today)) / 604_800_000) + 3)
  const first = shiftWeek(thisWeek, -1)
  return (
    <>
      <h1 className="mb-1">
        Ways to {wanted.plants} {wanted.crop}
      </h1>
      <p className="mb-4 soft">
        for {wanted.customer ?? 'own target'}, {sayWeek(wanted.readyWeek, mondayOf(wanted.readyWeek), session.nursery)}{' '}
        {sayDay(mondayOf(wanted.readyWeek), session.today)}, with nine chances in ten
      </p>
      <Sideways of="The routes">
        <ol className="grid min-w-0 gap-3">
          {data.routes.map((route, i) => (
            <li
              key={`${route.kind} ${route.way} ${route.parts[0]?.dates.stickOn}`}
              aria-label={route.words}
              className={`sheet grid gap-1.5 p-3 ${i === data.recommended ? 'bg-leaf-wash' : ''} ${route.possible ? '' : 'border-dashed'}`}
            >
              <div className="flex flex-wrap items-center gap-x-3">
                <FitMark fit={route.possible} />
                <h2 className="min-w-0">{route.words}</h2>
                <span className="text-sm soft">{KINDS[route.kind]}</span>
                {route.possible && mayPlan && route.way !== null && (
                  <span className="ml-auto flex flex-wrap gap-2">
                    {route.parts.map((part, which) => {
                      const take = route.parts.length === 1 ? 'Take it' : which === 0 ? 'Take the first' : 'Take the second'
                      return (
                        <Link
                          key={part.dates.stickOn}
                          className={i === data.recommended ? 'act-main' : 'act'}
                          to={`/wanted/${wanted.id}/plan?way=${route.way}&stickOn=${part.dates.stickOn}${part.collectOn ? `&collectOn=${part.collectOn}` : ''}&plants=${part.plants}&trays=${part.trays}`}
                          aria-label={`${take}: ${route.words}`}
                        >
                          {take}
                        </Link>
                      )
                    })}
                  </span>
                )}
              </div>
              {i === data.recommended && <p className="font-semibold">Recommended. {data.because}</p>}
              {route.possible ? (
                <>
                  <Days route={route} first={first} weeks={weeks} due={wanted.readyWeek} />
                  <Figures route={route} />
                  {route.kind === 'buy_in' && (
                    <p className="text-sm soft">Ordered from a grower; no batch is planned for it here.</p>
                  )}
                  {route.parts.map((part) => (
                    <p key={part.dates.stickOn} className="text-sm soft">
                      {part.stick} in {plural(part.trays, 'tray')}
                      {part.material && `: ${part.material}`}
                      {part.collectOn && `, collected ${sayDay(part.collectOn, session.today)} and kept until it is stuck`}
                    </p>
                  ))}
                </>
              ) : (
                <p>
                  <span className="refusal">{route.refusal}</span> {route.nearest && <span>Nearest: {route.nearest}</span>}
                </p>
              )}
            </li>
          ))}
        </ol>
      </Sideways>
      {data.recommended === null && <p className="mt-3 refusal">{data.because}</p>}
    </>
  )
}
