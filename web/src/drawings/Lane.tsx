import { useRef } from 'react'
import { Link } from 'react-router'
import type { Schemas, Tag } from '../api/client'
import { mondayOf, plural, STATE_WORDS, sayDay } from '../words'

const WEEK = 604_800_000

/** Where a day lies on a strip of weeks, in hundredths of it; held at its ends. */
export function placeOf(day: string, first: string, weeks: number): number {
  return Math.max(0, Math.min(100, (100 * (Date.parse(day) - Date.parse(mondayOf(first)))) / (weeks * WEEK)))
}

/** Whether any of a batch's days lies on the strip. */
export const liesOn = (tag: Tag, first: string, weeks: number): boolean =>
  placeOf(tag.stickOn, first, weeks) < 100 && placeOf(tag.readyOn, first, weeks) > 0

type Days = Pick<Tag, 'stickOn' | 'rootedFrom' | 'rootedBy' | 'weanOn' | 'potOn' | 'readyFrom' | 'readyOn' | 'readyBy'> & {
  leftBenchOn?: string | null
}

function Bars({ days, at, dash }: { days: Days; at: (day: string) => number; dash?: string }) {
  const off = days.leftBenchOn ?? days.potOn
  const span = (from: string, to: string) => ({ x: at(from), width: Math.max(0, at(to) - at(from)) })
  return (
    <>
      <g stroke="var(--peat)" strokeWidth="1" strokeDasharray={dash}>
        <rect {...span(days.stickOn, off)} y="2" height="6" fill="var(--water-wash)" vectorEffect="non-scaling-stroke" />
        {days.weanOn < off && (
          <rect {...span(days.weanOn, off)} y="2" height="6" fill="var(--leaf-wash)" vectorEffect="non-scaling-stroke" />
        )}
        <rect {...span(off, days.readyOn)} y="2" height="6" fill="var(--cream)" vectorEffect="non-scaling-stroke" />
      </g>
      <rect
        {...span(days.rootedFrom, [days.rootedBy, off].sort()[0] ?? off)}
        y="3.4"
        height="3.2"
        fill="var(--leaf)"
        opacity="0.75"
      />
      <rect x={at(days.stickOn) - 0.35} y="0.6" width="0.35" height="8.8" fill="var(--leaf)" />
      <rect {...span(days.readyFrom, days.readyBy)} y="4.4" height="1.2" fill="var(--leaf)" />
    </>
  )
}

/** Steps in which a lane is moved: by dragging it, or by Shift and an arrow key. */
export interface Moving {
  onMove: (weeks: number) => void
  onDrop: () => void
  /** Weeks it is moved by now; null where it is not being moved. */
  by: number | null
  /** Its days there, as the server reckons them. */
  days: Schemas['Dates'] | null
}

/**
 * One batch over the weeks: collected (a notch), on the bench (water), weaned and in its cells (pale leaf),
 * rooting as a range, in pots (cream), ready as a range, the week it is due,
 * and below it, thin, what was planned when it was stuck.
 */
export function Lane({ tag, first, weeks, moving }: { tag: Tag; first: string; weeks: number; moving?: Moving }) {
  const at = (day: string) => placeOf(day, first, weeks)
  const began = useRef<{ x: number; by: number; wide: number } | null>(null)
  const dragged = useRef(false)
  const off = tag.leftBenchOn ?? tag.potOn
  const due = tag.dueWeek === null ? null : mondayOf(tag.dueWeek)
  // What is ready on any day of the week wanted is in time, so the mark stands at its end.
  const mark = due === null ? 0 : at(due) + 100 / weeks
  const late = (tag.weeksLate ?? 0) > 0
  const shown: Days = moving?.days ?? tag
  const was = tag.asPlanned
  const range = tag.readyFrom === tag.readyBy ? sayDay(tag.readyOn) : `${sayDay(tag.readyFrom)} to ${sayDay(tag.readyBy)}`
  const dueWords = due ? `, due ${sayDay(due)}` : ''
  const lateWords = late ? `, ${plural(tag.weeksLate ?? 0, 'week')} late` : ''
  const wasWords = was ? `; planned for ${sayDay(was.stickOn)} to ${sayDay(was.readyOn)}` : ''
  const words = [
    `${tag.crop}, ${tag.code}, ${STATE_WORDS[tag.state]}: stuck ${sayDay(tag.stickOn)}, roots`,
    `${sayDay(tag.rootedFrom)} to ${sayDay(tag.rootedBy)}, potted ${sayDay(off)}, ready`,
    `${range}${dueWords}${lateWords}${wasWords}${moving ? '. Shift and an arrow key moves it' : ''}`,
  ].join(' ')
  return (
    <Link
      to={`/batches/${tag.code}`}
      className={`relative block h-6 ${moving ? 'cursor-ew-resize touch-pan-y' : ''} ${moving && moving.by !== null ? 'outline-2 outline-water' : ''}`}
      aria-label={words}
      title={words}
      draggable={false}
      onKeyDown={(event) => {
        if (!moving || !event.shiftKey || (event.key !== 'ArrowLeft' && event.key !== 'ArrowRight')) return
        event.preventDefault()
        moving.onMove((moving.by ?? 0) + (event.key === 'ArrowLeft' ? -1 : 1))
      }}
      onPointerDown={(event) => {
        if (!moving || event.button !== 0) return
        began.current = { x: event.clientX, by: moving.by ?? 0, wide: event.currentTarget.clientWidth }
        dragged.current = false
      }}
      onPointerMove={(event) => {
        const from = began.current
        if (!moving || !from) return
        const by = Math.round((weeks * (event.clientX - from.x)) / Math.max(1, from.wide))
        if (!dragged.current && Math.abs(event.clientX - from.x) < 6) return
        if (!dragged.current) event.currentTarget.setPointerCapture(event.pointerId)
        dragged.current = true
        if (from.by + by !== moving.by) moving.onMove(from.by + by)
      }}
      onPointerUp={() => {
        if (dragged.current) moving?.onDrop()
        began.current = null
      }}
      onPointerCancel={() => {
        began.current = null
      }}
      onClick={(event) => {
        // Letting go of what was dragged is no click on it.
        if (dragged.current) event.preventDefault()
        dragged.current = false
      }}
    >
      <svg viewBox="0 0 100 10" preserveAspectRatio="none" className="absolute inset-0 h-full w-full" aria-hidden="true">
        {moving?.days && (
          <g opacity="0.35">
            <Bars days={tag} at={at} dash="1 3" />
          </g>
        )}
        <Bars days={shown} at={at} dash={tag.isStuck ? undefined : '3 2'} />
        {was && (
          <rect
            x={at(was.stickOn)}
            y="9"
            width={Math.max(0, at(was.readyOn) - at(was.stickOn))}
            height="0.8"
            fill="var(--soft)"
          />
        )}
      </svg>
      {at(shown.readyOn) > 0 && at(shown.readyOn) < 100 && (
        <span
          className="absolute top-1/2 size-2.5 -translate-1/2 rounded-full bg-leaf"
          style={{ left: `${at(shown.readyOn)}%` }}
        />
      )}
      {due !== null && at(due) > 0 && mark < 100 && (
        <span
          className={`absolute top-1/2 size-2.5 -translate-1/2 rotate-45 border-2 ${late ? 'border-plum' : 'border-peat'} ${late ? 'bg-plum' : ''}`}
          style={{ left: `${mark}%` }}
        />
      )}
    </Link>
  )
}
