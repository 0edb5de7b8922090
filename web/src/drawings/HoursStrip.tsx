import type { Schemas } from '../api/client'

type PlanWeek = Schemas['PlanWeek']

const KINDS = [
  ['collect', 'var(--leaf-wash)'],
  ['stick', 'var(--leaf)'],
  ['wean', 'var(--water)'],
  ['pot', 'var(--heat)'],
] as const

export const sayHours = (hours: number): string => `${hours < 10 && hours > 0 ? hours.toFixed(1) : Math.round(hours)} h`

/** Hours of work by week as bars, the hands there are as a line; what is above the line is hatched. */
export function HoursStrip({ weeks, planned }: { weeks: string[]; planned: PlanWeek[] }) {
  const by = new Map(planned.map((week) => [week.week, week]))
  const most = Math.max(1, ...planned.map((week) => Math.max(week.hours, week.crew))) * 1.08
  const y = (hours: number) => 60 - (60 * hours) / most
  const over = planned.filter((week) => week.over > 0)
  const words =
    over.length === 0
      ? 'no week asks more than the hands there are'
      : `${over.map((w) => `week ${Number(w.week.slice(6))} asks ${sayHours(w.hours)} of ${sayHours(w.crew)}`).join(', ')}`
  return (
    <svg
      viewBox={`0 0 ${weeks.length * 10} 62`}
      preserveAspectRatio="none"
      className="h-16 w-full"
      role="img"
      aria-label={`Hours of work: ${words}`}
    >
      <defs>
        <pattern id="over-hours" width="4" height="4" patternUnits="userSpaceOnUse">
          <rect width="4" height="4" fill="var(--plum)" />
          <path d="M0 4L4 0" stroke="var(--paper)" strokeWidth="1" />
        </pattern>
      </defs>
      {weeks.map((name, i) => {
        const week = by.get(name)
        if (!week) return null
        let below = 0
        return (
          <g key={name}>
            {KINDS.map(([kind, colour]) => {
              const from = below
              below += week[kind]
              return <rect key={kind} x={i * 10 + 1} width="8" y={y(below)} height={y(from) - y(below)} fill={colour} />
            })}
            {week.over > 0 && (
              <rect x={i * 10 + 1} width="8" y={y(week.hours)} height={y(week.crew) - y(week.hours)} fill="url(#over-hours)" />
            )}
            <path d={`M${i * 10} ${y(week.crew)}h10`} stroke="var(--peat)" strokeWidth="1.6" vectorEffect="non-scaling-stroke" />
          </g>
        )
      })}
      <path d={`M0 60.500H${weeks.length * 10}`} stroke="var(--peat)" strokeWidth="1" vectorEffect="non-scaling-stroke" />
    </svg>
  )
}
