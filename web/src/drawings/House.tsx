import type { DragEvent, KeyboardEvent } from 'react'
import type { Nursery, ZoneWeek } from '../api/client'
import { plural } from '../words'
import { type Laying, useGrab } from './laying'
import { Sideways } from './Sideways'
import { type Offer, ZoneAnswer } from './ZoneAnswer'
import { codeOf, Hatches, SCALE, ZoneDrawing } from './ZoneDrawing'

const GAP = 12

/** One house from above, to scale, with the trays that lie in it. */
export function House({
  name,
  zones,
  wide,
  settings,
  chosen,
  onChoose,
  offers,
  onGive,
  laying,
  roomy = false,
  troubled,
}: {
  name: string
  zones: ZoneWeek[]
  /** Metres across, the same for all houses drawn together, so that they share a scale. */
  wide: number
  settings: Nursery | null
  chosen?: number | null
  onChoose?: (zone: number) => void
  /** What each zone says to the batch being carried. */
  offers?: Map<number, Offer>
  /** The batch carried is let go over a zone. */
  onGive?: (zone: number) => void
  /** The zone chosen can be laid elsewhere. */
  laying?: Laying
  /** Names of zones in which something was found that nobody has dealt with. */
  troubled?: ReadonlySet<string>
  /** Free ground is drawn around it, onto which a zone can be laid. */
  roomy?: boolean
}) {
  const grabs = useGrab()
  const placeOf = (zone: ZoneWeek) => (laying?.zone === zone.id ? laying.at : zone.place)
  const right = wide * SCALE + GAP
  const bottom = Math.max(...zones.map((z) => placeOf(z).y + placeOf(z).width)) * SCALE + GAP
  return (
    <figure>
      <figcaption className="mb-1 text-sm font-semibold soft">{name}</figcaption>
      <Sideways of={`${name}, drawn`}>
        <svg
          viewBox={`${-GAP / 2} ${-GAP / 2} ${roomy ? right + 2 * SCALE : right} ${roomy ? bottom + 2 * SCALE : bottom}`}
          className={`w-full ${onChoose ? 'min-w-[46rem]' : ''}`}
          role="group"
          aria-label={`${name} from above`}
        >
          <Hatches />
          {zones.map((zone) => {
            const by = [
              ...zone.tenants.map((tenant) => `${tenant.tag.crop} ${codeOf(tenant)}`),
              ...zone.guests.map((guest) => guest.name),
            ].join(', ')
            const said = `${zone.name}: ${zone.used} of ${plural(zone.trays, 'place')} taken${by ? `, by ${by}` : ''}${troubled?.has(zone.name) ? '. Something was found here' : ''}`
            const chooses = onChoose && {
              role: 'button' as const,
              tabIndex: 0,
              'aria-pressed': chosen === zone.id,
              style: { cursor: 'pointer' },
              onClick: () => onChoose(zone.id),
              onKeyDown: (event: KeyboardEvent) => {
                if (event.key !== 'Enter' && event.key !== ' ') return
                event.preventDefault()
                onChoose(zone.id)
              },
            }
            const offer = offers?.get(zone.id)
            const place = placeOf(zone)
            const takes = onGive && {
              onDragOver: (event: DragEvent) => {
                // Until the zones have answered, letting go asks the server itself.
                if (!offer || (offer.yes && !offer.here)) event.preventDefault()
              },
              onDrop: (event: DragEvent) => {
                event.preventDefault()
                onGive(zone.id)
              },
            }
            return (
              <g
                key={zone.id}
                data-zone={zone.id}
                transform={`translate(${place.x * SCALE} ${place.y * SCALE})`}
                aria-label={
                  offer ? `${said}. ${offer.here ? 'It lies here' : offer.yes ? 'Can take it' : `No: ${offer.words}`}` : said
                }
                {...(chooses ?? { role: 'img' as const })}
                {...takes}
                {...(laying?.zone === zone.id && grabs(laying))}
              >
                <ZoneDrawing
                  zone={
                    laying?.zone === zone.id
                      ? { ...zone, place: { ...zone.place, length: place.length, width: place.width } }
                      : zone
                  }
                  settings={settings}
                  chosen={chosen === zone.id}
                  named={onChoose !== undefined}
                />
                {offer && <ZoneAnswer zone={zone} offer={offer} />}
                {troubled?.has(zone.name) && (
                  <g transform={`translate(${place.length * SCALE - 4} 4)`}>
                    <circle r="13" fill="var(--plum)" stroke="var(--paper)" strokeWidth="2" />
                    <text y="7" fontSize="20" fontWeight="700" textAnchor="middle" fill="var(--paper)">
                      !
                    </text>
                  </g>
                )}
              </g>
            )
          })}
        </svg>
      </Sideways>
    </figure>
  )
}

export const widestOf = (zones: ZoneWeek[]): number => Math.max(1, ...zones.map((z) => z.place.x + z.place.length))

export function housesOf(zones: ZoneWeek[]): [string, ZoneWeek[]][] {
  const houses = new Map<string, ZoneWeek[]>()
  for (const zone of zones) houses.set(zone.house, [...(houses.get(zone.house) ?? []), zone])
  return [...houses]
}
