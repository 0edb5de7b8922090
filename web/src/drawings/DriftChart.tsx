import { scaleLinear } from 'd3-scale'
import type { Schemas } from '../api/client'
import { inHundred, sayDay } from '../words'
import { Sideways } from './Sideways'

type Drift = Schemas['Drift']

const WIDE = 900
const HIGH = 250
const LEFT = 40
const LOW = 220

/** Batches in the order in which they were stuck, each within or beyond its limits, which are narrower for larger ones. */
export function DriftChart({ drift }: { drift: Drift }) {
  const { batches, centre } = drift
  if (centre === null) return null
  const x = scaleLinear([-0.5, batches.length - 0.5], [LEFT, WIDE - 8])
  const y = scaleLinear([0, 1], [LOW, 12])
  const beyond = new Set(drift.signals.filter((one) => one.codes.length === 1).flatMap((one) => one.codes))
  const band = batches.map((one, i) => `${x(i - 0.5).toFixed(1)} ${y(one.upper ?? centre).toFixed(1)}H${x(i + 0.5).toFixed(1)}`)
  const back = batches
    .map((one, i) => `${x(i + 0.5).toFixed(1)} ${y(one.lower ?? centre).toFixed(1)}H${x(i - 0.5).toFixed(1)}`)
    .reverse()
  const runs = drift.signals.filter((one) => one.codes.length > 1)
  const at = (code: string | undefined) => batches.findIndex((one) => one.code === code)
  const years = batches.flatMap((one, i) =>
    i === 0 || one.stuckOn.slice(0, 4) !== batches[i - 1]?.stuckOn.slice(0, 4) ? [{ year: one.stuckOn.slice(0, 4), i }] : [],
  )
  const out = batches.filter((one) => beyond.has(one.code))
  return (
    <Sideways of="The chart">
      <svg
        viewBox={`0 0 ${WIDE} ${HIGH}`}
        className="w-full min-w-[40rem]"
        role="img"
        aria-label={`${batches.length} batches, ${inHundred(centre)} in 100 on average; beyond their limits: ${out.map((one) => one.code).join(', ') || 'none'}`}
      >
        {[0, 0.25, 0.5, 0.75, 1].map((share) => (
          <g key={share}>
            <line x1={LEFT} x2={WIDE - 8} y1={y(share)} y2={y(share)} stroke="var(--stone-wash)" />
            <text x={LEFT - 6} y={y(share) + 5} fontSize="13" textAnchor="end" fill="var(--soft)">
              {inHundred(share)}
            </text>
          </g>
        ))}
        <path d={`M${band.join('L')}L${back.join('L')}z`} fill="var(--leaf-wash)" />
        <line x1={LEFT} x2={WIDE - 8} y1={y(centre)} y2={y(centre)} stroke="var(--leaf)" strokeWidth="2" />
        {years.map(({ year, i }) => (
          <g key={year}>
            <line
              x1={x(i - 0.5)}
              x2={x(i - 0.5)}
              y1={12}
              y2={LOW + 6}
              stroke="var(--peat)"
              opacity="0.35"
              strokeDasharray="2 4"
            />
            <text x={x(i - 0.5) + 3} y={LOW + 22} fontSize="13" fill="var(--soft)">
              {year}
            </text>
          </g>
        ))}
        {runs.map((one) => (
          <path
            key={`${one.kind}.${one.codes[0]}`}
            d={`M${x(at(one.codes[0]) - 0.4)} ${LOW + 3}H${x(at(one.codes.at(-1)) + 0.4)}`}
            stroke="var(--heat)"
            strokeWidth="4"
          />
        ))}
        {batches.map((one, i) => {
          const isOut = beyond.has(one.code)
          return (
            <circle
              key={one.code}
              cx={x(i)}
              cy={y(one.rooted / Math.max(1, one.stuck))}
              r={isOut ? 6 : 4}
              fill={isOut ? 'var(--plum)' : 'var(--paper)'}
              stroke={isOut ? 'var(--plum)' : 'var(--peat)'}
              strokeWidth="1.5"
              strokeDasharray={one.mishap && !isOut ? '1.5 2' : undefined}
            >
              <title>{`${one.code}: ${one.rooted} of ${one.stuck}, ${sayDay(one.stuckOn)}${one.mishap ? ', likely a mishap' : ''}`}</title>
            </circle>
          )
        })}
      </svg>
    </Sideways>
  )
}
