import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { answer, api, type Schemas } from '../api/client'
import { useWrite } from '../api/writes'
import { Measured } from '../drawings/Measured'
import { AsTable } from '../shell/AsTable'
import { Unread } from '../shell/Unread'
import { useShown } from '../shell/week'
import { plural, sayDay, sayHeat } from '../words'
import { MistRooms } from './MistRooms'

type Taken = Schemas['ReadingsTaken']

const SPANS: [days: number, words: string][] = [
  [1, 'a day'],
  [7, 'a week'],
  [31, 'a month'],
  [366, 'a year'],
]

const moved = (day: string, days: number) =>
  new Date(Date.parse(`${day}T00:00:00Z`) + days * 86_400_000).toISOString().slice(0, 10)

/** What of a table was taken in, and what was not with the reason. */
function Told({ taken }: { taken: Taken }) {
  const left = [
    [taken.doubles, 'known already'],
    [taken.spikes, 'jumped and left out'],
    [taken.ahead, 'ahead of the clock'],
    [taken.gaps, 'gaps'],
  ] as const
  return (
    <div role="status">
      <p>
        <strong>{plural(taken.taken, 'reading')}</strong> taken in
        {left
          .filter(([many]) => many > 0)
          .map(([many, words]) => `, ${many} ${words}`)
          .join('')}
        .
      </p>
      {taken.refusedRows > 0 && (
        <>
          <p className="refusal">{plural(taken.refusedRows, 'row')} could not be read:</p>
          <ul className="text-sm">
            {taken.refused.slice(0, 12).map((one, i) => (
              <li key={`${one.row}.${i}`}>
                {one.row > 0 && `Row ${one.row}: `}
                {one.says}
              </li>
            ))}
          </ul>
        </>
      )}
    </div>
  )
}

function BringIn() {
  const [taken, setTaken] = useState<Taken>()
  const take = useWrite(
    (csv: string) =>
      answer(
        api.POST('/api/mist/readings', {
          body: csv as never,
          bodySerializer: (body: unknown) => body as string,
          headers: { 'Content-Type': 'text/csv' },
        }),
      ),
    setTaken,
  )
  return (
    <section aria-label="Bring in a table" className="mt-6 grid max-w-2xl gap-2">
      <h2>Bring in a table</h2>
      <p className="text-sm soft">
        A first row names the columns: time, zone, and any of air, humidity, medium, light, flow; air_f and medium_f are °F. A
        time without an offset is read by the clocks of the nursery.
      </p>
      <label className="act w-fit cursor-pointer focus-within:outline-3">
        {take.isPending ? 'It is read' : 'From a file'}
        <input
          type="file"
          accept=".csv,text/csv,text/plain"
          className="sr-only"
          disabled={take.isPending}
          onChange={async (event) => {
            const input = event.target
            const file = input.files?.[0]
            if (file) take.mutate(await file.text(), { onSettled: () => (input.value = '') })
          }}
        />
      </label>
      {take.error && (
        <p role="alert" className="refusal">
          {take.error.message}
        </p>
      )}
      {taken && <Told taken={taken} />}
    </section>
  )
}

/** Conditions as they were measured, zone by zone. */
export function MeasuredPage() {
  const { session, mayPlan } = useShown()
  const [zone, setZone] = useState<number>()
  const [days, setDays] = useState(7)
  const [to, setTo] = useState(session.today)
  const from = moved(to, 1 - days)
  const read = useQuery({
    queryKey: ['conditions', zone, from, to],
    queryFn: () => answer(api.GET('/api/mist/conditions', { params: { query: { zone, from, to } } })),
    placeholderData: (old) => old,
  })
  const { data } = read
  if (!data) return <Unread of={read} title="As it was measured" rooms={<MistRooms />} />
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-x-4">
        <h1>As it was measured</h1>
        <MistRooms />
      </div>
      {data.zones.length === 0 ? (
        <p className="max-w-2xl soft">
          No device has said anything yet. Let one in under <em>Devices</em>, or bring in a table of readings.
        </p>
      ) : (
        <>
          <div className="mb-4 flex flex-wrap items-end gap-4">
            <label className="grid gap-1 text-sm font-semibold">
              Zone
              <select className="field-text w-48" value={data.zone?.id} onChange={(event) => setZone(Number(event.target.value))}>
                {data.zones.map((one) => (
                  <option key={one.id} value={one.id}>
                    {one.name}
                  </option>
                ))}
              </select>
            </label>
            <label className="grid gap-1 text-sm font-semibold">
              For
              <select className="field-text w-32" value={days} onChange={(event) => setDays(Number(event.target.value))}>
                {SPANS.map(([many, words]) => (
                  <option key={many} value={many}>
                    {words}
                  </option>
                ))}
              </select>
            </label>
            <label className="grid gap-1 text-sm font-semibold">
              Until
              <input
                type="date"
                className="field-text"
                value={to}
                max={session.today}
                onChange={(event) => event.target.value && setTo(event.target.value)}
              />
            </label>
            <button type="button" className="act" onClick={() => setTo(moved(to, -days))}>
              Before
            </button>
            <button
              type="button"
              className="act"
              disabled={to >= session.today}
              onClick={() => setTo([moved(to, days), session.today].sort()[0] ?? session.today)}
            >
              After
            </button>
          </div>
          {data.points.length === 0 ? (
            <p className="soft">
              Nothing was measured in {data.zone?.name} from {sayDay(data.from, session.today)} to{' '}
              {sayDay(data.to, session.today)}.
            </p>
          ) : (
            <div className="sheet p-4">
              <AsTable
                name={`measured in ${data.zone?.name ?? 'the zone'}`}
                heads={['at', 'air °C', 'humidity %', 'medium °C', 'light', 'flow']}
                rows={() => data.points.map((one) => [one.at, one.air, one.humidity, one.medium, one.light, one.flow])}
              />
              <Measured conditions={data} sayHeat={(celsius) => sayHeat(Math.round(10 * celsius) / 10, session.nursery)} />
            </div>
          )}
        </>
      )}
      {mayPlan && <BringIn />}
    </>
  )
}
