import { type PointerEvent, useLayoutEffect, useRef, useState } from 'react'
import type { RailWeek } from '../api/client'
import { useRail } from '../api/queries'
import { mondayOf, plural, sayDay, sayWeek } from '../words'
import type { RailDrawing } from './RailDrawing'
import { useFetched } from './useFetched'
import { useMarked, useShown } from './week'

/** Units from top to foot of the drawing. */
const HIGH = 100
const NONE: RailWeek[] = []

function useWidth() {
  const ref = useRef<HTMLDivElement>(null)
  const [width, setWidth] = useState(0)
  useLayoutEffect(() => {
    if (!ref.current) return
    const watch = new ResizeObserver(([entry]) => setWidth(Math.floor(entry?.contentRect.width ?? 0)))
    watch.observe(ref.current)
    return () => watch.disconnect()
  }, [])
  return [ref, width] as const
}

const hours = (h: number) => `${h < 10 ? h.toFixed(1) : Math.round(h)} h`

/** Without the drawing the rail is moved all the same. */
const Undrawn = () => (
  <p role="alert" className="refusal pt-5">
    The weeks could not be drawn: there is a newer version, or no network. Load the page anew.
  </p>
)

/** Comes once there is something to draw: nothing that can be read waits for it. */
const fetchDrawing = (): Promise<typeof RailDrawing> =>
  import('./RailDrawing').then(
    (m) => m.RailDrawing,
    () => Undrawn,
  )

const Swatch = ({ of, flat = false }: { of: string; flat?: boolean }) => (
  <span aria-hidden="true" className={`inline-block align-baseline ${of} ${flat ? 'h-1.5 w-5 opacity-75' : 'h-3 w-2.5'}`} />
)

/** The week rail: what each week asks of bench and hands. Its marker moves every view. */
export function Rail() {
  const { data, error, refetch } = useRail()
  const { thisWeek, session, setWeek, move } = useShown()
  const week = useMarked()
  const [ref, width] = useWidth()
  const weeks = data?.weeks ?? NONE
  const Drawing = useFetched(weeks.length > 0, fetchDrawing)
  const at = weeks.findIndex((w) => w.week === week)
  const shown = weeks[at]
  const said = shown
    ? [
        `${sayWeek(shown.week, shown.monday, session.nursery)}, mist house ${Math.round(100 * shown.fill)} %`,
        `full, ${hours(shown.stickHours)} sticking, ${hours(shown.potHours)} potting,`,
        `${plural(shown.open.length, 'crop')} in season`,
      ].join(' ')
    : sayWeek(week, undefined, session.nursery)
  const pick = (event: PointerEvent<HTMLDivElement>) => {
    const box = event.currentTarget.getBoundingClientRect()
    const index = Math.floor(((event.clientX - box.left) / box.width) * weeks.length)
    const picked = weeks[Math.min(weeks.length - 1, Math.max(0, index))]
    if (picked) setWeek(picked.week)
  }
  return (
    <section aria-label="Week rail" className="no-print sticky top-0 z-30 border-b-2 px-4 pt-2 sm:px-6 bg-paper border-peat">
      <div
        ref={ref}
        role="slider"
        tabIndex={0}
        aria-label="Week shown"
        aria-valuemin={0}
        aria-valuemax={Math.max(0, weeks.length - 1)}
        aria-valuenow={Math.max(0, at)}
        aria-valuetext={said}
        className="cursor-ew-resize touch-none select-none"
        style={{ minHeight: HIGH }}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId)
          pick(event)
        }}
        onPointerMove={(event) => event.buttons === 1 && pick(event)}
        onKeyDown={(event) => {
          const by = { ArrowLeft: -1, ArrowRight: 1, PageUp: -4, PageDown: 4 }[event.key]
          if (by !== undefined) {
            event.preventDefault()
            move(by)
          }
          if (event.key === 'Home') setWeek(thisWeek)
        }}
      >
        {Drawing && width > 0 && <Drawing weeks={weeks} week={week} thisWeek={thisWeek} width={width} high={HIGH} />}
      </div>
      {!data && error && (
        <p role="alert" className="refusal absolute top-5">
          The weeks could not be read.{' '}
          <button type="button" className="word" onClick={() => refetch()}>
            Try again
          </button>
        </p>
      )}
      <div className="flex flex-wrap items-baseline gap-x-2.5 gap-y-0.5 pb-1.5 text-sm sm:gap-x-4">
        <strong className="text-base first-letter:uppercase">{sayWeek(week, mondayOf(week), session.nursery)}</strong>
        <span className="soft hidden sm:inline">{sayDay(mondayOf(week), session.today)}</span>
        {shown && (
          <>
            <span>
              <Swatch of="bg-water" /> mist<span className="hidden sm:inline"> house</span> {Math.round(100 * shown.fill)} %
            </span>
            <span>
              <Swatch of="bg-leaf" /> <span className="hidden sm:inline">sticking </span>
              {hours(shown.stickHours)}
            </span>
            <span>
              <Swatch of="bg-heat" /> <span className="hidden sm:inline">potting </span>
              {hours(shown.potHours)}
            </span>
            <span className="soft hidden md:inline" title={shown.open.join(', ')}>
              <Swatch of="bg-leaf" flat /> {plural(shown.open.length, 'crop')} in season
            </span>
          </>
        )}
        {week !== thisWeek && (
          <button type="button" className="ml-auto cursor-pointer font-semibold underline" onClick={() => setWeek(thisWeek)}>
            back to this week
          </button>
        )}
      </div>
    </section>
  )
}
