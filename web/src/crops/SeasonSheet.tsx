import { useState } from 'react'
import { Link } from 'react-router'
import { answer, api, type Schemas } from '../api/client'
import { useSeason } from '../api/queries'
import { useWrite } from '../api/writes'
import { TakeOut } from '../forms/TakeOut'
import { say } from '../shell/Said'
import { Unread } from '../shell/Unread'
import { shiftWeek, useShown } from '../shell/week'
import { mondayOf, plural, sayDay, sayWeek } from '../words'
import { CropRooms } from './CropRooms'

type SeasonWay = Schemas['SeasonSheet']['ways'][number]

const GROUPS = [
  ['closing', 'Closing in a week', 'this week or the next is its last'],
  ['open', 'Open now', 'material is right'],
  ['next', 'Next', 'opens within eight weeks'],
  ['later', 'Later', ''],
] as const
const WEEKS = 52
const BACK = 6

const until = (from: string, to: string): number =>
  Math.round((Date.parse(mondayOf(to)) - Date.parse(mondayOf(from))) / 604_800_000)

/** A year of weeks: each run of right material a leaf bar, a sign that was seen a pin, a hint a dashed outline. */
function Lane({ way, first }: { way: SeasonWay; first: string }) {
  const place = (week: string) => Math.max(0, Math.min(WEEKS, until(first, week)))
  return (
    <svg viewBox={`0 0 ${WEEKS * 10} 24`} className="w-full" preserveAspectRatio="none" aria-hidden="true">
      <line x1="0" x2={WEEKS * 10} y1="12" y2="12" stroke="var(--stone-wash)" strokeWidth="1" vectorEffect="non-scaling-stroke" />
      {way.runs.map((run) => {
        const [x, end] = [place(run.from) * 10, place(run.to) * 10 + (until(first, run.to) < WEEKS ? 10 : 0)]
        if (end <= x || until(first, run.to) < 0) return null
        return (
          <rect
            key={run.from}
            x={x}
            y="5"
            width={end - x}
            height="14"
            fill="var(--leaf-wash)"
            stroke="var(--leaf)"
            strokeWidth={run.moved === null ? 1.2 : 2.6}
            vectorEffect="non-scaling-stroke"
          />
        )
      })}
      {way.hint && until(first, way.hint.from) >= 0 && (
        <rect
          x={place(way.hint.from) * 10}
          y="2"
          width={Math.max(10, (until(way.hint.from, way.window.from) || 1) * 10)}
          height="20"
          fill="none"
          stroke="var(--leaf)"
          strokeDasharray="4 3"
          vectorEffect="non-scaling-stroke"
        />
      )}
      <line
        x1={BACK * 10 + 5}
        x2={BACK * 10 + 5}
        y1="0"
        y2="24"
        stroke="var(--water)"
        strokeWidth="2"
        vectorEffect="non-scaling-stroke"
      />
    </svg>
  )
}

function Months({ first }: { first: string }) {
  const names = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']
  const starts = Array.from({ length: WEEKS }, (_, i) => mondayOf(shiftWeek(first, i)))
    .map((monday, i) => ({ i, monday }))
    .filter(({ monday }) => Number(monday.slice(8)) <= 7)
  return (
    <div className="relative hidden h-5 sm:block" aria-hidden="true">
      {starts.map(({ i, monday }) => (
        <span key={monday} className="absolute text-[13px] soft" style={{ left: `${(100 * i) / WEEKS}%` }}>
          {names[Number(monday.slice(5, 7)) - 1]}
        </span>
      ))}
    </div>
  )
}

/** Somebody saw the sign: the day, and which window it speaks for. */
function Seen({ way, onDone }: { way: SeasonWay; onDone: () => void }) {
  const { session } = useShown()
  const [on, setOn] = useState(session.today)
  const [note, setNote] = useState('')
  const [isOver, setOver] = useState(false)
  const see = useWrite((body: { on: string; window: number; isOver: boolean; note: string }) =>
    answer(api.POST('/api/ways/{id}/signs', { params: { path: { id: way.id } }, body })),
  )
  const unsee = useWrite(() => answer(api.DELETE('/api/ways/{id}/signs/last', { params: { path: { id: way.id } } })))
  return (
    <form
      className="sheet mt-1 mb-2 flex flex-wrap items-end gap-3 p-3"
      aria-label={`Sign seen on ${way.crop}`}
      onSubmit={(event) => {
        event.preventDefault()
        see.mutateAsync({ on, window: way.window.index, isOver, note }).then(
          () => {
            say(isOver ? `This year's window of ${way.crop} is over.` : `This year's window of ${way.crop} is pinned.`, () =>
              unsee.mutateAsync(undefined),
            )
            onDone()
          },
          () => undefined,
        )
      }}
    >
      <fieldset className="w-full">
        <legend className="text-sm font-semibold">What the plant shows</legend>
        {[false, true].map((over) => (
          <label key={String(over)} className="flex min-h-11 items-center gap-2">
            <input type="radio" name={`sign ${way.id}`} checked={isOver === over} onChange={() => setOver(over)} />
            {over ? (
              <span>
                It is over: <strong>{way.window.over}</strong>
              </span>
            ) : (
              <span>
                It is right: <strong>{way.window.sign}</strong>
              </span>
            )}
          </label>
        ))}
      </fieldset>
      <label className="grid gap-1 text-sm font-semibold">
        Seen on
        <input
          type="date"
          className="field-text w-44"
          value={on}
          max={session.today}
          onChange={(event) => setOn(event.target.value)}
        />
      </label>
      <label className="grid min-w-48 grow gap-1 text-sm font-semibold">
        Note
        <input className="field-text" value={note} onChange={(event) => setNote(event.target.value)} />
      </label>
      <button type="submit" className="act-main" disabled={see.isPending}>
        {isOver ? 'It is over' : 'It is right'}
      </button>
      {see.error && (
        <p role="alert" className="refusal w-full">
          {see.error.message}
        </p>
      )}
      {way.signs.map((sign) => (
        <p key={sign.id} className="w-full text-sm">
          Seen{sign.isOver && ' to be over'} {sayDay(sign.on, session.today)}, {sign.by}
          {sign.note && `: ${sign.note}`}{' '}
          <TakeOut record="sign" id={sign.id} name={`The sign seen on ${sayDay(sign.on, session.today)}`} history={false} />
        </p>
      ))}
    </form>
  )
}

function Row({ way, first }: { way: SeasonWay; first: string }) {
  const { mayLog, session } = useShown()
  const [open, setOpen] = useState(false)
  const { window } = way
  return (
    <li className="border-t py-1 border-stone-wash">
      <div className="grid items-center gap-x-4 sm:grid-cols-[minmax(12rem,1.1fr)_minmax(0,3fr)_minmax(9rem,0.9fr)_auto]">
        <span className="min-w-0">
          <Link to={`/crops/${way.slug}`} className="block truncate font-bold">
            {way.crop}
          </Link>
          <span className="block truncate text-sm soft">{way.house ? way.words : `${way.name}: ${way.words}`}</span>
        </span>
        <Lane way={way} first={first} />
        <span className="text-sm">
          {sayWeek(window.from, mondayOf(window.from), session.nursery)} to{' '}
          {sayWeek(window.to, mondayOf(window.to), session.nursery)}
          {window.moved !== null && (
            <strong className="block text-leaf">
              {window.moved === 0
                ? 'seen on time'
                : `seen ${plural(Math.abs(window.moved), 'week')} ${window.moved < 0 ? 'early' : 'late'}`}
            </strong>
          )}
          {way.hint && <span className="block soft">{way.hint.words}</span>}
        </span>
        {mayLog ? (
          <button
            type="button"
            className="act"
            aria-expanded={open}
            aria-label={`Sign seen on ${way.crop}, ${way.name}`}
            onClick={() => setOpen(!open)}
          >
            {open ? 'Close' : 'Seen'}
          </button>
        ) : (
          <span />
        )}
      </div>
      {open && <Seen way={way} onDone={() => setOpen(false)} />}
    </li>
  )
}

/** All crops over the year: whose material is right, whose soon will be. */
export function SeasonSheet() {
  const { week, session } = useShown()
  const read = useSeason(week)
  const { data } = read
  const [search, setSearch] = useState('')
  const first = shiftWeek(week, -BACK)
  const wanted = search.trim().toLowerCase()
  const ways = (data?.ways ?? []).filter((way) => `${way.crop} ${way.name} ${way.words}`.toLowerCase().includes(wanted))
  const why = data?.ways[0]?.window.why
  if (!data) return <Unread of={read} title="The season" rooms={<CropRooms />} />
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-4">
        <h1>The season, {sayWeek(week, mondayOf(week), session.nursery)}</h1>
        <CropRooms />
        <input
          type="search"
          className="field-text ml-auto w-56"
          placeholder="crop or way"
          aria-label="Search the season"
          value={search}
          onChange={(event) => setSearch(event.target.value)}
        />
      </div>
      <p className="mb-3 text-sm soft">
        Weeks on this site{why ? `: ${why}` : ''}. The plant decides: a sign that was seen pins its window. The blue line is{' '}
        {sayDay(mondayOf(week))}.
      </p>
      {GROUPS.map(([state, title, words]) => {
        const here = ways.filter((way) => way.window.state === state)
        if (here.length === 0) return null
        here.sort((a, b) => a.window.opensIn - b.window.opensIn || a.window.closesIn - b.window.closesIn)
        return (
          <section key={state} className="mb-6" aria-label={title}>
            <div className="grid items-end gap-x-4 sm:grid-cols-[minmax(12rem,1.1fr)_minmax(0,3fr)_minmax(9rem,0.9fr)_auto]">
              <h2>
                {title} <span className="text-sm font-normal soft">{here.length}</span>
              </h2>
              <Months first={first} />
              <span className="text-sm soft">{words}</span>
              <span className="w-[4.6rem]" />
            </div>
            <ul>
              {here.map((way) => (
                <Row key={way.id} way={way} first={first} />
              ))}
            </ul>
          </section>
        )
      })}
      {data && ways.length === 0 && (
        <p className="soft">{data.ways.length === 0 ? 'No crop yet. Write the first sheet.' : 'Nothing goes by that name.'}</p>
      )}
    </>
  )
}
