import { useState } from 'react'
import { Link, useNavigate, useParams, useSearchParams } from 'react-router'
import { answer, api, type Schemas } from '../api/client'
import { useRootCurve, useWait } from '../api/queries'
import { useWrite } from '../api/writes'
import { RootCurve } from '../drawings/RootCurve'
import { Sideways } from '../drawings/Sideways'
import { Field } from '../forms/Field'
import { numeric } from '../forms/number'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'
import { inHundred, plural, sayDay, sayHeat } from '../words'

type Call = Schemas['WaitOrClear']
type Kind = 'wait' | 'clear' | 'cooler' | 'dip'

const KIND_WORDS: Record<Kind | 'afresh', string> = {
  wait: 'Wait',
  clear: 'Clear',
  cooler: 'Somewhere cooler',
  dip: 'Wound and dip again',
  afresh: 'Stick afresh',
}

/** What waiting brings week by week: plants that may root as bars above, what they leave after the rent as a line. */
function Weeks({ call }: { call: Call }) {
  const wide = 72
  const most = Math.max(0.5, ...call.steps.map((step) => step.gain))
  const money = Math.max(0.01, ...call.steps.map((step) => Math.abs(step.cumulative)))
  const zero = 130
  return (
    <Sideways of="Week by week">
      <svg
        viewBox={`0 0 ${call.steps.length * wide} 210`}
        className="w-full max-w-3xl min-w-[34rem]"
        role="img"
        aria-label={call.steps
          .map((step, i) => `week ${i + 1}: ${step.gain.toFixed(1)} plants, ${step.cumulative.toFixed(2)} in all`)
          .join('; ')}
      >
        {call.steps.map((step, i) => {
          const x = i * wide
          const kept = i < call.waitWeeks
          return (
            <g key={step.on}>
              <rect
                x={x + 10}
                y={58 - (46 * step.gain) / most}
                width={wide - 20}
                height={(46 * step.gain) / most}
                fill={kept ? 'var(--leaf)' : 'var(--leaf-wash)'}
                stroke="var(--leaf)"
              />
              <text x={x + wide / 2} y="75" fontSize="14" textAnchor="middle" fill="var(--peat)">
                {step.gain < 0.05 ? '·' : step.gain < 0.95 ? step.gain.toFixed(1) : Math.round(step.gain)}
              </text>
              <circle
                cx={x + wide / 2}
                cy={zero - (44 * step.cumulative) / money}
                r={i + 1 === call.waitWeeks ? 8 : 5}
                fill="var(--heat)"
              />
              {i > 0 && (
                <line
                  x1={x - wide / 2}
                  x2={x + wide / 2}
                  y1={zero - (44 * (call.steps[i - 1]?.cumulative ?? 0)) / money}
                  y2={zero - (44 * step.cumulative) / money}
                  stroke="var(--heat)"
                  strokeWidth="2"
                />
              )}
              <text x={x + wide / 2} y="203" fontSize="13" textAnchor="middle" fill="var(--soft)">
                {sayDay(step.on)}
              </text>
            </g>
          )
        })}
        <line x1="0" x2={call.steps.length * wide} y1={zero} y2={zero} stroke="var(--peat)" />
      </svg>
    </Sideways>
  )
}

/** What is still green and unrooted: what it may yet give against what its place costs, and one press to do what is chosen. */
export function Wait() {
  const { code = '' } = useParams()
  const [search] = useSearchParams()
  const { session, mayLog } = useShown()
  const navigate = useNavigate()
  const line = Number(search.get('line') ?? 1)
  const [value, setValue] = useState('')
  const [loss, setLoss] = useState('')
  const number = (typed: string, scale: number) => {
    const read = numeric(typed)
    return typed.trim() === '' || typeof read !== 'number' ? undefined : read / scale
  }
  const { data: call, error } = useWait(code, { line, value: number(value, 1), loss: number(loss, 100) })
  const { data: curve } = useRootCurve(code)
  const choose = useWrite(
    (body: { line: number; kind: Kind; zone?: number }) =>
      answer(api.POST('/api/batches/{code}/wait', { params: { path: { code } }, body })),
    () => navigate(`/batches/${code}`),
  )
  const money = (amount: number) => `${session.nursery?.currency ?? ''}${amount.toFixed(2)}`
  const act = (kind: Kind, words: string, zone?: number) =>
    choose.mutate({ line, kind, zone }, { onSuccess: () => say(`${code}: ${words}.`) })
  return (
    <>
      <h1 className="mb-1">Wait or clear</h1>
      <p className="mb-4">
        <Link className="word font-bold" to={`/batches/${code}`}>
          {code}
        </Link>
        {line > 1 && `, line ${line}`}
      </p>
      {error && (
        <p role="alert" className="refusal">
          {error.message}
        </p>
      )}
      {call && (
        <div className="grid max-w-5xl grid-cols-[minmax(0,1fr)] gap-6">
          <p className="text-xl font-semibold" aria-live="polite">
            {call.words}
          </p>
          {curve && <RootCurve curve={curve} />}
          {call.unrooted > 0 && (
            <>
              <section aria-label="What waiting brings">
                <h2>What waiting brings</h2>
                <p className="text-sm soft">
                  Green: of {call.unrooted} {call.counted ? 'counted' : 'expected'} unrooted, how many may root in each week.
                  Amber: what they leave when the place is paid, added up; above the line it was worth it.
                </p>
                <Weeks call={call} />
              </section>
              <section aria-label="What it rests on" className="sheet p-4">
                <div className="grid gap-4 sm:grid-cols-2">
                  <Field
                    label={`Worth of a rooted plant, ${session.nursery?.currency ?? ''}`}
                    hint={`${money(call.value)}: ${call.valueFrom}`}
                  >
                    {(ids) => (
                      <input
                        {...ids}
                        className="field-text"
                        inputMode="decimal"
                        placeholder={call.value.toFixed(2)}
                        value={value}
                        onChange={(event) => setValue(event.target.value)}
                      />
                    )}
                  </Field>
                  <Field label="Unrooted that die in a week, in 100" hint="a usual figure; yours may differ">
                    {(ids) => (
                      <input
                        {...ids}
                        className="field-text"
                        inputMode="decimal"
                        placeholder={inHundred(call.loss)}
                        value={loss}
                        onChange={(event) => setLoss(event.target.value)}
                      />
                    )}
                  </Field>
                </div>
                <p className="mt-3">{call.lossFrom}.</p>
                <p className="mt-1">
                  Its place costs <strong>{money(call.rent.week)}</strong> a week: {money(call.rent.warmth)} for the warmth of{' '}
                  {plural(call.rent.trays, 'tray')}
                  {call.rent.queue > 0 && `, ${money(call.rent.queue)} for what queues`}. {call.rent.words}
                </p>
              </section>
            </>
          )}
          <section aria-label="What can be done">
            <h2>What can be done</h2>
            <ul>
              {call.options.map((option) => (
                <li key={option.kind} className="flex flex-wrap items-center gap-x-4 gap-y-2 border-t py-2 border-stone-wash">
                  <strong className="w-44">{KIND_WORDS[option.kind]}</strong>
                  <span className={`grow ${option.possible ? '' : 'soft'}`}>
                    <span className="inline-block first-letter:uppercase">{option.words}.</span>
                  </span>
                  {mayLog && option.possible && option.kind === 'cooler' && (
                    <span className="flex flex-wrap gap-2">
                      {option.zones.map((zone) => (
                        <button
                          key={zone.id}
                          type="button"
                          className="act"
                          disabled={choose.isPending}
                          onClick={() => act('cooler', `moved to ${zone.name}`, zone.id)}
                        >
                          {zone.name}, {sayHeat(zone.heat, session.nursery)}
                        </button>
                      ))}
                    </span>
                  )}
                  {mayLog && option.possible && option.kind !== 'cooler' && option.kind !== 'afresh' && (
                    <button
                      type="button"
                      className={option.kind === (call.waitWeeks > 0 ? 'wait' : 'clear') ? 'act-main' : 'act'}
                      disabled={choose.isPending}
                      onClick={() => act(option.kind as Kind, option.words)}
                    >
                      {KIND_WORDS[option.kind]}
                    </button>
                  )}
                  {option.kind === 'afresh' && option.possible && option.order && (
                    <Link className="act" to={`/wanted/${option.order}/plan`}>
                      Plan it
                    </Link>
                  )}
                </li>
              ))}
            </ul>
            {choose.error && (
              <p role="alert" className="refusal mt-2">
                {choose.error.message}
              </p>
            )}
          </section>
        </div>
      )}
    </>
  )
}
