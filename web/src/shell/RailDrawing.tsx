import { scaleBand, scaleLinear } from 'd3-scale'
import { memo } from 'react'
import type { RailWeek } from '../api/client'

const WATER_TOP = 34
const WATER_FOOT = 74

const across = (weeks: RailWeek[], width: number) =>
  scaleBand(
    weeks.map((w) => w.week),
    [0, width],
  ).paddingInner(0.12)

/** What each week asks; not drawn anew while the marker is dragged over it. */
const Weeks = memo(function Weeks({ weeks, thisWeek, width }: { weeks: RailWeek[]; thisWeek: string; width: number }) {
  const x = across(weeks, width)
  const step = x.step()
  const water = scaleLinear([0, 1.1], [WATER_FOOT, WATER_TOP]).clamp(true)
  const work = scaleLinear([0, Math.max(20, ...weeks.map((w) => Math.max(w.stickHours, w.potHours)))], [0, 18]).clamp(true)
  const open = scaleLinear([0, Math.max(1, ...weeks.map((w) => w.open.length))], [0, 9])
  const every = step < 12 ? 8 : 4
  return (
    <>
      <defs>
        <pattern id="overfull" width="5" height="5" patternUnits="userSpaceOnUse">
          <rect width="5" height="5" fill="var(--plum)" />
          <path d="M0 5L5 0" stroke="var(--paper)" strokeWidth="1.2" />
        </pattern>
      </defs>
      <line x1="0" x2={width} y1={water(1)} y2={water(1)} stroke="var(--water)" strokeDasharray="2 4" strokeWidth="1" />
      {weeks.map((w) => {
        const left = x(w.week) ?? 0
        const wide = x.bandwidth()
        const past = w.week < thisWeek
        return (
          <g key={w.week} opacity={past ? 0.62 : 1}>
            <rect
              x={left}
              width={wide}
              y={10 - open(w.open.length)}
              height={open(w.open.length)}
              fill="var(--leaf)"
              opacity="0.75"
            />
            <rect
              x={left + wide * 0.08}
              width={wide * 0.38}
              y={31 - work(w.stickHours)}
              height={work(w.stickHours)}
              fill="var(--leaf)"
            />
            <rect
              x={left + wide * 0.54}
              width={wide * 0.38}
              y={31 - work(w.potHours)}
              height={work(w.potHours)}
              fill="var(--heat)"
            />
            <rect
              x={left}
              width={wide}
              y={water(w.fill)}
              height={Math.max(0, WATER_FOOT - water(w.fill))}
              fill={w.fill > 1 ? 'url(#overfull)' : past ? 'var(--water-wash)' : 'var(--water)'}
            />
            {Number(w.week.slice(6)) % every === 0 && (
              <text x={left + wide / 2} y="96" fontSize="12.5" textAnchor="middle" fill="var(--soft)">
                {Number(w.week.slice(6))}
              </text>
            )}
          </g>
        )
      })}
      <line x1="0" x2={width} y1="31.500" y2="31.500" stroke="var(--peat)" strokeWidth="1" opacity="0.5" />
      <line x1="0" x2={width} y1={WATER_FOOT} y2={WATER_FOOT} stroke="var(--peat)" strokeWidth="1.2" />
      {x(thisWeek) !== undefined && (
        <path d={`M${(x(thisWeek) ?? 0) + x.bandwidth() / 2} ${WATER_FOOT + 2}l-5 7h10z`} fill="var(--peat)" />
      )}
    </>
  )
})

/** The weeks, and the marker on the one that is shown. */
export function RailDrawing({
  weeks,
  week,
  thisWeek,
  width,
  high,
}: {
  weeks: RailWeek[]
  week: string
  thisWeek: string
  width: number
  high: number
}) {
  const x = across(weeks, width)
  return (
    <svg width={width} height={high} aria-hidden="true">
      <Weeks weeks={weeks} thisWeek={thisWeek} width={width} />
      {x(week) !== undefined && (
        <path
          d={`M${(x(week) ?? 0) - 3} 1h${x.bandwidth() + 6}v${WATER_FOOT}l${-(x.bandwidth() / 2 + 3)} 9l${-(x.bandwidth() / 2 + 3)}-9z`}
          fill="none"
          stroke="var(--peat)"
          strokeWidth="2.6"
          strokeLinejoin="round"
        />
      )}
    </svg>
  )
}
