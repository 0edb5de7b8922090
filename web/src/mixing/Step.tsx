import { type ReactNode, useState } from 'react'
import { Link } from 'react-router'
import { post, type Schemas } from '../api/client'
import { useChosen, useWrite } from '../api/writes'
import { Understood } from '../forms/Field'
import { numeric } from '../forms/number'
import { useShown } from '../shell/week'
import { unitOf } from '../words'

export type Tick = Schemas['Tick']

/** One step to tick, with what it came to; on paper a box and a line to write on. */
export function Step({
  day,
  step,
  words,
  when,
  unit,
  tick,
  done = false,
  children,
}: {
  day: string
  step: string
  /** By which it is named where it is only heard. */
  words: string
  when?: string
  /** What its actual is counted in; none where there is nothing to count. */
  unit?: string
  tick?: Tick
  /** Whether it is known to be done without a tick. */
  done?: boolean
  children: ReactNode
}) {
  const { session, mayLog } = useShown()
  const [typed, setTyped] = useState<string | null>(null)
  const write = useWrite((body: { done: boolean; actual?: number | string }) =>
    post('/api/day-sheet/ticks', { day, step, ...body }),
  )
  const [ticked, keepTick] = useChosen<boolean>()
  const { show, read } = unitOf(unit === 'litres' ? unit : 'number', session.nursery)
  const actual = typed ?? show(tick?.actual === null || tick === undefined ? '' : String(tick.actual))
  const keep = () => {
    const value = numeric(actual)
    if (typed === null || actual.trim() === '') return
    write.mutate({ done: true, actual: typeof value === 'number' ? read(value) : value }, { onSuccess: () => setTyped(null) })
  }
  const isDone = tick !== undefined || done
  return (
    <li
      className={[
        'grid grid-cols-[2.75rem_minmax(0,1fr)] gap-x-2 border-t py-2 break-inside-avoid',
        'sm:grid-cols-[2.75rem_minmax(0,1fr)_10.5rem] border-stone-wash',
      ].join(' ')}
    >
      <label className="flex min-h-11 cursor-pointer items-start justify-center pt-1">
        <input
          type="checkbox"
          className="checkbox"
          aria-label={`Done: ${words}`}
          checked={ticked ?? isDone}
          disabled={!mayLog || write.isPending || (done && tick === undefined)}
          onChange={() => keepTick(tick === undefined, write.mutateAsync({ done: tick === undefined }))}
        />
      </label>
      <div className="min-w-0">
        {children}
        {write.error && (
          <p role="alert" className="refusal">
            {write.error.message}
          </p>
        )}
        {tick && (
          <p className="mt-1 text-sm text-leaf">
            done {tick.at}, {tick.by}
            {tick.note && `: ${tick.note}`}
          </p>
        )}
      </div>
      <div className="col-start-2 flex flex-wrap items-center gap-x-4 gap-y-1 sm:col-start-3 sm:flex-col sm:items-end">
        {when && <span className="font-semibold tabular-nums">{when}</span>}
        {unit && (
          <Understood of={words}>
            <label className="flex items-center gap-2 text-sm">
              <input
                className="field-text no-print !min-h-11 !w-20 text-right"
                inputMode="decimal"
                aria-label={`${words}: came to, ${unit}`}
                disabled={!mayLog}
                value={actual}
                onChange={(event) => setTyped(event.target.value)}
                onBlur={keep}
                onKeyDown={(event) => event.key === 'Enter' && keep()}
              />
              <span className="hidden w-16 border-b text-right print:inline-block">{actual}&nbsp;</span>
              <span className="soft">{unit === 'litres' && session.nursery?.units === 'us' ? 'gallons' : unit}</span>
            </label>
          </Understood>
        )}
      </div>
    </li>
  )
}

export function Part({ number, title, hours, children }: { number: number; title: string; hours?: number; children: ReactNode }) {
  return (
    <section aria-label={title} className="mb-6">
      <h2 className="flex items-baseline gap-3 border-b-2 pb-1 border-peat">
        <span className="text-2xl">{number}</span> {title}
        {hours !== undefined && <span className="ml-auto text-base font-normal soft">{hours.toFixed(1)} h</span>}
      </h2>
      {children}
    </section>
  )
}

export const Codes = ({ codes }: { codes: readonly string[] }) => (
  <>
    {codes.map((code, i) => (
      <span key={code}>
        {i > 0 && ', '}
        <Link className="word" to={`/batches/${code}`}>
          {code}
        </Link>
      </span>
    ))}
  </>
)
