import { useState } from 'react'
import { useSearchParams } from 'react-router'
import type { ZoneWeek } from '../api/client'
import { useBench } from '../api/queries'
import { Drops } from '../drawings/Glyph'
import { House, housesOf, widestOf } from '../drawings/House'
import { Tag } from '../drawings/Tag'
import { useShown } from '../shell/week'
import { mondayOf, plural, sayHeat, sayLength, sayWeek, ZONE_WORDS } from '../words'
import { AddZone } from './AddZone'

function ZonePanel({ zone }: { zone: ZoneWeek }) {
  const { session } = useShown()
  const [low = 0, high = 0] = zone.heat
  return (
    <>
      <h2>{zone.name}</h2>
      <p className="soft">
        {ZONE_WORDS[zone.kind]}, {sayLength(zone.place.length, session.nursery)} × {sayLength(zone.place.width, session.nursery)}{' '}
        · holds {sayHeat(low, session.nursery)} to {sayHeat(high, session.nursery)}
      </p>
      <p className="my-2 text-lg">
        <strong>{zone.used}</strong> of {plural(zone.trays, 'tray')} taken,{' '}
        {zone.used > zone.trays ? (
          <strong style={{ color: 'var(--plum)' }}>{zone.used - zone.trays} too many</strong>
        ) : (
          <>
            <strong>{zone.trays - zone.used}</strong> free
          </>
        )}
      </p>
      {zone.setting ? (
        <p className="mb-3 flex items-center gap-3" style={{ color: zone.setting.suits ? undefined : 'var(--plum)' }}>
          Set <Drops level={zone.setting.mist} />
          <strong style={{ color: 'var(--heat)' }}>{sayHeat(zone.setting.heat, session.nursery)}</strong>
          {zone.setting.suits ? 'suits all that lie there' : 'but they want what cannot be had together'}
        </p>
      ) : (
        <p className="mb-3 soft">Empty: heat and mist may be off.</p>
      )}
      <div className="grid gap-1.5">
        {zone.tenants.map((tenant) => (
          <Tag
            key={tenant.tag.code}
            tag={tenant.tag}
            small
            more={`${plural(tenant.trays, 'tray')}, week ${Number(tenant.from.slice(6))} to ${Number(tenant.to.slice(6))}`}
          />
        ))}
      </div>
    </>
  )
}

/** The house from above in the week on the rail. */
export function Bench() {
  const { week, session, mayPlan } = useShown()
  const { data } = useBench(week)
  const [search] = useSearchParams()
  const [chosen, setChosen] = useState<number | null>(null)
  const [adding, setAdding] = useState(false)
  const zones = data?.zones ?? []
  const asked = zones.find((zone) => zone.name === search.get('zone'))
  const shown =
    zones.find((zone) => zone.id === chosen) ?? asked ?? [...zones].sort((a, b) => b.used / b.trays - a.used / a.trays)[0]
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-4">
        <h1>The house, {sayWeek(week, mondayOf(week), session.nursery)}</h1>
        {mayPlan && (
          <button type="button" className="act ml-auto" aria-expanded={adding} onClick={() => setAdding(!adding)}>
            {adding ? 'Close' : 'Add a zone'}
          </button>
        )}
      </div>
      {adding && (
        <div className="sheet mb-6 p-4">
          <AddZone onDone={() => setAdding(false)} />
        </div>
      )}
      {data && zones.length === 0 && !adding && (
        <p className="soft">
          No zone yet. Add the piece of bench that has one mist valve and one heat circuit; batches are planned onto it.
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
            />
          ))}
        </div>
        <aside aria-label="The zone chosen">{shown && <ZonePanel zone={shown} />}</aside>
      </div>
    </>
  )
}
