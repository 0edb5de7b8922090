import type { Schemas, ZoneWeek } from '../api/client'
import { SCALE } from './ZoneDrawing'

export type Offer = Schemas['BenchOffers']['zones'][number]

/** What a zone says to a batch that is being carried: yes with a tick, no with a cross and why, never by colour alone. */
export function ZoneAnswer({ zone, offer }: { zone: ZoneWeek; offer: Offer }) {
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
