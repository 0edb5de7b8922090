import { scaleLinear } from 'd3-scale'
import type { Nursery, WaySheet } from '../api/client'
import { ends, sayHeat } from '../words'

/** How fast roots come at which warmth, and where the bench keeps the mix. */
export function Pace({ warmth, settings }: { warmth: WaySheet['warmth']; settings: Nursery | null }) {
  const { base, optimumLow, optimumHigh, ceiling } = warmth
  const [cool, warm] = ends(warmth.medium)
  const x = scaleLinear([Math.min(base, cool) - 2, ceiling + 2], [8, 312])
  const y = scaleLinear([0, 1], [62, 12])
  const [low, high] = [x(cool), x(warm)]
  const marks = [base, optimumLow, optimumHigh, ceiling]
  return (
    <svg
      viewBox="0 0 320 82"
      className="w-full max-w-sm"
      role="img"
      aria-label={[
        `Roots from ${sayHeat(base, settings)}, fastest ${sayHeat(optimumLow, settings)} to`,
        `${sayHeat(optimumHigh, settings)}, none over ${sayHeat(ceiling, settings)}; mix at`,
        `${sayHeat(cool, settings)} to ${sayHeat(warm, settings)}`,
      ].join(' ')}
    >
      <rect x={low} y="8" width={Math.max(3, high - low)} height="54" fill="var(--heat)" opacity="0.28" />
      <path
        d={`M${x(base)} ${y(0)}L${x(optimumLow)} ${y(1)}H${x(optimumHigh)}L${x(ceiling)} ${y(0)}`}
        fill="none"
        stroke="var(--leaf)"
        strokeWidth="2.5"
        strokeLinejoin="round"
      />
      <line x1="8" x2="312" y1={y(0)} y2={y(0)} stroke="var(--peat)" strokeWidth="1" />
      {marks.map((mark, i) => (
        <text
          key={`${mark} ${i === 1 ? 'low' : i}`}
          x={x(mark)}
          y="77"
          fontSize="12"
          textAnchor={i === 1 ? 'end' : i === 2 ? 'start' : 'middle'}
          fill="var(--soft)"
        >
          {sayHeat(mark, settings)}
        </text>
      ))}
    </svg>
  )
}
