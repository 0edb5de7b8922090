import { scaleLinear } from 'd3-scale'
import type { Schemas } from '../api/client'
import { mondayOf, plural, sayDay } from '../words'

type Season = Schemas['BlockPage']['season']

export const weeksBetween = (from: string, to: string): number =>
  Math.round((Date.parse(mondayOf(to)) - Date.parse(mondayOf(from))) / 604_800_000)

/** Shoots on one plant over a year of weeks: each take a bite, each flush a step back up, the most it can carry a dotted line. */
export function Shoots({
  season,
  takes,
  week,
  today,
}: {
  season: Season
  takes: Schemas['BlockPage']['takes']
  week: string
  today: string
}) {
  const steps = season.course.map((step) => ({ ...step, at: weeksBetween(season.from, step.week) }))
  const start = steps.filter((step) => step.at < 0).at(-1)?.to ?? season.start
  const x = scaleLinear([0, season.weeks], [34, 612])
  const y = scaleLinear([0, Math.max(season.most, season.start, 1)], [128, 18])
  const shown = steps.filter((step) => step.at >= 0 && step.at <= season.weeks)
  const line = shown.reduce((path, step) => `${path}H${x(step.at)}V${y(step.to)}`, `M${x(0)} ${y(start)}`)
  const now = (Date.parse(today) - Date.parse(mondayOf(season.from))) / 604_800_000
  const bites = shown.filter((step) => step.to < step.from)
  const months = Array.from({ length: season.weeks }, (_, i) => i).flatMap((i) => {
    const day = new Date(Date.parse(mondayOf(season.from)) + i * 604_800_000)
    return day.getUTCDate() <= 7 ? [{ i, word: day.toLocaleString('en-GB', { month: 'short', timeZone: 'UTC' }) }] : []
  })
  return (
    <svg
      viewBox="0 0 620 156"
      className="w-full"
      role="img"
      aria-label={[
        `Shoots on one plant: ${season.start} at rest, up to ${season.most}.`,
        `${bites.length === 0 ? 'No take' : bites.map((bite) => `${bite.from - bite.to} taken in week ${Number(bite.week.slice(6))}`).join(', ')}.`,
      ].join(' ')}
    >
      <line x1={x(0)} x2={x(season.weeks)} y1={y(season.most)} y2={y(season.most)} stroke="var(--leaf)" strokeDasharray="2 4" />
      <path d={`${line}H${x(season.weeks)}V128H${x(0)}z`} fill="var(--leaf-wash)" opacity="0.55" />
      <path d={`${line}H${x(season.weeks)}`} fill="none" stroke="var(--leaf)" strokeWidth="2.2" />
      {bites.map((bite) => {
        const batches = takes.filter((take) => weeksBetween(season.from, weekOfDay(take.on)) === bite.at)
        const planned = batches.some((take) => !take.stuck)
        return (
          <g key={`${bite.week} ${bite.from}`}>
            <path
              d={`M${x(bite.at)} ${y(bite.from)}q11 ${(y(bite.to) - y(bite.from)) / 2} 0 ${y(bite.to) - y(bite.from)}z`}
              fill={planned ? 'var(--paper)' : 'var(--plum)'}
              stroke="var(--plum)"
              strokeWidth="1.6"
              strokeDasharray={planned ? '3 2' : undefined}
            />
            <title>
              {batches.map((take) => `${plural(take.cuttings, 'cutting')} for ${take.batch} on ${sayDay(take.on)}`).join(', ')}
            </title>
          </g>
        )
      })}
      <line x1={x(0)} x2={x(season.weeks)} y1="128" y2="128" stroke="var(--peat)" />
      {months.map(({ i, word }) => (
        <g key={i}>
          <line x1={x(i)} x2={x(i)} y1="128" y2="132" stroke="var(--peat)" />
          <text x={x(i)} y="147" fontSize="12" fill="var(--soft)">
            {word}
          </text>
        </g>
      ))}
      {[0, season.start, season.most].map((tick) => (
        <text key={tick} x="28" y={y(tick) + 4} fontSize="12" textAnchor="end" fill="var(--soft)">
          {tick}
        </text>
      ))}
      {now >= 0 && now <= season.weeks && <path d={`M${x(now) - 5} 128h10l-5 -8z`} fill="var(--peat)" />}
      <line
        x1={x(weeksBetween(season.from, week) + 0.5)}
        x2={x(weeksBetween(season.from, week) + 0.5)}
        y1="10"
        y2="128"
        stroke="var(--water)"
        strokeWidth="2"
      />
    </svg>
  )
}

/** The written week that holds a day. */
export function weekOfDay(day: string): string {
  const thursday = new Date(Date.parse(day))
  thursday.setUTCDate(thursday.getUTCDate() + 3 - ((thursday.getUTCDay() + 6) % 7))
  const year = thursday.getUTCFullYear()
  const first = Date.parse(mondayOf(`${year}-W01`))
  return `${year}-W${String(1 + Math.floor((thursday.getTime() - first) / 604_800_000)).padStart(2, '0')}`
}
