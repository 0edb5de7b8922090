import { scaleLinear, scaleTime } from 'd3-scale'
import type { Schemas } from '../api/client'
import { inHundred, sayDay } from '../words'
import { Sideways } from './Sideways'

type Curve = Schemas['RootCurve']

const WIDE = 600
const HIGH = 204
const LEFT = 34
const RIGHT = 84
const LOW = 158

/**
 * A batch over time: from below what has roots, from above what is dead, between them what is undecided; what was lifted as dots
 * by how many; and how sure the end is, and the day, as a bar each.
 */
export function RootCurve({ curve }: { curve: Curve }) {
  const at = (day: string) => new Date(`${day}T00:00:00Z`)
  const first = curve.points[0]
  const last = curve.points.at(-1)
  if (!first || !last) return null
  const x = scaleTime([at(first.on), at(last.on)], [LEFT, WIDE - RIGHT])
  const y = scaleLinear([0, 1], [LOW, 10])
  const along = (of: (p: Curve['points'][number]) => number) =>
    curve.points.map((p) => `${x(at(p.on)).toFixed(1)} ${y(of(p)).toFixed(1)}`).join('L')
  const rooted = along((p) => p.rooted)
  const dead = along((p) => 1 - p.dead)
  const edge = (share: number) => `L${x(at(last.on)).toFixed(1)} ${y(share)}L${LEFT} ${y(share)}z`
  const now = x(at(curve.today))
  const within = (day: string | null) => day !== null && at(day) <= at(last.on)
  const clipped = (day: string) => Math.min(WIDE - RIGHT, x(at(day)))
  const ready = curve.readyOn ? `; ready ${sayDay(curve.readyOn)}` : ''
  const between = curve.readyFrom && curve.readyBy ? `, between ${sayDay(curve.readyFrom)} and ${sayDay(curve.readyBy)}` : ''
  const said = [
    `Today ${inHundred(curve.now.rooted)} in 100 have roots and ${inHundred(curve.now.dead)} are dead; in the end`,
    `${inHundred(curve.finalRate)} root, between ${inHundred(curve.finalLow)} and ${inHundred(curve.finalHigh)}${ready}${between}.`,
    curve.checks.map((check) => `${sayDay(check.on)}: ${check.rooted} of ${check.lifted}`).join('; '),
  ].join(' ')
  return (
    <Sideways of="The curve">
      <svg viewBox={`0 0 ${WIDE} ${HIGH}`} className="w-full max-w-2xl min-w-[30rem]" role="img" aria-label={said}>
        <rect x={LEFT} width={WIDE - RIGHT - LEFT} y={y(1)} height={LOW - y(1)} fill="var(--paper)" />
        <path d={`M${rooted}${edge(0)}`} fill="var(--leaf-wash)" />
        <path d={`M${dead}${edge(1)}`} fill="var(--stone-wash)" />
        {[0, 0.5, 1].map((share) => (
          <g key={share}>
            <line x1={LEFT} x2={WIDE - RIGHT} y1={y(share)} y2={y(share)} stroke="var(--stone-wash)" strokeWidth="1.2" />
            <text x={LEFT - 5} y={y(share) + 5} fontSize="14" textAnchor="end" fill="var(--soft)">
              {inHundred(share)}
            </text>
          </g>
        ))}
        <path d={`M${rooted}`} fill="none" stroke="var(--leaf)" strokeWidth="2.6" />
        <path d={`M${dead}`} fill="none" stroke="var(--peat)" strokeWidth="1.6" strokeDasharray="2 3" />
        <path
          d={`M${WIDE - RIGHT + 8} ${y(curve.finalLow)}V${y(curve.finalHigh)}`}
          stroke="var(--leaf)"
          strokeWidth="5"
          strokeLinecap="round"
        />
        <circle cx={WIDE - RIGHT + 8} cy={y(curve.finalRate)} r="5" fill="var(--paper)" stroke="var(--leaf)" strokeWidth="2.4" />
        <text x={WIDE - RIGHT + 18} y={y(curve.finalRate) + 5} fontSize="14" fill="var(--peat)">
          {inHundred(curve.finalRate)}
        </text>
        <text x={WIDE - RIGHT + 18} y={y(curve.finalRate) + 20} fontSize="12.5" fill="var(--soft)">
          in the end
        </text>
        {within(curve.readyOn) && curve.readyOn && (
          <g>
            <line
              x1={x(at(curve.readyOn))}
              x2={x(at(curve.readyOn))}
              y1="10"
              y2={LOW + 22}
              stroke="var(--peat)"
              strokeDasharray="5 4"
            />
            <text
              x={x(at(curve.readyOn)) + (x(at(curve.readyOn)) > WIDE / 2 ? -6 : 6)}
              y={LOW + 40}
              fontSize="14"
              textAnchor={x(at(curve.readyOn)) > WIDE / 2 ? 'end' : 'start'}
              fill="var(--peat)"
            >
              ready {sayDay(curve.readyOn)}
            </text>
          </g>
        )}
        {curve.readyFrom && curve.readyBy && within(curve.readyFrom) && (
          <path
            d={`M${clipped(curve.readyFrom)} ${LOW + 20}H${clipped(curve.readyBy)}`}
            stroke="var(--peat)"
            strokeWidth="5"
            strokeLinecap="round"
          />
        )}
        <path d={`M${now} ${LOW}l-6 11h12z`} fill="var(--heat)" />
        {curve.checks.map((check) => (
          <circle
            key={`${check.on}.${check.lifted}.${check.rooted}`}
            cx={x(at(check.on))}
            cy={y(Math.min(1, check.share))}
            r={check.full ? 9 : Math.min(8, 3 + Math.sqrt(check.lifted) / 1.6)}
            fill={check.full ? 'var(--leaf)' : 'var(--paper)'}
            stroke="var(--peat)"
            strokeWidth="2"
          />
        ))}
        <text x={LEFT + 8} y={LOW - 8} fontSize="13" fill="var(--leaf)">
          rooted
        </text>
        {last.dead > 0.07 && (
          <text x={LEFT + 8} y={y(1) + 15} fontSize="13" fill="var(--soft)">
            dead
          </text>
        )}
        <text x={LEFT} y={LOW + 40} fontSize="14" fill="var(--soft)">
          stuck {sayDay(first.on)}
        </text>
      </svg>
    </Sideways>
  )
}
