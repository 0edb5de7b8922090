import type { Schemas } from '../api/client'
import { useShown } from '../shell/week'
import { mondayOf, sayWeek } from '../words'

const HIGH = 44

/** The whole season's potting, a bar a week under the hours that are left for it; pressing a week shows it and those after it. */
export function PottingSeason({
  weeks,
  shown,
  most,
  onShow,
}: {
  weeks: Schemas['PotWeek'][]
  shown: string[]
  most: number
  onShow: (week: string) => void
}) {
  const { session } = useShown()
  return (
    <ol aria-label="The season" className="mb-4 flex flex-wrap items-end gap-y-2">
      {weeks.map((one) => {
        const isShown = shown.includes(one.week)
        const high = (hours: number) => (hours / most) * HIGH
        return (
          <li key={one.week}>
            <button
              type="button"
              aria-pressed={isShown}
              aria-label={`${sayWeek(one.week, mondayOf(one.week), session.nursery)}: ${one.taken.toFixed(1)} of ${one.free.toFixed(1)} hours for potting taken`}
              className={`block cursor-pointer px-px pt-1 ${isShown ? 'bg-cream' : ''}`}
              onClick={() => onShow(one.week)}
            >
              <svg width="24" height={HIGH + 18} viewBox={`0 0 24 ${HIGH + 18}`} aria-hidden="true">
                <rect
                  x="3"
                  y={HIGH - high(Math.min(one.taken, one.free))}
                  width="18"
                  height={high(Math.min(one.taken, one.free))}
                  fill="var(--heat)"
                />
                {one.over > 0.05 && (
                  <rect x="3" y={HIGH - high(one.taken)} width="18" height={high(one.over)} fill="var(--plum)" />
                )}
                <line
                  x1="1"
                  x2="23"
                  y1={HIGH - high(one.free)}
                  y2={HIGH - high(one.free)}
                  stroke="var(--peat)"
                  strokeWidth="1.5"
                />
                <line x1="1" x2="23" y1={HIGH} y2={HIGH} stroke="var(--peat)" strokeWidth="0.8" />
                <text x="12" y={HIGH + 13} fontSize="11" textAnchor="middle" fill="var(--peat)" fontWeight={isShown ? 700 : 400}>
                  {Number(one.week.slice(6))}
                </text>
              </svg>
            </button>
          </li>
        )
      })}
    </ol>
  )
}
