import { keepPreviousData, useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useSearchParams } from 'react-router'
import { answer, api, post, type Schemas } from '../api/client'
import { FilmDay } from '../drawings/FilmDay'
import { Failed } from '../shell/Unread'
import { useShown } from '../shell/week'
import { plural, sayHeat, sayLitres } from '../words'
import { MistRooms } from './MistRooms'
import { useProgrammes } from './Programmes'

type Day = Schemas['MistDay']
type Weather = Day['weather']
type Programme = Schemas['Misting']
type Timer = Day['timer']
type Bench = Schemas['HeatedBench']
type Fails = Schemas['MistFails']

const MONTHS = 'January February March April May June July August September October November December'.split(' ')
const clock = (minute: number) => `${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`

/** Hours and minutes that there are; three days are as long as anybody looks. */
const lasts = (minutes: number | null): string =>
  minutes === null
    ? 'more than three days'
    : minutes < 90
      ? plural(minutes, 'minute')
      : `${Math.floor(minutes / 60)} h ${minutes % 60} min`

interface Slide {
  name: string
  label: string
  least: number
  most: number
  step: number
  say: (value: number) => string
}

const standing = (values: object, name: string) => Number((values as Record<string, unknown>)[name] ?? 0)

/** Sliders, each with what it stands at in words beside it. */
function Slides<T extends object>({
  of,
  slides,
  values,
  onChange,
}: {
  of: string
  slides: readonly Slide[]
  values: T
  onChange: (values: T) => void
}) {
  return (
    <fieldset className="grid content-start gap-2">
      <legend className="mb-1 font-semibold">{of}</legend>
      {slides.map((slide) => (
        <label key={slide.name} className="grid gap-0.5 text-sm">
          <span className="flex justify-between gap-3">
            <span>{slide.label}</span>
            <strong>{slide.say(standing(values, slide.name))}</strong>
          </span>
          <input
            type="range"
            className="range range-sm w-full"
            min={slide.least}
            max={slide.most}
            step={slide.step}
            value={standing(values, slide.name)}
            aria-valuetext={slide.say(standing(values, slide.name))}
            onChange={(event) => onChange({ ...values, [slide.name]: Number(event.target.value) })}
          />
        </label>
      ))}
    </fieldset>
  )
}

/** What a day took and what it did to the leaf. */
function Came({ run }: { run: Schemas['MistRun'] }) {
  const { session } = useShown()
  return (
    <p className="flex flex-wrap gap-x-5">
      <span>
        <strong>{run.firings.length}</strong> firings
      </span>
      <span className={run.dryMinutes > 0 ? 'text-plum' : undefined}>
        dry for <strong>{plural(run.dryMinutes, 'minute')}</strong>
      </span>
      <span>
        soaked for <strong>{plural(run.soakedMinutes, 'minute')}</strong>
      </span>
      <strong>{sayLitres(run.litres, session.nursery)}</strong>
    </p>
  )
}

/** One clock has to serve a whole summer: what the best of two hundred takes over one, beside the film. */
function Summer({ programme }: { programme: Programme }) {
  const { session } = useShown()
  const tried = useMutation({ mutationFn: () => post('/api/mist/summer', { programme }) })
  const { data, error, isPending } = tried
  return (
    <section className="sheet p-4" aria-label="Over a summer">
      <h2 className="mb-1">Over a summer</h2>
      <p className="soft">
        A clock is set once and left; a usual day and a hot, dry one of each month of summer are played by the film and by two
        hundred clocks.
      </p>
      <button type="button" className="act mt-2" disabled={isPending} onClick={() => tried.mutate()}>
        {isPending ? 'It is played' : 'Play it'}
      </button>
      {error && (
        <p role="alert" className="refusal">
          {error.message}
        </p>
      )}
      {data && (
        <p role="status" className="mt-2">
          By the film a leaf is dry for <strong>{plural(data.byFilm.dryMinutes, 'minute')}</strong> in {plural(data.days, 'day')}{' '}
          and it takes <strong>{sayLitres(data.byFilm.litres, session.nursery)}</strong>; by the best clock, every{' '}
          {plural(data.bestClock.every, 'minute')} from {clock(data.bestClock.from)} to {clock(data.bestClock.to)}, for{' '}
          <strong>{plural(data.bestClock.dryMinutes, 'minute')}</strong>, and{' '}
          <strong>{sayLitres(data.bestClock.litres, session.nursery)}</strong>.
          {data.thriftyClock && (
            <>
              {' '}
              The best clock that takes no more water than the film leaves them dry for{' '}
              <strong>{plural(data.thriftyClock.dryMinutes, 'minute')}</strong>.
            </>
          )}
        </p>
      )}
    </section>
  )
}

/** A day under mist tried before it is done: in a weather, by how far the film on a leaf may dry, and by the clock. */
export function MistDay() {
  const { session } = useShown()
  const [month, setMonth] = useState<number>()
  const [hot, setHot] = useState(false)
  const [on, setOn] = useState<string>()
  const [weather, setWeather] = useState<Weather>()
  const [params] = useSearchParams()
  const zones = useProgrammes()
  const zone = zones.data?.zones.find((one) => one.id === Number(params.get('zone')))
  const [own, setProgramme] = useState<Programme>()
  const programme = own ?? zone?.asks.mist ?? undefined
  // What its controller is set to, laid beside what is tried.
  const other = zone?.set?.programme.mist ?? undefined
  const [timer, setTimer] = useState<Timer>()
  const [bench, setBench] = useState<Bench>()
  const [failure, setFailure] = useState<Fails>()
  const { data, error, refetch } = useQuery({
    queryKey: ['mist-day', month, hot, on, weather, programme, other, timer, bench, failure],
    enabled: params.get('zone') === null || zones.data !== undefined,
    queryFn: ({ signal }) =>
      answer(
        api.POST('/api/mist/day', {
          body: { month, hot, ...(on && zone ? { on, zone: zone.id } : {}), weather, programme, other, timer, bench, failure },
          signal,
        }),
      ),
    placeholderData: keepPreviousData,
  })
  // Two hundred clocks take longer than one: they are tried beside it, and only where the weather or the film is another.
  const compared = { weather: data?.weather, programme: data?.programme }
  const best = useQuery({
    queryKey: ['mist-clocks', on, data?.weather, data?.programme],
    queryFn: ({ signal }) =>
      answer(
        api.POST('/api/mist/day', { body: { ...compared, ...(on && zone ? { on, zone: zone.id } : {}), compare: true }, signal }),
      ),
    placeholderData: keepPreviousData,
    enabled: data !== undefined,
  }).data?.bestClock
  const head = (
    <div className="mb-4 flex flex-wrap items-center gap-4">
      <h1>A day under mist</h1>
      <MistRooms />
    </div>
  )
  if (!data)
    return (
      <>
        {head}
        {error && <Failed message={error.message} again={() => refetch()} />}
      </>
    )
  const fails: Fails = {
    startMinute: data.failure.startMinute,
    leafWaterMm: data.failure.leafWaterMm,
    leafShare: data.failure.leafShare,
  }
  const heated: Bench = { area: data.heat.area, u: data.heat.u, set: data.heat.set }
  const heat = (degrees: number) => sayHeat(degrees, session.nursery)
  const anew = (change: () => void) => () => {
    setWeather(undefined)
    change()
  }
  return (
    <>
      {head}
      <p className="mb-4 max-w-3xl soft">
        The film of water on a leaf dries by sun, warmth, wind and dry air, and is wetted anew. Try a programme in some weather
        before it is set. Ticks are firings, cream is the sun, hatched is a leaf without a film. It is reckoned for a plain
        glasshouse; look at your own leaves, and let no programme stand in for an alarm.
      </p>
      {error && (
        <p role="alert" className="refusal mb-3">
          {error.message}
        </p>
      )}
      <div className="mb-5 flex flex-wrap items-end gap-x-6 gap-y-3">
        <label className="grid gap-1 text-sm font-semibold">
          A day in
          <select
            className="field-text w-44"
            value={data.month}
            onChange={(event) => anew(() => setMonth(Number(event.target.value)))()}
          >
            {MONTHS.map((name, i) => (
              <option key={name} value={i + 1}>
                {name}
              </option>
            ))}
          </select>
        </label>
        <div role="radiogroup" aria-label="Weather" className="flex flex-wrap gap-x-5">
          {[false, true].map((one) => (
            <label key={String(one)} className="flex min-h-11 cursor-pointer items-center gap-2">
              <input type="radio" className="radio" name="hot" checked={hot === one} onChange={anew(() => setHot(one))} />
              {one ? 'hot and dry' : 'as usual here'}
            </label>
          ))}
        </div>
      </div>
      {zone && (
        <label className="-mt-2 mb-5 grid w-fit gap-1 text-sm font-semibold">
          Or a day as it was measured in {zone.name}
          <input
            type="date"
            className="field-text w-44"
            max={session.today}
            value={on ?? ''}
            onChange={(event) => setOn(event.target.value || undefined)}
          />
        </label>
      )}
      <div className="grid grid-cols-[minmax(0,1fr)] gap-6 lg:grid-cols-[minmax(0,1fr)_19rem]">
        <div className="grid grid-cols-[minmax(0,1fr)] content-start gap-6">
          <section className="sheet p-4" aria-label="By the film">
            <h2 className="mb-1">By the film on the leaf{zone?.asks.mist && `, as those in ${zone.name} ask`}</h2>
            <Came run={data.byFilm} />
            <FilmDay
              run={data.byFilm}
              full={data.programme.filmMm}
              hours={data.hours}
              label="The film of water, wetted when it has dried so far"
            />
          </section>
          {data.byOther && data.other && (
            <section className="sheet p-4" aria-label="As it is set now">
              <h2 className="mb-1">As {zone?.name ?? 'it'} is set now</h2>
              <Came run={data.byOther} />
              <FilmDay
                run={data.byOther}
                full={data.other.filmMm}
                hours={data.hours}
                label="The film of water, wetted as the controller is set now"
              />
            </section>
          )}
          <section className="sheet p-4" aria-label="By the clock">
            <h2 className="mb-1">By a clock</h2>
            <Came run={data.byClock} />
            <FilmDay
              run={data.byClock}
              full={data.programme.filmMm}
              hours={data.hours}
              label="The film of water, wetted by the clock"
            />
            {best && (
              <p className="mt-2 text-sm">
                Of two hundred clocks the best on this very day fires every {plural(best.every, 'minute')} from {clock(best.from)}{' '}
                to {clock(best.to)}: dry for {plural(best.dryMinutes, 'minute')}, {sayLitres(best.litres, session.nursery)}. On
                another day another would be.{' '}
                <button
                  type="button"
                  className="word cursor-pointer"
                  onClick={() => setTimer({ from: best.from, to: best.to, every: best.every })}
                >
                  Show it
                </button>
              </p>
            )}
          </section>
          <Summer programme={data.programme} />
          <section className="sheet p-4" aria-label="When it fails">
            <h2 className="mb-1">When no mist comes from {clock(data.failure.startMinute)} on</h2>
            <p>
              The film is gone after <strong>{lasts(data.failure.filmGoneAfter)}</strong>, and the leaf wilts after{' '}
              <strong className={data.failure.wiltingAfter !== null && data.failure.wiltingAfter < 120 ? 'text-plum' : undefined}>
                {lasts(data.failure.wiltingAfter)}
              </strong>
              .
            </p>
            <p className="mt-2 border-l-4 pl-3 text-sm border-heat">
              This replaces no alarm that is wired, and no residual-current protection. Whoever works on electricity near mist is
              licensed to.
            </p>
          </section>
          <section className="sheet p-4" aria-label="Heat">
            <h2 className="mb-1">To keep the bench at {heat(data.heat.set)}</h2>
            <p>
              <strong>{data.heat.kWh} kWh</strong> in this day, at most <strong>{data.heat.peakW} W</strong> at once.
            </p>
          </section>
        </div>
        <div className="grid content-start gap-6">
          <Slides
            of="Programme"
            values={data.programme}
            onChange={setProgramme}
            slides={[
              {
                name: 'refillShare',
                label: 'Wetted when so much has dried',
                least: 0.1,
                most: 1,
                step: 0.05,
                say: (v) => `${Math.round(100 * v)} in 100`,
              },
              { name: 'filmMm', label: 'Film on a leaf that is full', least: 0.05, most: 0.5, step: 0.01, say: (v) => `${v} mm` },
              { name: 'minMinutes', label: 'Shortest gap', least: 1, most: 60, step: 1, say: (v) => plural(v, 'minute') },
              { name: 'maxMinutes', label: 'Longest gap', least: 15, most: 1440, step: 15, say: (v) => plural(v, 'minute') },
              { name: 'seconds', label: 'A firing lasts', least: 1, most: 60, step: 1, say: (v) => plural(v, 'second') },
              { name: 'nozzles', label: 'Nozzles', least: 1, most: 60, step: 1, say: String },
              {
                name: 'litresAMinute',
                label: 'A nozzle gives',
                least: 0.1,
                most: 5,
                step: 0.1,
                say: (v) => `${sayLitres(v, session.nursery)} a minute`,
              },
            ]}
          />
          <label className="grid gap-1 text-sm">
            At night
            <select
              className="field-text"
              value={data.programme.night}
              onChange={(event) => setProgramme({ ...data.programme, night: event.target.value as Programme['night'] })}
            >
              <option value="sparing">only once the film is all but gone</option>
              <option value="off">no mist</option>
              <option value="as_by_day">as by day</option>
            </select>
          </label>
          <Slides
            of="Clock"
            values={data.timer}
            onChange={setTimer}
            slides={[
              { name: 'every', label: 'Every', least: 3, most: 90, step: 1, say: (v) => plural(v, 'minute') },
              { name: 'from', label: 'From', least: 0, most: 720, step: 15, say: clock },
              { name: 'to', label: 'To', least: 735, most: 1440, step: 15, say: clock },
            ]}
          />
          <Slides
            of="Failure"
            values={fails}
            onChange={setFailure}
            slides={[
              { name: 'startMinute', label: 'No mist from', least: 0, most: 1425, step: 15, say: clock },
              {
                name: 'leafWaterMm',
                label: 'Water that a leaf can spare',
                least: 0.02,
                most: 0.3,
                step: 0.01,
                say: (v) => `${v} mm`,
              },
              {
                name: 'leafShare',
                label: 'A leaf without a film loses',
                least: 0.05,
                most: 1,
                step: 0.05,
                say: (v) => `${Math.round(100 * v)} in 100`,
              },
            ]}
          />
          <Slides
            of="Heat"
            values={heated}
            onChange={setBench}
            slides={[
              { name: 'set', label: 'Medium kept at', least: 5, most: 30, step: 0.5, say: heat },
              { name: 'area', label: 'Bench', least: 1, most: 100, step: 1, say: (v) => `${v} m²` },
              { name: 'u', label: 'It loses', least: 2, most: 15, step: 0.5, say: (v) => `${v} W/m²K` },
            ]}
          />
          <Slides
            of="Weather"
            values={data.weather}
            onChange={setWeather}
            slides={[
              { name: 'mean', label: 'Air, mean of the day', least: -5, most: 40, step: 0.5, say: heat },
              {
                name: 'swing',
                label: 'From its coolest to its warmest hour',
                least: 0,
                most: 25,
                step: 0.5,
                say: (v) => `${v}°`,
              },
              { name: 'humidity', label: 'Damp, at its mean', least: 20, most: 100, step: 1, say: (v) => `${v} %` },
              {
                name: 'noonRadiation',
                label: 'Sun that a leaf takes up at noon',
                least: 0,
                most: 600,
                step: 5,
                say: (v) => `${v} W/m²`,
              },
              { name: 'daylight', label: 'Hours of daylight', least: 4, most: 20, step: 0.1, say: (v) => `${v} h` },
              { name: 'wind', label: 'Air that moves over it', least: 0, most: 3, step: 0.1, say: (v) => `${v} m/s` },
            ]}
          />
        </div>
      </div>
    </>
  )
}
