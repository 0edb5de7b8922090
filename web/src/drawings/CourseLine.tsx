import type { Schemas } from '../api/client'
import { sayDay } from '../words'
import { Sideways } from './Sideways'

type Kind = Schemas['CourseStage']['kind']
/** One stage on the line: so many days wide, or where nobody can say, as wide as is fair. */
export interface LineStage {
  kind: Kind
  number: number
  words: string
  what: string | null
  days: number
  from?: string
}

const WIDE = 660
/** The narrowest that a stage is drawn, so that its mark can be seen. */
const LEAST = 26

const FILL: Record<Kind, string> = {
  held: 'var(--cream)',
  sealing: 'var(--cream)',
  mist: 'var(--water-wash)',
  cover: 'var(--water-wash)',
  below: 'var(--water-wash)',
  dry: 'var(--cream)',
  still: 'var(--paper)',
  mother: 'var(--leaf-wash)',
  ground: 'var(--stone-wash)',
  weaning: 'url(#course-weaning)',
  cut_loose: 'url(#course-weaning)',
  cells: 'var(--stone-wash)',
  rest: 'var(--stone-wash)',
  growing: 'var(--leaf-wash)',
  set_out: 'var(--leaf-wash)',
  ready: 'var(--leaf)',
}

const MARKS: Record<Kind, React.ReactNode> = {
  held: <path d="M-6-3h12v8h-12zM-6-3l2-3h8l2 3" />,
  sealing: <path d="M-7 4h14M-4 0h8M0-6v3" />,
  mist: <path d="M-4-5q-4 5 0 6q4-1 0-6M4-1q-4 5 0 6q4-1 0-6" />,
  cover: <path d="M-7 5v-4a7 7 0 0 1 14 0v4zM0 5v-5" />,
  below: <path d="M-7 5h14M0 3v-8M-3-2l3-3 3 3" />,
  dry: <path d="M0-6v7M-6 4h12M-3-3l3 3 3-3" />,
  still: <path d="M-7 3h14M0 3v-8M-4-2l4-3 4 3" />,
  // A cane that bends down from its plant into the ground.
  mother: <path d="M-7 5V-2q0-5 5-5q6 0 6 9v3M1 5h7M-9 5h4M4 2q3-3 5-1" />,
  // Stems in a row, half of each below the ground.
  ground: <path d="M-8 0h16M-5-6v11M0-6v11M5-6v11" />,
  weaning: <path d="M-3-5q-4 5 0 6q4-1 0-6M1 5l6-9" />,
  // Scissors across the stem.
  cut_loose: <path d="M-6-5L5 3M-6 3L5-5M-8 5a2 2 0 1 0 3-2M-8-7a2 2 0 1 1 3 2" />,
  cells: <path d="M-7-3h14M-5-3l1 8h8l1-8M0-3v8" />,
  rest: <path d="M0-6v12M-5-3l10 6M5-3l-10 6" />,
  growing: <path d="M-5 0h10l-1 6h-8zM0 0v-5M0-3q4-4 5 0M0-2q-4-3-5 1" />,
  // Two pots with room between them.
  set_out: <path d="M-8 0h6l-1 5h-4zM2 0h6l-1 5h-4zM-5 0v-4M5 0v-4" />,
  ready: <path d="M-6 0l4 5 8-10" />,
}

/** As wide as its days, but wide enough to be seen; what is left over is shared by the long ones. */
function widths(days: number[]): number[] {
  const all = days.reduce((sum, one) => sum + one, 0) || 1
  const wished = days.map((one) => (one === 0 ? LEAST : Math.max(LEAST, (WIDE * one) / all)))
  const over = wished.reduce((sum, one) => sum + one, 0) - WIDE
  const room = wished.reduce((sum, one) => sum + one - LEAST, 0) || 1
  return wished.map((one) => one - (over * (one - LEAST)) / room)
}

/** What a batch goes through from the plant until it is ready, stage by stage on one line; and where it stands today. */
export function CourseLine({
  stages,
  today,
  label,
  picked = null,
  onPick,
}: {
  stages: LineStage[]
  today?: string
  label: string
  /** The stage that is being changed. */
  picked?: number | null
  /** Told which stage is pressed, where they can be. */
  onPick?: (stage: number) => void
}) {
  const wide = widths(stages.map((stage) => stage.days))
  const starts = wide.map((_, i) => wide.slice(0, i).reduce((sum, one) => sum + one, 0))
  const at = (i: number) => starts[i] ?? 0
  // Today lies as far into its stage as its days are gone.
  const here = stages.findLastIndex((stage) => today !== undefined && stage.from !== undefined && stage.from <= today)
  const gone = here < 0 ? 0 : (Date.parse(today ?? '') - Date.parse(stages[here]?.from ?? '')) / 86_400_000
  const now = here < 0 ? null : at(here) + (wide[here] ?? 0) * Math.min(1, gone / Math.max(1, stages[here]?.days ?? 1))
  return (
    <Sideways of="Its course">
      <svg
        viewBox={`-4 0 ${WIDE + 8} 84`}
        className="mt-2 w-full max-w-2xl min-w-[30rem]"
        role={onPick ? 'group' : 'img'}
        aria-label={`${label}: ${stages.map((stage) => `${stage.words}${stage.from ? ` from ${sayDay(stage.from, today)}` : ''}`).join(', ')}`}
      >
        <defs>
          <pattern id="course-weaning" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <rect width="7" height="7" fill="var(--paper)" />
            <rect width="3" height="7" fill="var(--water-wash)" />
          </pattern>
        </defs>
        {stages.map((stage, i) => {
          const [x, width] = [at(i), wide[i] ?? 0]
          const isWide = width > 96
          return (
            <g
              key={`${stage.kind} ${stage.number}`}
              {...(onPick && {
                role: 'button',
                tabIndex: 0,
                'aria-pressed': i === picked,
                'aria-label': `${stage.words}${stage.kind === 'weaning' || stage.kind === 'cut_loose' ? ` ${stage.number}` : ''}`,
                className: 'cursor-pointer',
                onClick: () => onPick(i),
                onKeyDown: (event: React.KeyboardEvent) => {
                  if (event.key !== 'Enter' && event.key !== ' ') return
                  event.preventDefault()
                  onPick(i)
                },
              })}
            >
              <title>{[stage.words, stage.what].filter(Boolean).join(': ')}</title>
              <rect
                x={x}
                y="26"
                width={width}
                height="28"
                fill={FILL[stage.kind]}
                stroke="var(--peat)"
                strokeWidth={i === picked ? 4 : 1.5}
              />
              <g
                transform={`translate(${isWide ? x + 15 : x + width / 2} 40) scale(.85)`}
                fill="none"
                stroke={stage.kind === 'ready' ? 'var(--paper)' : 'var(--peat)'}
                strokeWidth="1.9"
                strokeLinecap="round"
                strokeLinejoin="round"
              >
                {MARKS[stage.kind]}
              </g>
              {isWide && (
                <text x={x + 28} y="44.500" fontSize="12.500" fill="var(--peat)">
                  {stage.words.split(',')[0]}
                </text>
              )}
            </g>
          )
        })}
        <Days stages={stages} starts={starts} today={today} />
        {now !== null && <path d={`M${now} 25l-6-11h12z`} fill="var(--heat)" />}
      </svg>
    </Sideways>
  )
}

/** The days on which stages begin, as far as there is room for them. */
function Days({ stages, starts, today }: { stages: LineStage[]; starts: number[]; today?: string }) {
  let free = -LEAST
  return stages.map((stage, i) => {
    const x = starts[i] ?? 0
    const isLast = i === stages.length - 1
    const said = stage.from ? sayDay(stage.from, today) : stage.days > 0 && !isLast ? `${stage.days} d` : ''
    const room = 7 * said.length + 8
    // The last is always said; one that would run into it is not.
    if (said === '' || (!isLast && (x < free || x + room > WIDE - 62))) return null
    free = x + room
    return (
      <text
        key={`${stage.kind} ${stage.number}`}
        x={isLast ? WIDE : x}
        y="72"
        fontSize="12.500"
        textAnchor={isLast ? 'end' : 'start'}
        fill="var(--peat)"
      >
        {said}
      </text>
    )
  })
}
