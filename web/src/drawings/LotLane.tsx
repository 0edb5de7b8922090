import type { Schemas } from '../api/client'
import { STEP_WORDS, sayDay } from '../words'
import { Sideways } from './Sideways'

type Kind = Schemas['StepKind']

const MARKS: Record<Kind, React.ReactNode> = {
  shade: <path d="M-6 2a6 6 0 0 1 12 0zM0 2v5" />,
  feed: <path d="M-5 5h10M0 5v-8M-4-1l4-4 4 4" />,
  space: <path d="M-7-4v8M7-4v8M-4 0h8M-4 0l3-3M-4 0l3 3M4 0l-3-3M4 0l-3 3" />,
  winter: <path d="M0-6v12M-5-3l10 6M5-3l-10 6" />,
  harden: <path d="M-6 5v-6a6 6 0 0 1 12 0v6M0 5v-5" />,
  outside: <path d="M-6 5h12M0 5v-6M0-1q-5-4-6 1M0-1q5-4 6 1" />,
  ready: <path d="M-6 0l4 5 8-10" />,
}

/** A mark for each thing done to a lot. */
export const StepMark = ({ kind, done, size = 26 }: { kind: Kind; done: boolean; size?: number }) => (
  <svg viewBox="-11 -11 22 22" width={size} height={size} className="shrink-0" role="img" aria-label={STEP_WORDS[kind]}>
    <circle
      r="10"
      fill={done ? 'var(--leaf-wash)' : 'var(--paper)'}
      stroke="var(--peat)"
      strokeDasharray={done ? undefined : '3 2'}
    />
    <g fill="none" stroke="var(--peat)" strokeWidth="1.8" strokeLinecap="round" strokeLinejoin="round" transform="scale(.82)">
      {MARKS[kind]}
    </g>
  </svg>
)

const WIDE = 640
const at = (day: string) => Date.parse(day)

/** A lot's days from potting until it is ready, what is due on the way, and today. */
export function LotLane({ lot, today }: { lot: Schemas['Lot']; today: string }) {
  const from = at(lot.pottedOn)
  const to = Math.max(at(lot.readyOn), at(today), from + 86_400_000)
  const x = (day: string) => 14 + ((WIDE - 28) * (Math.min(Math.max(at(day), from), to) - from)) / (to - from)
  return (
    <Sideways of="Its days">
      <svg
        viewBox={`0 0 ${WIDE} 82`}
        className="w-full min-w-[34rem] max-w-3xl"
        role="img"
        aria-label={[
          `Potted ${sayDay(lot.pottedOn)}, ready ${sayDay(lot.readyOn)}.`,
          `${lot.steps.map((step) => `${STEP_WORDS[step.kind]} ${sayDay(step.on)}${step.done ? ', done' : ''}`).join('; ')}`,
        ].join(' ')}
      >
        <path d={`M${x(lot.pottedOn)} 40H${x(lot.readyOn)}`} stroke="var(--leaf)" strokeWidth="6" />
        <path d={`M${x(today)} 56l-6 11h12z`} fill="var(--heat)" />
        <path d={`M${x(today)} 22V56`} stroke="var(--heat)" strokeDasharray="3 3" />
        {lot.steps.map((step, i) => (
          <g key={step.kind} transform={`translate(${x(step.done?.on ?? step.on)} ${i % 2 === 0 ? 40 : 16})`}>
            {i % 2 === 1 && <path d="M0 10V24" stroke="var(--peat)" strokeWidth="1.2" />}
            <circle
              r="10"
              fill={step.done ? 'var(--leaf-wash)' : 'var(--paper)'}
              stroke="var(--peat)"
              strokeDasharray={step.done ? undefined : '3 2'}
            />
            <g
              fill="none"
              stroke="var(--peat)"
              strokeWidth="1.6"
              strokeLinecap="round"
              strokeLinejoin="round"
              transform="scale(.8)"
            >
              {MARKS[step.kind]}
            </g>
          </g>
        ))}
        <text x="4" y="80" fontSize="13" fill="var(--soft)">
          potted {sayDay(lot.pottedOn)}
        </text>
        <text x={WIDE - 4} y="80" fontSize="13" textAnchor="end" fill="var(--soft)">
          ready {sayDay(lot.readyOn)}
        </text>
      </svg>
    </Sideways>
  )
}
