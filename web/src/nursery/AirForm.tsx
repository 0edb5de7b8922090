import { useState } from 'react'
import { answer, api, Refusal } from '../api/client'
import { useAir } from '../api/queries'
import { useWrite } from '../api/writes'
import { Field } from '../forms/Field'
import { say } from '../shell/Said'
import { Unread } from '../shell/Unread'
import { useShown } from '../shell/week'
import { plural, sayDay, sayHeat } from '../words'
import { NurseryRooms } from './NurseryRooms'

/** Measured days against the ordinary year: a line over a band. */
function Measured({ days, means }: { days: { on: string; mean: number }[]; means: number[] }) {
  const { session } = useShown()
  const usual = days.map(({ on }) => means[Number(on.slice(5, 7)) - 1] ?? 0)
  const all = [...days.map(({ mean }) => mean), ...usual]
  const [low, high] = [Math.min(...all) - 1, Math.max(...all) + 1]
  const point = (value: number, i: number) =>
    `${((100 * i) / Math.max(1, days.length - 1)).toFixed(2)} ${(40 - (40 * (value - low)) / (high - low)).toFixed(2)}`
  const first = days[0]
  const last = days[days.length - 1]
  if (!first || !last) return null
  return (
    <figure className="max-w-2xl">
      <svg
        viewBox="0 0 100 40"
        preserveAspectRatio="none"
        className="h-24 w-full"
        role="img"
        aria-label={[
          `Measured from ${sayDay(first.on)} to ${sayDay(last.on)}, lowest`,
          `${sayHeat(Math.min(...days.map(({ mean }) => mean)), session.nursery)}, highest`,
          `${sayHeat(Math.max(...days.map(({ mean }) => mean)), session.nursery)}`,
        ].join(' ')}
      >
        <polyline
          points={usual.map(point).join(' ')}
          fill="none"
          stroke="var(--soft)"
          strokeDasharray="4 3"
          vectorEffect="non-scaling-stroke"
        />
        <polyline
          points={days.map(({ mean }, i) => point(mean, i)).join(' ')}
          fill="none"
          stroke="var(--heat)"
          strokeWidth="1.8"
          vectorEffect="non-scaling-stroke"
        />
      </svg>
      <figcaption className="text-sm soft">
        {plural(days.length, 'day')} measured, {sayDay(first.on, session.today)} to {sayDay(last.on, session.today)}; dashed: the
        monthly means. Where days were measured, forecasts use them.
      </figcaption>
    </figure>
  )
}

/** The air here: what was measured, and tables taken in. */
export function AirForm() {
  const { mayPlan } = useShown()
  const read = useAir()
  const { data } = read
  const [csv, setCsv] = useState('')
  const take = useWrite(
    (body: { csv: string }) => answer(api.POST('/api/air', { body })),
    (done) => {
      say(
        `${done.months > 0 ? 'Twelve months' : plural(done.days, 'day')} taken in; ${plural(done.moved, 'batch', 'batches')} dated anew.`,
      )
      setCsv('')
    },
  )
  if (!data) return <Unread of={read} title="Air as it was" rooms={<NurseryRooms />} />
  return (
    <div className="grid gap-4">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <h1>Air as it was</h1>
        <NurseryRooms />
      </div>
      {data.days.length === 0 && <p className="soft">No day is measured yet: forecasts take every year for an ordinary one.</p>}
      <Measured days={data.days} means={data.means} />
      {mayPlan && (
        <form
          aria-label="Take in a table"
          className="grid max-w-2xl gap-3"
          onSubmit={(event) => {
            event.preventDefault()
            take.mutate({ csv })
          }}
        >
          <Field
            label="A table of air, °C"
            hint="“month,mean” with twelve rows, or “date,mean” with a row a day, as a weather station writes it"
            error={take.error instanceof Refusal ? { type: 'server', message: take.error.message } : undefined}
          >
            {(ids) => (
              <textarea
                {...ids}
                className="field-text !h-32 py-2 font-mono text-sm"
                value={csv}
                onChange={(event) => setCsv(event.target.value)}
              />
            )}
          </Field>
          <div className="flex flex-wrap items-center gap-3">
            <button type="submit" className="act-main" disabled={take.isPending}>
              Take it in
            </button>
            <label className="act cursor-pointer focus-within:outline-3">
              From a file
              <input
                type="file"
                accept=".csv,text/csv,text/plain"
                className="sr-only"
                onChange={async (event) => {
                  const file = event.target.files?.[0]
                  if (file) setCsv(await file.text())
                }}
              />
            </label>
            <span className="text-sm">
              Made-up sites:{' '}
              {data.sites.map((site) => (
                <button
                  key={site.name}
                  type="button"
                  className="word mr-3 min-h-11 cursor-pointer"
                  onClick={() => setCsv(site.csv)}
                >
                  {site.name}
                </button>
              ))}
            </span>
          </div>
        </form>
      )}
    </div>
  )
}
