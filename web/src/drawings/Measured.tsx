import type { Schemas } from '../api/client'
import { Sideways } from './Sideways'

type Conditions = Schemas['Conditions']
type Point = Conditions['points'][number]
type Line = { of: (point: Point) => number | null; color: string; label: string; dash?: string }

const WIDE = 720
const HIGH = 62
const HOUR = 3_600_000

const time = (at: string) => Date.parse(`${at.replace(' ', 'T')}:00Z`)

/** A line is broken where nothing was measured for longer than this. */
const GAP: Record<Conditions['step'], number> = { reading: HOUR / 2, hour: 2.5 * HOUR, day: 40 * HOUR }

/** The path of what was measured, broken where nothing was. */
export function pathOf(
  points: readonly Point[],
  of: Line['of'],
  x: (at: string) => number,
  y: (value: number) => number,
  gap: number,
): string {
  let path = ''
  let before: number | null = null
  for (const point of points) {
    const value = of(point)
    if (value === null) continue
    const now = time(point.at)
    path += `${before === null || now - before > gap ? 'M' : 'L'}${x(point.at).toFixed(1)} ${y(value).toFixed(1)}`
    before = now
  }
  return path
}

function Strip({
  conditions,
  lines,
  set,
  say,
  title,
  x,
}: {
  conditions: Conditions
  lines: readonly Line[]
  set?: number | null
  say: (value: number) => string
  title: string
  x: (at: string) => number
}) {
  const values = lines.flatMap((line) => conditions.points.map(line.of)).filter((value) => value !== null)
  if (values.length === 0) return null
  const all = set === null || set === undefined ? values : [...values, set]
  const [low, high] = [Math.min(...all), Math.max(...all)]
  const room = Math.max(0.02, 0.08 * (high - low))
  const y = (value: number) => HIGH - 4 - ((HIGH - 8) * (value - low + room)) / (high - low + 2 * room)
  return (
    <figure>
      <figcaption className="flex flex-wrap gap-x-4 text-sm">
        <strong>{title}</strong>
        {lines.map((line) => (
          <span key={line.label} className="inline-flex items-center gap-1">
            <svg width="22" height="8" aria-hidden="true">
              <path d="M0 4H22" stroke={line.color} strokeWidth="2" strokeDasharray={line.dash} />
            </svg>
            {line.label}
          </span>
        ))}
        {set !== null && set !== undefined && <span className="soft">dotted: set to {say(set)}</span>}
        <span className="soft">
          {say(low)} to {say(high)}
        </span>
      </figcaption>
      <svg
        viewBox={`0 0 ${WIDE} ${HIGH}`}
        className="w-full min-w-[34rem]"
        role="img"
        aria-label={`${title}: ${say(Math.min(...values))} to ${say(Math.max(...values))}`}
      >
        <rect width={WIDE} height={HIGH} fill="var(--paper)" stroke="var(--stone-wash)" />
        {set !== null && set !== undefined && (
          <path d={`M0 ${y(set)}H${WIDE}`} stroke="var(--peat)" strokeDasharray="2 5" strokeWidth="1" />
        )}
        {lines.map((line) => (
          <path
            key={line.label}
            d={pathOf(conditions.points, line.of, x, y, GAP[conditions.step])}
            fill="none"
            stroke={line.color}
            strokeWidth="1.5"
            strokeDasharray={line.dash}
          />
        ))}
      </svg>
    </figure>
  )
}

/** What was measured in a zone: warmth, damp, water and light over one axis of time, and the batches that had it below. */
export function Measured({ conditions, sayHeat }: { conditions: Conditions; sayHeat: (celsius: number) => string }) {
  const first = Date.parse(`${conditions.from}T00:00:00Z`)
  const last = Date.parse(`${conditions.to}T00:00:00Z`) + 24 * HOUR
  const x = (at: string) => (WIDE * (time(at.length > 10 ? at : `${at} 00:00`) - first)) / (last - first)
  const days = Math.round((last - first) / (24 * HOUR))
  const every = Math.max(1, Math.ceil(days / 8))
  const marks = Array.from({ length: days }, (_, i) => i)
    .filter((i) => i % every === 0)
    .map((i) => new Date(first + i * 24 * HOUR).toISOString().slice(0, 10))
  return (
    <Sideways of={`Measured in ${conditions.zone?.name}`}>
      <div className="grid min-w-[34rem] gap-3">
        <Strip
          conditions={conditions}
          title="Warmth"
          set={conditions.set.medium}
          say={sayHeat}
          x={x}
          lines={[
            { of: (p) => p.medium, color: 'var(--heat)', label: 'medium' },
            { of: (p) => p.air, color: 'var(--leaf)', label: 'air', dash: '5 3' },
          ]}
        />
        <Strip
          conditions={conditions}
          title="Damp"
          set={conditions.set.humidity === null ? null : 100 * conditions.set.humidity}
          say={(v) => `${Math.round(v)} %`}
          x={x}
          lines={[{ of: (p) => p.humidity, color: 'var(--water)', label: 'of the air' }]}
        />
        <Strip
          conditions={conditions}
          title="Water"
          say={(v) => `${v.toFixed(1)} l a minute`}
          x={x}
          lines={[{ of: (p) => p.flow, color: 'var(--water)', label: 'through its valve' }]}
        />
        <Strip
          conditions={conditions}
          title="Light"
          say={(v) => `${Math.round(v)} W/m²`}
          x={x}
          lines={[{ of: (p) => p.light, color: 'var(--heat)', label: 'over the leaves' }]}
        />
        <svg
          viewBox={`0 0 ${WIDE} ${18 + 20 * conditions.batches.length}`}
          className="w-full min-w-[34rem]"
          role="img"
          aria-label={`Who lay there: ${conditions.batches.map((one) => `${one.crop} ${one.batch}`).join(', ') || 'nobody'}`}
        >
          {marks.map((day) => (
            <text key={day} x={x(day) + 2} y="12" fontSize="11" fill="var(--soft)">
              {new Date(`${day}T00:00:00Z`).toLocaleDateString('en', { day: 'numeric', month: 'short', timeZone: 'UTC' })}
            </text>
          ))}
          {conditions.batches.map((one, i) => {
            const [from, to] = [Math.max(0, x(one.from)), Math.min(WIDE, x(one.to) + (WIDE / days) * 1)]
            const wean = Math.min(to, Math.max(from, x(one.weanOn)))
            return (
              <g key={one.batch} transform={`translate(0 ${18 + 20 * i})`}>
                <rect x={from} y="1" width={Math.max(1, wean - from)} height="16" fill="var(--water-wash)" stroke="var(--peat)" />
                {wean < to && <rect x={wean} y="1" width={to - wean} height="16" fill="var(--leaf-wash)" stroke="var(--peat)" />}
                <text x={from + 4} y="13" fontSize="11" fill="var(--peat)">
                  {one.crop}, {one.batch}
                </text>
              </g>
            )
          })}
        </svg>
      </div>
    </Sideways>
  )
}
