import { useEffect, useState } from 'react'
import { answer, api, type Schemas } from '../api/client'
import { useWrite } from '../api/writes'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'

type Clock = Schemas['HoldClock']

export const HOW_WORDS = { shaded: 'in shade', cold: 'cold', dry: 'dry, to seal' } as const
const at = (moment: string) => Date.parse(`${moment}Z`)

function spanWords(ms: number): string {
  const minutes = Math.floor(Math.abs(ms) / 60_000)
  if (minutes >= 2880) return `${Math.floor(minutes / 1440)} days`
  if (minutes >= 120) return `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')}`
  return `${minutes} min`
}

/** What the house's clock says now: the server's moment, and what has gone by on this screen since it came. */
function useHouseNow(clock: Clock): number {
  const [since] = useState(() => ({ there: at(clock.now), here: Date.now() }))
  const [now, setNow] = useState(since.here)
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 20_000)
    return () => clearInterval(timer)
  }, [])
  return since.there + (now - since.here)
}

function Face({ clock, now }: { clock: Clock; now: number }) {
  const gone = Math.max(0, Math.min(1, (now - at(clock.startedAt)) / (at(clock.dueAt) - at(clock.startedAt))))
  const turn = 2 * Math.PI * Math.min(gone, 0.9999)
  const { state } = phaseOf(clock, now)
  const ink = state === 'past' ? 'var(--plum)' : state === 'soon' ? 'var(--heat)' : 'var(--leaf)'
  return (
    <svg viewBox="0 0 44 44" width="44" height="44" className="shrink-0" aria-hidden="true">
      <circle cx="22" cy="22" r="19" fill="var(--paper)" stroke="var(--peat)" strokeWidth="2" />
      <path
        d={`M22 22V4A18 18 0 ${gone > 0.5 ? 1 : 0} 1 ${22 + 18 * Math.sin(turn)} ${22 - 18 * Math.cos(turn)}z`}
        fill={ink}
        opacity="0.75"
      />
      {state === 'past' && <path d="M10 34L34 10" stroke="var(--plum)" strokeWidth="3" />}
    </svg>
  )
}

/** What the house says at this moment: the last of the clock's phases that has begun. */
function phaseOf(clock: Clock, now: number): Clock['phases'][number] {
  return clock.phases.findLast((phase) => at(phase.from) <= now) ?? (clock.phases[0] as Clock['phases'][number])
}

/** From the first cut to the tray: how long the material still keeps, or until it has sealed. */
export function HoldClock({ clock, code }: { clock: Clock; code: string }) {
  const { mayLog } = useShown()
  const now = useHouseNow(clock)
  const { state, words } = phaseOf(clock, now)
  const stop = useWrite(() => answer(api.DELETE('/api/batches/{code}/collect', { params: { path: { code } } })))
  const again = useWrite(() =>
    answer(
      api.POST('/api/batches/{code}/collect', { params: { path: { code } }, body: { how: clock.how, at: clock.startedAt } }),
    ),
  )
  return (
    <div
      className="flex flex-wrap items-center gap-3"
      role={state === 'past' || state === 'soon' ? 'alert' : undefined}
      data-state={state}
    >
      <Face clock={clock} now={now} />
      <p className="min-w-0">
        <strong className={state === 'past' ? 'text-plum' : state === 'soon' ? 'text-heat' : undefined}>
          {words.replace('{span}', spanWords(at(clock.dueAt) - now))}
        </strong>
        <span className="block text-sm soft">
          cut at {clock.startedAt.slice(11, 16)} by {clock.by}, {clock.grade && `${clock.grade}, `}held {HOW_WORDS[clock.how]}
        </span>
      </p>
      {mayLog && (
        <button
          type="button"
          className="act no-print"
          aria-label={`Stop the clock of ${code}`}
          onClick={() =>
            stop.mutateAsync(undefined).then(() => say(`The clock of ${code} is taken back.`, () => again.mutateAsync(undefined)))
          }
        >
          Take back
        </button>
      )}
    </div>
  )
}

/** Starts the clock at the first cut. */
export function Collect({
  code,
  holds,
  grades,
}: {
  code: string
  holds: readonly Clock['how'][]
  /** Whether it is bundled by grade. */
  grades: boolean
}) {
  const [at, setAt] = useState('')
  const [grade, setGrade] = useState<NonNullable<Clock['grade']> | ''>('')
  const start = useWrite((how: Clock['how']) =>
    answer(
      api.POST('/api/batches/{code}/collect', {
        params: { path: { code } },
        body: { how, ...(at && { at }), ...(grade && { grade }) },
      }),
    ),
  )
  return (
    <div className="no-print flex flex-wrap items-center gap-2">
      <label className="flex items-center gap-2 text-sm font-semibold">
        Cut at, if not just now
        <input
          type="datetime-local"
          className="field-text !w-56"
          aria-label={`First cut for ${code} at, if not just now`}
          value={at}
          onChange={(event) => setAt(event.target.value)}
        />
      </label>
      {grades && (
        <label className="flex items-center gap-2 text-sm font-semibold">
          Grade
          <select
            className="field-text !w-36"
            aria-label={`Grade of what is cut for ${code}`}
            value={grade}
            onChange={(event) => setGrade(event.target.value as typeof grade)}
          >
            <option value="">not said</option>
            {(['thick', 'thin', 'whips'] as const).map((one) => (
              <option key={one} value={one}>
                {one}
              </option>
            ))}
          </select>
        </label>
      )}
      {holds.map((how) => (
        <button
          key={how}
          type="button"
          className="act"
          disabled={start.isPending}
          aria-label={`First cut for ${code}, held ${HOW_WORDS[how]}`}
          onClick={() =>
            start.mutateAsync(how).then(
              () => say('The clock runs.'),
              () => undefined,
            )
          }
        >
          First cut, held {HOW_WORDS[how]}
        </button>
      ))}
      {start.error && (
        <p role="alert" className="refusal">
          {start.error.message}
        </p>
      )}
    </div>
  )
}
