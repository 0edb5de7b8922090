import type { Nursery, ZoneWeek } from '../api/client'
import { sayHeat } from '../words'
import { StateGlyph } from './Glyph'

/** Units of the drawing in a metre. */
export const SCALE = 62

/** Six ways to tell batches apart on a bench: a wash and a hatch each, so that no pair rests on colour alone. */
const LOOKS = [
  { wash: 'var(--leaf-wash)', hatch: '' },
  { wash: 'var(--cream)', hatch: 'M0 6L6 0' },
  { wash: 'var(--water-wash)', hatch: '' },
  { wash: 'var(--plum-wash)', hatch: 'M0 3H6' },
  { wash: 'var(--stone-wash)', hatch: 'M3 0V6' },
  { wash: 'var(--leaf-wash)', hatch: 'M0 0L6 6' },
] as const

/** By what it is called where it lies: its batch, or the lot. */
export const codeOf = ({ lot, tag }: ZoneWeek['tenants'][number]): string => lot?.code ?? tag.code

/** What is no batch has one look for all. */
const GUEST = 'guest'

/** A look, always the same for its code, unless its neighbour has that one already. */
function looksOf(zone: ZoneWeek): Map<string, number> {
  const looks = new Map<string, number>()
  let last = -1
  for (const tenant of zone.tenants) {
    const code = codeOf(tenant)
    let sum = 0
    for (const letter of code) sum = (sum * 31 + letter.charCodeAt(0)) % 9973
    last = sum % LOOKS.length === last ? (sum + 1) % LOOKS.length : sum % LOOKS.length
    looks.set(code, last)
  }
  return looks
}

/** The hatches that the drawings of zones refer to, once in each picture. */
export function Hatches() {
  return (
    <defs>
      <pattern id="shut" width="12" height="12" patternUnits="userSpaceOnUse">
        <path d="M0 12L12 0" stroke="var(--soft)" strokeWidth="2" opacity="0.5" />
      </pattern>
      <pattern id="guest" width="8" height="8" patternUnits="userSpaceOnUse">
        <rect width="8" height="8" fill="var(--paper)" />
        <circle cx="4" cy="4" r="1.6" fill="var(--soft)" />
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

/** One tray as part of a path: all that look alike are one thing to draw, where thousands would each be styled and laid out. */
const roundedRect = (x: number, y: number, w: number, h: number) =>
  `M${tenth(x + CORNER)} ${tenth(y)}h${tenth(w - 2 * CORNER)}q${CORNER} 0 ${CORNER} ${CORNER}v${tenth(h - 2 * CORNER)}q0 ${CORNER} ${-CORNER} ${CORNER}h${tenth(2 * CORNER - w)}q${-CORNER} 0 ${-CORNER} ${-CORNER}v${tenth(2 * CORNER - h)}q0 ${-CORNER} ${CORNER} ${-CORNER}z`
const CORNER = 2
const tenth = (size: number) => Math.round(size * 10) / 10

/** Tray places of a zone in rows along its length, filled batch after batch. */
function slotsOf(zone: ZoneWeek): { slots: Slot[]; w: number; h: number; rows: number } {
  const { length, width } = zone.place
  const rows = Math.max(1, Math.round(Math.sqrt((zone.trays * width) / length) * 0.92))
  const columns = Math.ceil(zone.trays / rows)
  const w = (length * SCALE - 12) / columns
  const h = (width * SCALE - 40) / rows
  const codes = [
    ...zone.tenants.flatMap((tenant) => Array.from({ length: tenant.trays }, () => codeOf(tenant))),
    ...zone.guests.flatMap((guest) => Array.from({ length: guest.places }, () => GUEST)),
  ]
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

/** One zone to scale: its trays, who lies in them, what it is set to. */
export function ZoneDrawing({
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
  const trays = new Map<string | null, string>()
  for (const { code, x, y } of slots) trays.set(code, (trays.get(code) ?? '') + roundedRect(x + 1, y + 1, w - 2, h - 2))
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
      {zone.setting && named && zone.ground === 'bench' && !(zone.onlyPots && !zone.frostFree) && (
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
      {[...trays].map(([code, drawn]) => (
        <path
          key={code ?? 'free'}
          d={drawn}
          fill={code === GUEST ? 'url(#guest)' : code ? `url(#look${looks.get(code)})` : 'none'}
          stroke="var(--peat)"
          strokeWidth={code ? 1.1 : 0.5}
          opacity={code ? 1 : 0.45}
        />
      ))}
      {zone.tenants.map((tenant) => {
        const slot = slots[Math.min(at, slots.length - 1)]
        at += tenant.trays
        if (!slot || !named || at > zone.trays || Math.floor(tenant.trays / rows) * w < 94) return null
        return (
          <svg key={codeOf(tenant)} x={slot.x + 2} y={slot.y + 1} width="92" height="34" viewBox="0 0 92 34" aria-hidden="true">
            <rect x="1" y="1" width="90" height="31" rx="3" fill="var(--paper)" stroke="var(--peat)" strokeWidth="1" />
            <StateGlyph state={tenant.tag.state} stage={tenant.tag.stage} size={26} />
            <text x="28" y="22" fontSize="15" fontWeight="650" fill="var(--peat)">
              {codeOf(tenant)}
            </text>
          </svg>
        )
      })}
    </>
  )
}
