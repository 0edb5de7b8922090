import { scaleSqrt } from 'd3-scale'
import type { Schemas } from '../api/client'
import { plural } from '../words'

type Path = NonNullable<Schemas['BlockPage']['path']>

/** Clumps year by year: each year's pile by its size, the target a ring around the year that meets it. */
export function ClumpPath({ path }: { path: Path }) {
  const most = Math.max(path.target, ...path.clumps)
  const r = scaleSqrt([0, most], [0, 38])
  const step = Math.min(104, 600 / path.clumps.length)
  return (
    <>
      <svg
        viewBox={`0 0 ${path.clumps.length * step + 20} 128`}
        style={{ maxHeight: 170 }}
        className="max-w-full"
        role="img"
        aria-label={path.clumps.map((clumps, i) => `${path.firstYear + i}: ${clumps}`).join(', ')}
      >
        {path.clumps.map((clumps, i) => {
          const x = 10 + step / 2 + i * step
          const meets = path.years === i
          return (
            <g key={path.firstYear + i}>
              <circle
                cx={x}
                cy="44"
                r={r(path.target)}
                fill="none"
                stroke="var(--leaf)"
                strokeDasharray="3 4"
                strokeWidth="1.4"
              />
              <circle
                cx={x}
                cy="44"
                r={r(clumps)}
                fill={meets ? 'var(--leaf)' : 'var(--leaf-wash)'}
                stroke="var(--leaf)"
                strokeWidth="1.6"
              />
              <text x={x} y="104" fontSize="14" fontWeight="700" textAnchor="middle" fill="var(--peat)">
                {clumps}
              </text>
              <text x={x} y="121" fontSize="12.5" textAnchor="middle" fill="var(--soft)">
                {path.firstYear + i}
              </text>
            </g>
          )
        })}
      </svg>
      <p>
        {path.years === null ? (
          <strong className="text-plum">
            {path.target} are not reached in {plural(path.clumps.length - 1, 'year')}: losses eat what dividing gives. Buy in, or
            lose fewer.
          </strong>
        ) : (
          <>
            The target of {path.target} is met in <strong>{path.firstYear + path.years}</strong>.
          </>
        )}{' '}
        {path.holdEachYear !== null && (
          <>
            To give {path.target} every year, hold back <strong>{path.holdEachYear}</strong>.
          </>
        )}
      </p>
    </>
  )
}
