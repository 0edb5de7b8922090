import type { Schemas } from '../api/client'
import { Tag } from '../drawings/Tag'
import { plural, sayDay, sayTrays, ZONE_WORDS } from '../words'

type Offer = Schemas['ZoneOffer']

/** Room in a zone over the batch's weeks: what lies there now below, this batch on top. */
function Room({ offer, trays }: { offer: Offer; trays: number }) {
  const wide = Math.max(9, Math.min(26, 300 / offer.free.length))
  const every = wide >= 20 ? 1 : 4
  return (
    <svg
      viewBox={`0 0 ${offer.free.length * wide} 58`}
      className="max-w-full"
      style={{ width: offer.free.length * wide }}
      role="img"
      aria-label={`At least ${offer.leastFree} of ${offer.trays} trays free`}
    >
      {offer.free.map(({ week, free }, i) => {
        const taken = Math.min(1, (offer.trays - free) / offer.trays) * 40
        const mine = (Math.min(trays, Math.max(0, free)) / offer.trays) * 40
        return (
          <g key={week}>
            <rect x={i * wide + 1} y="1" width={wide - 3} height="40" fill="none" stroke="var(--peat)" strokeWidth="0.8" />
            <rect x={i * wide + 1} y={41 - taken} width={wide - 3} height={taken} fill="var(--water-wash)" />
            <rect
              x={i * wide + 1}
              y={41 - taken - mine}
              width={wide - 3}
              height={mine}
              fill={free >= trays ? 'var(--leaf)' : 'var(--plum)'}
            />
            {i % every === 0 && (
              <text x={i * wide + wide / 2} y="54" fontSize="11.500" textAnchor="middle" fill="var(--soft)">
                {Number(week.slice(6))}
              </text>
            )}
          </g>
        )
      })}
    </svg>
  )
}

/** The zones, those that say yes first; each no says what binds. */
export function ZoneChoice({
  zones,
  today,
  trays,
  chosen,
  onChoose,
}: {
  zones: Offer[]
  today: string
  trays: number
  chosen: number | undefined
  onChoose: (zone: number) => void
}) {
  const picked = zones.find((zone) => zone.id === chosen)
  const yes = zones.filter((zone) => zone.yes)
  const no = zones.filter((zone) => !zone.yes)
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-6 lg:grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)]">
      <div role="radiogroup" aria-label="Zone">
        {yes.length === 0 && (
          <p className="refusal mb-2">No zone can take {plural(trays, 'tray')} in these weeks. Fewer trays, or another day.</p>
        )}
        {yes.map((zone) => (
          <label key={zone.id} className="flex min-h-11 cursor-pointer flex-wrap items-center gap-x-3 gap-y-1 py-1">
            <input type="radio" className="radio" name="zone" checked={zone.id === chosen} onChange={() => onChoose(zone.id)} />
            <span className="w-28 shrink-0 font-bold">{zone.name}</span>
            <span className="w-24 shrink-0 text-sm soft">{ZONE_WORDS[zone.kind as keyof typeof ZONE_WORDS]}</span>
            <Room offer={zone} trays={trays} />
          </label>
        ))}
        {no.length > 0 && (
          <details className="mt-2" open={yes.length === 0}>
            <summary className="min-h-11 cursor-pointer py-2">{plural(no.length, 'zone')} cannot, and why</summary>
            <ul className="grid gap-1">
              {no.map((zone) => (
                <li key={zone.id} className="flex gap-3">
                  <span className="w-28 shrink-0 font-semibold">{zone.name}</span>
                  <span>{zone.words}</span>
                </li>
              ))}
            </ul>
          </details>
        )}
      </div>
      <div>
        {picked && (
          <>
            {picked.onceWeaned && (
              <p className="mb-3">
                Weaned, it makes room: from {sayDay(picked.onceWeaned.from, today)} it lies in {picked.onceWeaned.zone}.
              </p>
            )}
            <h3 className="mb-2 font-semibold">
              {picked.neighbours.length === 0 ? `Nobody else lies in ${picked.name} then` : `Also in ${picked.name} then`}
            </h3>
            <div className="grid grid-cols-[minmax(0,1fr)] gap-1.5">
              {picked.neighbours.map((tag) => (
                <Tag key={tag.code} tag={tag} small more={sayTrays(tag.trays, tag.trayKind)} />
              ))}
            </div>
          </>
        )}
      </div>
    </div>
  )
}
