import { useEffect, useState } from 'react'
import { answer, api, type Refusal, type ZoneWeek } from '../api/client'
import { useBench } from '../api/queries'
import { useWrite } from '../api/writes'
import { House, housesOf, widestOf } from '../drawings/House'
import { sayTaken } from '../forms/TakeOut'
import { Unread } from '../shell/Unread'
import { useShown } from '../shell/week'
import { sayLength } from '../words'
import { BenchRooms } from './BenchRooms'
import { ZoneForm } from './ZoneForm'

const bodyOf = (zone: ZoneWeek) => ({
  version: zone.version,
  name: zone.name,
  house: zone.house,
  kind: zone.kind,
  trays: zone.trays,
  heatLow: zone.heat[0] ?? 0,
  heatHigh: zone.heat[1] ?? 0,
  mistLow: zone.mist[0] ?? 0,
  mistHigh: zone.mist[1] ?? 0,
})

/** The houses laid out: zones dragged, or moved by arrow keys, and given their numbers. */
export function LayOut() {
  const { week, session, mayPlan } = useShown()
  const read = useBench(week)
  const { data } = read
  const zones = data?.zones ?? []
  const [chosen, setChosen] = useState<number | null>(null)
  const [adding, setAdding] = useState(false)
  const [at, setAt] = useState<ZoneWeek['place'] | null>(null)
  const zone = zones.find((one) => one.id === chosen) ?? zones[0]
  const lay = useWrite((place: { zone: ZoneWeek; at: ZoneWeek['place'] }) =>
    answer(
      api.PUT('/api/zones/{id}', {
        params: { path: { id: place.zone.id } },
        body: { ...bodyOf(place.zone), length: place.at.length, width: place.at.width, x: place.at.x, y: place.at.y },
      }),
    ),
  )
  const remove = useWrite(
    (one: ZoneWeek) => answer(api.DELETE('/api/zones/{id}', { params: { path: { id: one.id } } })),
    ({ taken }) => {
      sayTaken(zone?.name ?? 'The zone', taken)
      setChosen(null)
    },
  )
  useEffect(() => {
    if (chosen !== null) setAt(null)
  }, [chosen])
  if (!mayPlan) return <BenchRooms />
  const place = at ?? zone?.place ?? { x: 0, y: 0, length: 1, width: 1 }
  const keep = (to: ZoneWeek['place']) => {
    if (!zone) return
    // What was pushed on meanwhile stays where it was pushed.
    lay.mutate({ zone, at: to }, { onSettled: () => setAt((now) => (now === to ? null : now)) })
  }
  const nudge = (x: number, y: number) =>
    setAt({ ...place, x: Math.max(0, Math.round(10 * (place.x + x)) / 10), y: Math.max(0, Math.round(10 * (place.y + y)) / 10) })
  const refusal: Refusal | null = lay.error ?? remove.error
  if (!data) return <Unread of={read} title="Lay out the house" rooms={<BenchRooms />} />
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-4">
        <h1>Lay out the house</h1>
        <BenchRooms />
        <button type="button" className="act ml-auto" aria-expanded={adding} onClick={() => setAdding(!adding)}>
          {adding ? 'Close' : 'Add a zone'}
        </button>
      </div>
      {adding && (
        <div className="sheet mb-6 p-4">
          <ZoneForm zone={null} onDone={() => setAdding(false)} />
        </div>
      )}
      <p className="mb-3 text-sm soft">
        Choose a zone, drag it to where it stands, or push it with the buttons. Numbers are below. What stands under a bench may
        lie below another zone; nothing else may overlap.
      </p>
      <div className="grid grid-cols-[minmax(0,1fr)] gap-6">
        {housesOf(zones).map(([name, here]) => (
          <House
            key={name}
            name={name}
            zones={here}
            wide={widestOf(zones)}
            settings={session.nursery}
            chosen={zone?.id ?? null}
            onChoose={setChosen}
            roomy
            laying={
              zone && here.includes(zone)
                ? { zone: zone.id, at: place, onMove: (x, y) => setAt({ ...place, x, y }), onDrop: () => at && keep(at) }
                : undefined
            }
          />
        ))}
        {zone && (
          <section aria-label={`${zone.name}, laid out`} className="sheet p-4">
            <div className="mb-3 flex flex-wrap items-center gap-3">
              <h2>{zone.name}</h2>
              <span className="soft">
                {sayLength(place.x, session.nursery)} from the left, {sayLength(place.y, session.nursery)} from the top
              </span>
              <fieldset className="flex gap-1" aria-label="Push it by 10 cm">
                {(
                  [
                    ['←', 'left', -0.1, 0],
                    ['→', 'right', 0.1, 0],
                    ['↑', 'up', 0, -0.1],
                    ['↓', 'down', 0, 0.1],
                  ] as const
                ).map(([sign, word, x, y]) => (
                  <button key={word} type="button" className="act" aria-label={`Push it ${word}`} onClick={() => nudge(x, y)}>
                    {sign}
                  </button>
                ))}
              </fieldset>
              {at && (
                <button type="button" className="act-main" disabled={lay.isPending} onClick={() => keep(at)}>
                  Keep it there
                </button>
              )}
              <button type="button" className="act ml-auto" disabled={remove.isPending} onClick={() => remove.mutate(zone)}>
                Take it away
              </button>
            </div>
            {refusal && (
              <p role="alert" className="refusal mb-3">
                {refusal.message}
              </p>
            )}
            <ZoneForm zone={zone} onDone={() => setAt(null)} />
          </section>
        )}
      </div>
    </>
  )
}
