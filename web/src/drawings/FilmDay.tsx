import type { Schemas } from '../api/client'
import { Sideways } from './Sideways'

type Run = Schemas['MistRun']
type Hour = Schemas['MistDay']['hours'][number]

const WIDE = 720
const HIGH = 120
/** Below the film, where firings are ticks. */
const TICKS = 16
const MINUTES = 1440

const x = (minute: number) => (WIDE * minute) / MINUTES

/** Minutes in which a leaf had no film, as [first, last] of each stretch. */
function dryStretches(film: number[]): [number, number][] {
  const found: [number, number][] = []
  film.forEach((mm, i) => {
    if (mm > 0) return
    const last = found.at(-1)
    if (last && last[1] === i - 1) last[1] = i
    else found.push([i, i])
  })
  return found
}

/** The film of water on a leaf over a day: filled as it stands, hatched where there is none, and a tick for each firing. */
export function FilmDay({ run, full, hours, label }: { run: Run; full: number; hours: Hour[]; label: string }) {
  const y = (mm: number) => HIGH - (HIGH - 14) * Math.min(1, mm / full)
  const line = run.film.map((mm, i) => `${x(i + 1).toFixed(1)} ${y(mm).toFixed(1)}`).join('L')
  const sun = Math.max(1, ...hours.map((hour) => hour.netRadiation))
  return (
    <Sideways of={label}>
      <svg viewBox={`0 0 ${WIDE} ${HIGH + TICKS + 18}`} className="w-full min-w-[34rem]" role="img" aria-label={label}>
        <defs>
          <pattern id="film-dry" width="5" height="5" patternUnits="userSpaceOnUse">
            <rect width="5" height="5" fill="var(--paper)" />
            <path d="M0 5L5 0" stroke="var(--plum)" strokeWidth="1.4" />
          </pattern>
        </defs>
        {/* The sun behind it, hour by hour. */}
        {hours.map((hour, i) => (
          <rect
            key={i}
            x={x(i * 60)}
            y={HIGH - (hour.netRadiation / sun) * (HIGH - 14)}
            width={WIDE / 24}
            height={(hour.netRadiation / sun) * (HIGH - 14)}
            fill="var(--cream)"
            opacity="0.55"
          />
        ))}
        <path d={`M0 ${HIGH}L0 ${y(full)}L${line}L${WIDE} ${HIGH}Z`} fill="var(--water-wash)" fillOpacity="0.85" />
        <path d={`M0 ${y(full)}L${line}`} fill="none" stroke="var(--water)" strokeWidth="1.4" />
        {dryStretches(run.film).map(([from, to]) => (
          <rect
            key={from}
            x={x(from)}
            y={HIGH - 22}
            width={Math.max(2, x(to - from + 1))}
            height="22"
            fill="url(#film-dry)"
            stroke="var(--plum)"
          />
        ))}
        <path d={`M0 ${HIGH}H${WIDE}`} stroke="var(--peat)" strokeWidth="1.5" />
        {run.firings.map((minute) => (
          <path key={minute} d={`M${x(minute).toFixed(1)} ${HIGH + 3}v${TICKS - 6}`} stroke="var(--water)" strokeWidth="1.5" />
        ))}
        {[0, 6, 12, 18, 24].map((hour) => (
          <text
            key={hour}
            x={x(hour * 60)}
            y={HIGH + TICKS + 13}
            fontSize="12"
            fill="var(--soft)"
            textAnchor={hour === 0 ? 'start' : hour === 24 ? 'end' : 'middle'}
          >
            {`${String(hour).padStart(2, '0')}:00`}
          </text>
        ))}
      </svg>
    </Sideways>
  )
}
