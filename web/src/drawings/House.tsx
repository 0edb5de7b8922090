import { type DragEvent, type KeyboardEvent, type PointerEvent, useRef } from 'react'
import type { Nursery, Schemas, ZoneWeek } from '../api/client'
import { plural, sayHeat } from '../words'
import { StateGlyph } from './Glyph'
import { Sideways } from './Sideways'

const SCALE = 62
const GAP = 12

/** Six ways to tell batches apart on a bench: a wash and a hatch each, so that no pair rests on colour alone. */
const LOOKS = [
  { wash: 'var(--leaf-wash)', hatch: '' },
  { wash: 'var(--cream)', hatch: 'M0 6L6 0' },
  { wash: 'var(--water-wash)', hatch: '' },
  { wash: 'var(--plum-wash)', hatch: 'M0 3H6' },
  { wash: 'var(--stone-wash)', hatch: 'M3 0V6' },
  { wash: 'var(--leaf-wash)', hatch: 'M0 0L6 6' },
] as const

/** A batch's look, always the same for its code, unless its neighbour has that one already. */
function looksOf(zone: ZoneWeek): Map<string, number> {
  const looks = new Map<string, number>()
  let last = -1
  for (const { tag } of zone.tenants) {
    let sum = 0
    for (const letter of tag.code) sum = (sum * 31 + letter.charCodeAt(0)) % 9973
    last = sum % LOOKS.length === last ? (sum + 1) % LOOKS.length : sum % LOOKS.length
    looks.set(tag.code, last)
  }
  return looks
}

function Defs() {
  return (
    <defs>
      <pattern id="shut" width="12" height="12" patternUnits="userSpaceOnUse">
        <path d="M0 12L12 0" stroke="var(--soft)" strokeWidth="2" opacity="0.5" />
      </pattern>
      {LOOKS.map((look, i) => (
        <pattern key={look.wash + look.hatch} id={`look${i}`} width="6" height="6" patternUnits="userSpaceOnUse">
          <rect width="6" height="6" fill={look.wash} />
          {look.hatch && <path d={look.hatch} stroke="var(--peat)" strokeWidth="0.9" opacity="0.5" />}
        </pattern>
      ))}
    </defs>
  )
}

interface Slot {
  x: number
  y: number
  code: string | null
}

/** Tray places of a zone in rows along its length, filled batch after batch. */
function slotsOf(zone: ZoneWeek): { slots: Slot[]; w: number; h: number; rows: number } {
  const { length, width } = zone.place
  const rows = Math.max(1, Math.round(Math.sqrt((zone.trays * width) / length) * 0.92))
  const columns = Math.ceil(zone.trays / rows)
  const w = (length * SCALE - 12) / columns
  const h = (width * SCALE - 40) / rows
  const codes = zone.tenants.flatMap((tenant) => Array.from({ length: tenant.trays }, () => tenant.tag.code))
  return {
    slots: Array.from({ length: zone.trays }, (_, i) => ({
      x: 6 + Math.floor(i / rows) * w,
      y: 34 + (i % rows) * h,
      code: codes[i] ?? null,
    })),
    w,
    h,
    rows,
  }
}

function ZoneDrawing({
  zone,
  settings,
  chosen,
  named,
}: {
  zone: ZoneWeek
  settings: Nursery | null
  chosen: boolean
  named: boolean
}) {
  const { slots, w, h, rows } = slotsOf(zone)
  const wide = zone.place.length * SCALE
  const high = zone.place.width * SCALE
  const looks = looksOf(zone)
  const over = zone.used > zone.room
  const level = zone.setting?.mist ?? zone.mist[0] ?? 0
  let at = 0
  return (
    <>
      <rect
        width={wide}
        height={high}
        rx="4"
        fill="var(--paper)"
        stroke={over ? 'var(--plum)' : 'var(--peat)'}
        strokeWidth={chosen ? 5 : 2}
        strokeDasharray={zone.stands === 'under' ? '9 6' : undefined}
      />
      {zone.room === 0 && <rect x="2" y="32" width={wide - 4} height={high - 34} fill="url(#shut)" />}
      <text x="9" y={named ? 24 : 29} fontSize={named ? 19 : 29} fontWeight="700" fill="var(--peat)">
        {zone.name}
      </text>
      <text
        x={wide - (zone.setting && named ? 112 : 10)}
        y={named ? 23 : 28}
        fontSize={named ? 17 : 26}
        textAnchor="end"
        fill={over ? 'var(--plum)' : 'var(--soft)'}
      >
        {zone.room === 0 ? 'out of use' : `${zone.used}/${zone.trays}`}
      </text>
      {zone.setting && named && !(zone.onlyPots && !zone.frostFree) && (
        <g>
          {[0, 1, 2].map((i) => (
            <path
              key={i}
              d={`M${wide - 100 + 14 * i} 7q6.500 9 0 15q-6.500-6 0-15z`}
              fill={i < level ? 'var(--water)' : 'none'}
              stroke="var(--water)"
              strokeWidth="1.3"
            />
          ))}
          <path d={`M${wide - 56} 26q5-7 10 0t10 0t10 0t10 0`} fill="none" stroke="var(--heat)" strokeWidth="2.6" />
          <text
            x={wide - 36}
            y="19"
            fontSize="17"
            textAnchor="middle"
            fill={zone.setting.suits ? 'var(--peat)' : 'var(--plum)'}
            fontWeight="700"
          >
            {sayHeat(zone.setting.heat, settings)}
            {zone.setting.suits ? '' : '!'}
          </text>
        </g>
      )}
      {slots.map((slot) => (
        <rect
          key={`${slot.x}.${slot.y}`}
          x={slot.x + 1}
          y={slot.y + 1}
          width={w - 2}
          height={h - 2}
          rx="2"
          fill={slot.code ? `url(#look${looks.get(slot.code)})` : 'none'}
          stroke="var(--peat)"
          strokeWidth={slot.code ? 1.1 : 0.5}
          opacity={slot.code ? 1 : 0.45}
        />
      ))}
      {zone.tenants.map((tenant) => {
        const slot = slots[Math.min(at, slots.length - 1)]
        at += tenant.trays
        if (!slot || !named || at > zone.trays || Math.floor(tenant.trays / rows) * w < 94) return null
        return (
          <svg key={tenant.tag.code} x={slot.x + 2} y={slot.y + 1} width="92" height="34" viewBox="0 0 92 34" aria-hidden="true">
            <rect x="1" y="1" width="90" height="31" rx="3" fill="var(--paper)" stroke="var(--peat)" strokeWidth="1" />
            <StateGlyph state={tenant.tag.state} stage={tenant.tag.stage} size={26} />
            <text x="28" y="22" fontSize="15" fontWeight="650" fill="var(--peat)">
              {tenant.tag.code}
            </text>
          </svg>
        )
      })}
    </>
  )
}

export type Offer = Schemas['BenchOffers']['zones'][number]

/** What a zone says to a batch that is being carried: yes with a tick, no with a cross and why, never by colour alone. */
function Answer({ zone, offer }: { zone: ZoneWeek; offer: Offer }) {
  const wide = zone.place.length * SCALE
  const high = zone.place.width * SCALE
  const ink = offer.yes || offer.here ? 'var(--leaf)' : 'var(--plum)'
  return (
    <g pointerEvents="none">
      <rect y="31" width={wide} height={high - 31} rx="4" fill="var(--paper)" opacity={offer.yes ? 0.35 : 0.85} />
      <rect
        x="3"
        y="3"
        width={wide - 6}
        height={high - 6}
        rx="3"
        fill="none"
        stroke={ink}
        strokeWidth="5"
        strokeDasharray={offer.yes ? undefined : '10 7'}
      />
      <foreignObject x="8" y={Math.max(34, high / 2 - 24)} width={wide - 16} height="52">
        <div
          className={`flex h-full items-center gap-2 bg-paper text-[19px] leading-tight font-bold ${offer.yes || offer.here ? 'text-leaf' : 'text-plum'}`}
        >
          <span aria-hidden="true">{offer.here ? '●' : offer.yes ? '✓' : '✕'}</span>
          <span className="min-w-0">{offer.here ? 'lies here' : offer.words}</span>
        </div>
      </foreignObject>
    </g>
  )
}

/** Zones on the move while the house is laid out anew, in metres. */
export interface Laying {
  at: { x: number; y: number; length: number; width: number }
  zone: number
  onMove: (x: number, y: number) => void
  onDrop: () => void
}

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
  /** Free ground is drawn around it, onto which a zone can be laid. */
  roomy?: boolean
}) {
  const grabbed = useRef<{ x: number; y: number; from: { x: number; y: number }; scale: number } | null>(null)
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
          <Defs />
          {zones.map((zone) => {
            const said = `${zone.name}: ${zone.used} of ${plural(zone.trays, 'tray')} taken${zone.tenants.length > 0 ? `, by ${zone.tenants.map((t) => `${t.tag.crop} ${t.tag.code}`).join(', ')}` : ''}`
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
            const lays = laying?.zone === zone.id && {
              style: { cursor: 'move', touchAction: 'none' as const },
              onPointerDown: (event: PointerEvent<SVGGElement>) => {
                const box = event.currentTarget.ownerSVGElement?.getScreenCTM()
                grabbed.current = {
                  x: event.clientX,
                  y: event.clientY,
                  from: { x: place.x, y: place.y },
                  scale: (box?.a ?? 1) * SCALE,
                }
                event.currentTarget.setPointerCapture(event.pointerId)
              },
              onPointerMove: (event: PointerEvent) => {
                const from = grabbed.current
                if (!from) return
                const metres = (moved: number, at: number) => Math.max(0, Math.round(10 * (at + moved / from.scale)) / 10)
                laying.onMove(metres(event.clientX - from.x, from.from.x), metres(event.clientY - from.y, from.from.y))
              },
              onPointerUp: () => {
                if (grabbed.current) laying.onDrop()
                grabbed.current = null
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
                {...lays}
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
                {offer && <Answer zone={zone} offer={offer} />}
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
