import { useState } from 'react'
import { answer, api, Refusal, type Schemas } from '../api/client'
import { Savable } from '../shell/AsTable'
import { useShown } from '../shell/week'
import { plural } from '../words'

type Found = Schemas['Fill']

const WHAT_IFS = {
  bench: 'one more bench under mist',
  cells: 'cells 5 mm narrower',
  weaning: 'off the mist two weeks sooner',
} as const

/** Trays under mist, week by week: wanted as bars, the bench there is as a line; and what would change if something were otherwise. */
export function Needs({ found }: { found: Found }) {
  const { session } = useShown()
  const [tried, setTried] = useState<Partial<Record<keyof typeof WHAT_IFS, Found>>>({})
  const [busy, setBusy] = useState(false)
  const [refused, setRefused] = useState<string | null>(null)
  const weeks = found.mist
  const most = Math.max(1, ...weeks.map((week) => Math.max(week.wanted, week.room)))
  const y = (trays: number) => 78 - (74 * trays) / most
  const short = weeks.filter((week) => week.wanted > week.room)
  const tryAll = async () => {
    setBusy(true)
    setRefused(null)
    try {
      for (const whatIf of Object.keys(WHAT_IFS) as (keyof typeof WHAT_IFS)[]) {
        const then = await answer(api.POST('/api/bench/fill', { body: { stage: 'rooting', round: 1, whatIf } }))
        setTried((before) => ({ ...before, [whatIf]: then }))
      }
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      setRefused(error.message)
    } finally {
      setBusy(false)
    }
  }
  const rows: [string, Found][] = [
    ['as it is', found],
    ...(Object.keys(WHAT_IFS) as (keyof typeof WHAT_IFS)[]).flatMap((one): [string, Found][] =>
      tried[one] ? [[WHAT_IFS[one], tried[one]]] : [],
    ),
  ]
  return (
    <section aria-label="What the season needs">
      <h2>What the season needs</h2>
      <p className="mb-2 text-sm soft">
        Trays under mist by week: bars are wanted, the line is the bench there is.{' '}
        {short.length === 0
          ? 'No week wants more than there is; what finds no place fails on warmth, water or neighbours.'
          : [
              `${plural(short.length, 'week')} ${short.length === 1 ? 'wants' : 'want'} more than there is, most by`,
              `${plural(Math.max(...short.map((week) => week.wanted - week.room)), 'tray')}.`,
            ].join(' ')}
      </p>
      <svg
        viewBox={`0 0 ${weeks.length * 10} 80`}
        preserveAspectRatio="none"
        className="h-24 w-full"
        role="img"
        aria-label={`Trays under mist: wanted above what there is in ${plural(short.length, 'week')}`}
      >
        {weeks.map((week, i) => (
          <g key={week.week}>
            <rect
              x={i * 10 + 1}
              width="8"
              y={y(week.wanted)}
              height={78 - y(week.wanted)}
              fill={week.wanted > week.room ? 'var(--plum)' : 'var(--water)'}
            />
            <path d={`M${i * 10} ${y(week.room)}h10`} stroke="var(--peat)" strokeWidth="1.6" vectorEffect="non-scaling-stroke" />
          </g>
        ))}
      </svg>
      <div className="flex justify-between text-[13px] soft" aria-hidden="true">
        <span>{session.nursery?.weeks === 'dates' ? weeks[0]?.week : `week ${Number(weeks[0]?.week.slice(6))}`}</span>
        <span>week {Number(weeks.at(-1)?.week.slice(6))}</span>
      </div>
      <Savable name="what more would bring">
        <table className="mt-3">
          <thead>
            <tr className="text-left">
              <th className="pr-6">If there were</th>
              <th className="pr-6 text-right">Without a place</th>
              <th className="pr-6 text-right">Mist taken, fullest eight weeks</th>
              <th className="text-right">Cost of the filling</th>
            </tr>
          </thead>
          <tbody>
            {rows.map(([words, one]) => (
              <tr key={words} className="border-t border-stone-wash">
                <td className="py-1.5 pr-6">{words}</td>
                <td className="pr-6 text-right">{one.gains.withoutPlaceThen}</td>
                <td className="pr-6 text-right">{Math.round(100 * one.fullest)} %</td>
                <td className="text-right">{Math.round(one.score)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </Savable>
      {refused && (
        <p role="alert" className="refusal">
          {refused}
        </p>
      )}
      <button type="button" className="act mt-3" disabled={busy} onClick={tryAll}>
        {busy ? 'Filling the house anew…' : 'What would help?'}
      </button>
    </section>
  )
}
