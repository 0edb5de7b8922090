import { Link } from 'react-router'
import type { Tag } from '../api/client'
import { mondayOf, plural, STATE_WORDS, sayDay } from '../words'

const WEEK = 604_800_000

/** Where a day lies on a strip of weeks, in hundredths of it; held at its ends. */
export function placeOf(day: string, first: string, weeks: number): number {
  return Math.max(0, Math.min(100, (100 * (Date.parse(day) - Date.parse(mondayOf(first)))) / (weeks * WEEK)))
}

/** Whether any of a batch's days lies on the strip. */
export const liesOn = (tag: Tag, first: string, weeks: number): boolean =>
  placeOf(tag.stickOn, first, weeks) < 100 && placeOf(tag.readyOn, first, weeks) > 0

/** One batch over the weeks: on the bench (water), rooting as a range, weaned, in pots (cream), ready; and the week it is due. */
export function Lane({ tag, first, weeks }: { tag: Tag; first: string; weeks: number }) {
  const at = (day: string) => placeOf(day, first, weeks)
  const off = tag.leftBenchOn ?? tag.potOn
  const due = tag.dueWeek === null ? null : mondayOf(tag.dueWeek)
  // What is ready on any day of the week wanted is in time, so the mark stands at its end.
  const mark = due === null ? 0 : at(due) + 100 / weeks
  const late = (tag.weeksLate ?? 0) > 0
  const dash = tag.isStuck ? undefined : '3 2'
  const words = `${tag.crop}, ${tag.code}, ${STATE_WORDS[tag.state]}: stuck ${sayDay(tag.stickOn)}, roots ${sayDay(tag.rootedFrom)} to ${sayDay(tag.rootedBy)}, potted ${sayDay(off)}, ready ${sayDay(tag.readyOn)}${due ? `, due ${sayDay(due)}` : ''}${late ? `, ${plural(tag.weeksLate ?? 0, 'week')} late` : ''}`
  return (
    <Link to={`/batches/${tag.code}`} className="relative block h-6" aria-label={words} title={words}>
      <svg viewBox="0 0 100 10" preserveAspectRatio="none" className="absolute inset-0 h-full w-full" aria-hidden="true">
        <g stroke="var(--peat)" strokeWidth="1" strokeDasharray={dash} vectorEffect="non-scaling-stroke">
          <rect
            x={at(tag.stickOn)}
            y="2"
            width={Math.max(0, at(off) - at(tag.stickOn))}
            height="6"
            fill="var(--water-wash)"
            vectorEffect="non-scaling-stroke"
          />
          <rect
            x={at(off)}
            y="2"
            width={Math.max(0, at(tag.readyOn) - at(off))}
            height="6"
            fill="var(--cream)"
            vectorEffect="non-scaling-stroke"
          />
        </g>
        <rect
          x={at(tag.rootedFrom)}
          y="3.4"
          width={Math.max(0, Math.min(at(tag.rootedBy), at(off)) - at(tag.rootedFrom))}
          height="3.2"
          fill="var(--leaf)"
          opacity="0.75"
        />
      </svg>
      {at(tag.readyOn) > 0 && at(tag.readyOn) < 100 && (
        <span
          className="absolute top-1/2 size-2.5 -translate-1/2 rounded-full"
          style={{ left: `${at(tag.readyOn)}%`, background: 'var(--leaf)' }}
        />
      )}
      {due !== null && at(due) > 0 && mark < 100 && (
        <span
          className="absolute top-1/2 size-2.5 -translate-1/2 rotate-45 border-2"
          style={{
            left: `${mark}%`,
            borderColor: late ? 'var(--plum)' : 'var(--peat)',
            background: late ? 'var(--plum)' : undefined,
          }}
        />
      )}
    </Link>
  )
}
