import { scaleBand, scaleLinear } from 'd3-scale'
import { memo, type PointerEvent, useLayoutEffect, useRef, useState } from 'react'
import type { RailWeek } from '../api/client'
import { useRail } from '../api/queries'
import { mondayOf, plural, sayDay, sayWeek } from '../words'
import { useMarked, useShown } from './week'

const HIGH = 100
const NONE: RailWeek[] = []
const WATER_TOP = 34
const WATER_FOOT = 74

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

function Drawn({ weeks, week, thisWeek, width }: { weeks: RailWeek[]; week: string; thisWeek: string; width: number }) {
  const x = across(weeks, width)
  return (
    <svg width={width} height={HIGH} aria-hidden="true">
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
        {width > 0 && weeks.length > 0 && <Drawn weeks={weeks} week={week} thisWeek={thisWeek} width={width} />}
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
