import type { Nursery, Schemas } from '../api/client'
import { sayHeat } from '../words'
import { Drops } from './Glyph'

type Week = Schemas['ZoneSeason']['weeks'][number]

const number = (week: string) => Number(week.slice(6))

/** Runs of weeks with one setting. */
function runsOf(weeks: Week[]): { from: string; to: string; setting: NonNullable<Week['setting']>; clashes: string[] }[] {
  const runs: { from: string; to: string; setting: NonNullable<Week['setting']>; clashes: string[] }[] = []
  let last: Week | undefined
  for (const week of weeks) {
    const run = runs.at(-1)
    const same =
      week.setting &&
      last?.setting &&
      week.setting.heat === last.setting.heat &&
      week.setting.mist === last.setting.mist &&
      week.setting.suits === last.setting.suits
    if (week.setting && same && run) run.to = week.week
    else if (week.setting) runs.push({ from: week.week, to: week.week, setting: week.setting, clashes: week.clashes })
    last = week
  }
  return runs
}

/** One zone over the season: how full week by week, out of use hatched, what is too much above the line, and what it must be set to. */
export function ZoneStrip({
  name,
  weeks,
  shown,
  settings,
}: {
  name: string
  weeks: Week[]
  shown: string
  settings: Nursery | null
}) {
  const most = Math.max(1, ...weeks.map((week) => Math.max(week.used, week.trays)))
  const y = (trays: number) => 58 - (54 * trays) / most
  const full = weeks.filter((week) => week.used > week.trays)
  const runs = runsOf(weeks)
  return (
    <figure>
      <svg
        viewBox={`0 0 ${weeks.length * 10} 60`}
        preserveAspectRatio="none"
        className="h-20 w-full"
        role="img"
        aria-label={[
          `${name} over the season:`,
          `${full.length === 0 ? 'never too full' : full.map((week) => `week ${number(week.week)} ${week.used} trays in ${week.trays}`).join(', ')}`,
        ].join(' ')}
      >
        <defs>
          <pattern id="over-trays" width="4" height="4" patternUnits="userSpaceOnUse">
            <rect width="4" height="4" fill="var(--plum)" />
            <path d="M0 4L4 0" stroke="var(--paper)" strokeWidth="1" />
          </pattern>
          <pattern id="shut-weeks" width="6" height="6" patternUnits="userSpaceOnUse">
            <path d="M0 6L6 0" stroke="var(--soft)" strokeWidth="1.2" />
          </pattern>
        </defs>
        {weeks.map((week, i) => (
          <g key={week.week}>
            {week.week === shown && <rect x={i * 10} width="10" height="60" fill="var(--water)" opacity="0.35" />}
            {week.trays === 0 && <rect x={i * 10} y="4" width="10" height="54" fill="url(#shut-weeks)" />}
            <rect
              x={i * 10 + 1}
              width="8"
              y={y(Math.min(week.used, week.trays))}
              height={58 - y(Math.min(week.used, week.trays))}
              fill={week.setting?.suits === false ? 'var(--plum-wash)' : 'var(--leaf)'}
            />
            {week.used > week.trays && (
              <rect x={i * 10 + 1} width="8" y={y(week.used)} height={y(week.trays) - y(week.used)} fill="url(#over-trays)" />
            )}
            <path d={`M${i * 10} ${y(week.trays)}h10`} stroke="var(--peat)" strokeWidth="1.4" vectorEffect="non-scaling-stroke" />
          </g>
        ))}
        <path d={`M0 58.500H${weeks.length * 10}`} stroke="var(--peat)" strokeWidth="1" vectorEffect="non-scaling-stroke" />
      </svg>
      <div className="flex justify-between text-[13px] soft" aria-hidden="true">
        <span>week {number(weeks[0]?.week ?? '')}</span>
        <span>week {number(weeks.at(-1)?.week ?? '')}</span>
      </div>
      {runs.length > 0 && (
        <ul aria-label={`What ${name} must be set to`} className="mt-1 grid gap-0.5 text-sm">
          {runs.map((run) => (
            <li key={run.from} className={`flex flex-wrap items-center gap-x-2 ${run.setting.suits ? '' : 'text-plum'}`}>
              <span className="w-24">
                week {number(run.from)}
                {run.to !== run.from && ` to ${number(run.to)}`}
              </span>
              <Drops level={run.setting.mist} />
              <strong>{sayHeat(run.setting.heat, settings)}</strong>
              {!run.setting.suits && <span>cannot be had together{run.clashes.length > 0 && `: ${run.clashes.join(', ')}`}</span>}
            </li>
          ))}
        </ul>
      )}
    </figure>
  )
}
