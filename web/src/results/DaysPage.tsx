import { useQuery } from '@tanstack/react-query'
import { scaleLinear } from 'd3-scale'
import { useState } from 'react'
import { Link } from 'react-router'
import { answer, api, type Schemas } from '../api/client'
import { AsTable } from '../shell/AsTable'
import { Unread } from '../shell/Unread'
import { plural } from '../words'
import { ResultsRooms } from './ResultsRooms'

type WayDays = Schemas['WayDays']

const COLUMNS = 'sm:grid-cols-[minmax(10rem,1fr)_minmax(16rem,1.6fr)_minmax(14rem,1.2fr)]'
/** As far from what the sheet says as people would say it. */
const sayTimes = (times: number) =>
  Math.abs(times - 1) < 0.02
    ? 'As its sheet says'
    : `${Math.round(100 * Math.abs(times - 1))} in 100 ${times < 1 ? 'sooner' : 'later'} than its sheet`

const sayDays = ([from, by]: number[]) => `${Math.round(from ?? 0)} to ${Math.round(by ?? 0)} days`

function ticksTo(longest: number) {
  return scaleLinear([0, longest], [14, 386]).ticks(5)
}

function DaysAxis({ longest }: { longest: number }) {
  const x = scaleLinear([0, longest], [14, 386])
  return (
    <svg viewBox="0 0 400 14" className="w-full" aria-hidden="true">
      {ticksTo(longest).map((day) => (
        <text key={day} x={x(day)} y="11" fontSize="10.5" textAnchor="middle" fill="var(--soft)">
          {day}
        </text>
      ))}
    </svg>
  )
}

/** Above, the days of the sheet; below, those of the forecast, with each batch by when half of it had rooted. */
function DaysDrawn({ way, longest }: { way: WayDays; longest: number }) {
  const x = scaleLinear([0, longest], [14, 386])
  const [from = 0, by = 0] = way.sheet
  const [soon = 0, late = 0] = way.learnt
  return (
    <svg
      viewBox="0 0 400 46"
      className="w-full"
      role="img"
      aria-label={`By its sheet ${sayDays(way.sheet)}, here ${sayDays(way.learnt)}, ${plural(way.batches.length, 'batch', 'batches')}`}
    >
      {ticksTo(longest).map((day) => (
        <line key={day} x1={x(day)} x2={x(day)} y1="2" y2="44" stroke="var(--peat)" opacity="0.18" />
      ))}
      <rect
        x={x(from)}
        width={x(by) - x(from)}
        y="5"
        height="10"
        rx="3"
        fill="var(--paper)"
        stroke="var(--peat)"
        strokeDasharray="4 3"
      />
      <rect
        x={x(soon)}
        width={x(late) - x(soon)}
        y="21"
        height="20"
        rx="3"
        fill="var(--leaf-wash)"
        stroke="var(--leaf)"
        strokeWidth="1"
      />
      {way.batches.map((batch, i) => (
        <circle
          key={batch.code}
          cx={x(batch.days)}
          cy={31 + ((i % 3) - 1) * 5}
          r="4.5"
          fill="var(--paper)"
          stroke="var(--peat)"
          strokeWidth="1.5"
        >
          <title>{`${batch.code}: half rooted by day ${batch.days.toFixed(0)}`}</title>
        </circle>
      ))}
    </svg>
  )
}

function OneWay({ way, longest }: { way: WayDays; longest: number }) {
  const [open, setOpen] = useState(false)
  return (
    <li className="border-t border-stone-wash py-2">
      <div className={`grid items-center gap-x-6 ${COLUMNS}`}>
        <div className="min-w-0">
          <h2 className="break-words">{way.name}</h2>
          <span className="block soft">{way.wayName}</span>
          <button type="button" className="word min-h-8" aria-expanded={open} onClick={() => setOpen(!open)}>
            {plural(way.batches.length, 'batch', 'batches')}
            <span className="sr-only">
              {' '}
              of {way.name}, {way.wayName}
            </span>
          </button>
        </div>
        <DaysDrawn way={way} longest={longest} />
        <div>
          <strong>{sayDays(way.learnt)}</strong>, its sheet {sayDays(way.sheet)}
          <span className={`block ${way.isDifference ? 'text-plum' : 'soft'}`}>
            {sayTimes(way.times)}
            {way.isDifference ? (
              <>
                , more than by chance:{' '}
                <Link className="word" to={`/crops/${way.crop}`}>
                  change it
                </Link>
              </>
            ) : (
              ', within chance'
            )}
          </span>
          <span className="block soft">Half of a next batch by day {way.next.map((day) => Math.round(day)).join(' to ')}</span>
        </div>
      </div>
      {open && (
        <ul className="mt-2 flex flex-wrap gap-x-5 gap-y-1">
          {way.batches.map((batch) => (
            <li key={batch.code}>
              <Link className="word font-semibold" to={`/batches/${batch.code}`}>
                {batch.code}
              </Link>{' '}
              half by day {batch.days.toFixed(0)}
            </li>
          ))}
        </ul>
      )}
    </li>
  )
}

/** How many days ways take to root here, beside what their sheets say. */
export function DaysPage() {
  const read = useQuery({ queryKey: ['days-to-root'], queryFn: () => answer(api.GET('/api/results/days')) })
  if (!read.data) return <Unread of={read} title="Days to root" rooms={<ResultsRooms />} />
  const { ways } = read.data
  const longest = Math.max(10, ...ways.flatMap((way) => [...way.sheet, ...way.learnt, ...way.batches.map((batch) => batch.days)]))
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-4">
        <h1>Days to root</h1>
        <ResultsRooms />
        {ways.length > 0 && (
          <AsTable
            name="days-to-root"
            heads={[
              'crop',
              'way',
              'batches',
              'sheet from',
              'sheet by',
              'here from',
              'here by',
              'times the sheet',
              'more than chance',
            ]}
            rows={() =>
              ways.map((way) => [
                way.name,
                way.wayName,
                way.batches.length,
                ...way.sheet,
                ...way.learnt,
                way.times.toFixed(2),
                way.isDifference ? 'yes' : 'no',
              ])
            }
          />
        )}
      </div>
      <p className="mb-4 max-w-3xl">
        From the first tenth rooted to nine tenths, at the warmth that the sheet asks for. Plans reckon with what is learnt here,
        whatever the sheet says; a sheet that is far off leads whoever reads it wrong.
      </p>
      {ways.length === 0 ? (
        <p className="soft">No batch that was looked at while it rooted has left the bench yet.</p>
      ) : (
        <>
          <div className={`grid gap-x-6 ${COLUMNS}`}>
            <span className="hidden sm:block" />
            <DaysAxis longest={longest} />
            <span className="hidden sm:block" />
          </div>
          <ul aria-label="Ways">
            {ways.map((way) => (
              <OneWay key={way.way} way={way} longest={longest} />
            ))}
          </ul>
          <p className="mt-3 max-w-3xl soft">
            Dashed: the sheet. Green: as it is forecast here. A dot is a batch, by when half of it had rooted, reckoned from its
            checks and the warmth that it was given; the newest twelve of a way. Of twenty sheets that are right, about one is
            called wrong.
          </p>
        </>
      )}
    </>
  )
}
