import { scaleTime } from 'd3-scale'
import type { Schemas } from '../api/client'
import { sayDay } from '../words'

const WIDE = 660
const HIGH = 30
const DAY = 86_400_000
const at = (day: string) => Date.parse(`${day}T00:00:00Z`)

/** Thirteen months of a block of stock plants: taken from, left to the frost and dormant, started again, taken from anew. */
export function StockYear({ rest, today }: { rest: NonNullable<Schemas['BlockYear']['rest']>; today: string }) {
  const first = new Date(Math.min(at(today), at(rest.from)) - 14 * DAY)
  const start = Date.UTC(first.getUTCFullYear(), first.getUTCMonth(), 1)
  const end = Math.max(start + 396 * DAY, at(rest.takeFrom) + 60 * DAY)
  const x = scaleTime().domain([start, end]).range([0, WIDE])
  const months: number[] = []
  for (let month = 0; Date.UTC(first.getUTCFullYear(), first.getUTCMonth() + month, 1) < end; month++)
    months.push(Date.UTC(first.getUTCFullYear(), first.getUTCMonth() + month, 1))
  const part = (from: number, to: number, fill: string) => (
    <rect x={x(from)} y={4} width={Math.max(0, x(to) - x(from))} height={HIGH} fill={fill} stroke="var(--peat)" />
  )
  return (
    <svg
      viewBox={`-4 0 ${WIDE + 8} 62`}
      className="w-full max-w-2xl min-w-[30rem]"
      role="img"
      aria-label={`Its year: rests from ${sayDay(rest.from, today)}, started again ${sayDay(rest.restart, today)}, first take ${sayDay(rest.takeFrom, today)}`}
    >
      <defs>
        <pattern id="stock-rest" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="7" height="7" fill="var(--paper)" />
          <rect width="3" height="7" fill="var(--stone-wash)" />
        </pattern>
      </defs>
      {part(start, at(rest.from), 'var(--leaf-wash)')}
      {part(at(rest.from), at(rest.restart), 'url(#stock-rest)')}
      {part(at(rest.restart), at(rest.takeFrom), 'var(--cream)')}
      {part(at(rest.takeFrom), end, 'var(--leaf-wash)')}
      {/* A shoot that breaks, where it is started again; scissors where it is taken from. */}
      <path
        transform={`translate(${(x(at(rest.restart)) + x(at(rest.takeFrom))) / 2} ${4 + HIGH / 2})`}
        d="M0 8v-12M0 2q-7-1-7-7q7 0 7 7M0-1q6-1 6-6q-6 0-6 6"
        fill="none"
        stroke="var(--leaf)"
        strokeWidth="2"
      />
      {months.map((month) => (
        <g key={month}>
          <path d={`M${x(month)} ${4 + HIGH}v5`} stroke="var(--peat)" />
          <text x={x(month) + 3} y={54} fontSize={13} fill="var(--peat)">
            {x(month) < WIDE - 30 && new Date(month).toLocaleDateString('en', { month: 'short', timeZone: 'UTC' })}
          </text>
        </g>
      ))}
      <path d={`M${x(at(today))} 0v${HIGH + 8}`} stroke="var(--peat)" strokeWidth="3" />
    </svg>
  )
}
