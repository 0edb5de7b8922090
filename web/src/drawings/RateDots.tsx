import { scaleLinear, scaleSqrt } from 'd3-scale'
import type { Crop, Learnt } from '../api/client'
import { inHundred } from '../words'

export function RateAxis() {
  const x = scaleLinear([0, 1], [14, 386])
  return (
    <svg viewBox="0 0 400 14" className="w-full" aria-hidden="true">
      {[0, 0.25, 0.5, 0.75, 1].map((tick) => (
        <text key={tick} x={x(tick)} y="11" fontSize="10.5" textAnchor="middle" fill="var(--soft)">
          {tick * 100}
        </text>
      ))}
    </svg>
  )
}

/** One axis for a crop: each past batch a dot sized by its count, the learnt rate a post, its range a bar behind. */
export function RateDots({
  learnt,
  history,
  of = history.length,
  mark,
  tall = 46,
  axis = true,
}: {
  learnt: Pick<Learnt, 'rate' | 'low80' | 'high80'>
  history: Pick<Crop['history'][number], 'code' | 'rate' | 'stuck' | 'rooted' | 'could' | 'season' | 'soFar' | 'mishap' | 'why'>[]
  /** How many there are in all, where only the newest are drawn. */
  of?: number
  /** The code of a batch to point out. */
  mark?: string
  tall?: number
  axis?: boolean
}) {
  const x = scaleLinear([0, 1], [14, 386])
  const r = scaleSqrt([0, Math.max(100, ...history.map((batch) => batch.stuck))], [2, 9])
  const middle = tall / 2
  return (
    <svg
      viewBox={`0 0 400 ${axis ? tall + 16 : tall}`}
      className="w-full"
      role="img"
      aria-label={`Rooting rate ${inHundred(learnt.rate)} in 100, range ${inHundred(learnt.low80)} to ${inHundred(learnt.high80)}, ${of > history.length ? `the newest ${history.length} of ${of}` : history.filter((batch) => !batch.mishap).length} batches`}
    >
      <line x1={x(0)} x2={x(1)} y1={middle} y2={middle} stroke="var(--peat)" strokeWidth="1" opacity="0.5" />
      {[0, 0.25, 0.5, 0.75, 1].map((tick) => (
        <g key={tick}>
          <line x1={x(tick)} x2={x(tick)} y1={middle - 4} y2={middle + 4} stroke="var(--peat)" opacity="0.5" />
          {axis && (
            <text x={x(tick)} y={tall + 11} fontSize="11.5" textAnchor="middle" fill="var(--soft)">
              {tick * 100}
            </text>
          )}
        </g>
      ))}
      <rect
        x={x(learnt.low80)}
        width={x(learnt.high80) - x(learnt.low80)}
        y={middle - 10}
        height="20"
        rx="3"
        fill="var(--leaf-wash)"
        stroke="var(--leaf)"
        strokeWidth="1"
      />
      {history.map((batch, i) => (
        <circle
          key={batch.code}
          cx={x(batch.rate)}
          cy={middle + ((i % 3) - 1) * 5}
          r={r(batch.stuck)}
          fill={batch.code === mark ? 'var(--heat)' : 'var(--paper)'}
          fillOpacity={batch.mishap ? 0 : batch.soFar ? 0.3 : 0.85}
          stroke={batch.mishap ? 'var(--plum)' : batch.code === mark ? 'var(--heat)' : 'var(--peat)'}
          strokeWidth="1.5"
          strokeDasharray={batch.mishap ? '1.5 3' : batch.soFar ? '3 2' : undefined}
        >
          <title>{`${batch.code}: ${batch.rooted} of ${batch.could}, ${batch.season}${batch.soFar ? ', so far' : ''}${batch.why ? `, ${batch.why}` : ''}`}</title>
        </circle>
      ))}
      <path d={`M${x(learnt.rate)} 3V${tall - 3}`} stroke="var(--leaf)" strokeWidth="3" />
    </svg>
  )
}
