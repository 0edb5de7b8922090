import { scaleLinear, scaleTime } from 'd3-scale'
import type { Schemas } from '../api/client'
import { inHundred, sayDay } from '../words'
import { Sideways } from './Sideways'

type Curve = Schemas['RootCurve']

const WIDE = 600
const HIGH = 190
const LEFT = 34
const LOW = 158

/** What a batch has rooted and may yet root: the expected share as a line in its range, what was lifted as dots by how many. */
export function RootCurve({ curve }: { curve: Curve }) {
  const at = (day: string) => new Date(`${day}T00:00:00Z`)
  const first = curve.points[0]
  const last = curve.points.at(-1)
  if (!first || !last) return null
  const x = scaleTime([at(first.on), at(last.on)], [LEFT, WIDE - 8])
  const y = scaleLinear([0, 1], [LOW, 10])
  const along = (points: Curve['points'], of: (p: Curve['points'][number]) => number) =>
    points.map((p) => `${x(at(p.on)).toFixed(1)} ${y(of(p)).toFixed(1)}`)
  const path = `M${along(curve.points, (p) => p.share).join('L')}`
  const band = `M${[...along(curve.points, (p) => p.low), ...along([...curve.points].reverse(), (p) => p.high)].join('L')}z`
  const now = x(at(curve.today))
  const said = [
    `Expected rooted today ${inHundred(curve.now.share)} in 100, between ${inHundred(curve.now.low)} and`,
    `${inHundred(curve.now.high)}; in the end`,
    `${inHundred(curve.finalRate)}${curve.readyOn ? `; ready ${sayDay(curve.readyOn)}` : ''}.`,
    `${curve.checks.map((check) => `${sayDay(check.on)}: ${check.rooted} of ${check.lifted}`).join('; ')}`,
  ].join(' ')
  return (
    <Sideways of="The curve">
      <svg viewBox={`0 0 ${WIDE} ${HIGH}`} className="w-full max-w-2xl min-w-[30rem]" role="img" aria-label={said}>
        {[0, 0.5, 1].map((share) => (
          <g key={share}>
            <line x1={LEFT} x2={WIDE - 8} y1={y(share)} y2={y(share)} stroke="var(--stone-wash)" strokeWidth="1.2" />
            <text x={LEFT - 5} y={y(share) + 5} fontSize="14" textAnchor="end" fill="var(--soft)">
              {inHundred(share)}
            </text>
          </g>
        ))}
        <path d={band} fill="var(--leaf-wash)" />
        <path d={path} fill="none" stroke="var(--leaf)" strokeWidth="2.6" />
        {curve.readyOn && at(curve.readyOn) <= at(last.on) && (
          <g>
            <line
              x1={x(at(curve.readyOn))}
              x2={x(at(curve.readyOn))}
              y1="10"
              y2={LOW}
              stroke="var(--peat)"
              strokeDasharray="5 4"
            />
            <text
              x={x(at(curve.readyOn)) + (x(at(curve.readyOn)) > WIDE / 2 ? -6 : 6)}
              y={LOW - 8}
              fontSize="14"
              textAnchor={x(at(curve.readyOn)) > WIDE / 2 ? 'end' : 'start'}
              fill="var(--peat)"
            >
              ready {sayDay(curve.readyOn)}
            </text>
          </g>
        )}
        <path d={`M${now} ${LOW}l-6 11h12z`} fill="var(--heat)" />
        {curve.checks.map((check) => (
          <circle
            key={`${check.on}.${check.lifted}.${check.rooted}`}
            cx={x(at(check.on))}
            cy={y(check.rooted / Math.max(1, check.lifted))}
            r={check.full ? 9 : Math.min(8, 3 + Math.sqrt(check.lifted) / 1.6)}
            fill={check.full ? 'var(--leaf)' : 'var(--paper)'}
            stroke="var(--peat)"
            strokeWidth="2"
          />
        ))}
        <text x={LEFT} y={HIGH - 6} fontSize="14" fill="var(--soft)">
          stuck {sayDay(first.on)}
        </text>
      </svg>
    </Sideways>
  )
}
