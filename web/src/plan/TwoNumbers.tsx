import { useState } from 'react'
import type { Schemas } from '../api/client'
import { readNumber } from '../forms/number'
import { sayInHundred } from '../words'

type Numbers = Schemas['Proposal']['numbers']
type Kind = Schemas['TrayKind']

/** Trays drawn as cells: what the mean would take, and what the chance asks on top. */
function TrayRow({ trays, base, most }: { trays: number; base: number; most: number }) {
  const wide = Math.min(26, 400 / Math.max(1, most))
  return (
    <svg
      viewBox={`0 0 ${Math.max(1, most) * wide} 20`}
      className="mt-1 block max-h-5 max-w-full"
      style={{ width: most * wide }}
      aria-hidden="true"
    >
      {Array.from({ length: trays }, (_, i) => i).map((i) => (
        <rect
          key={i}
          x={i * wide + 1}
          y="1"
          width={Math.max(1, wide - 3)}
          height="17"
          rx="2"
          fill={i < base ? 'var(--leaf-wash)' : 'var(--cream)'}
          stroke="var(--peat)"
          strokeWidth="1.2"
          strokeDasharray={i < base ? undefined : '3 2'}
        />
      ))}
    </svg>
  )
}

/** The number to stick, two ways, in whole trays, and what the difference buys. */
export function TwoNumbers({
  numbers,
  cells,
  trays,
  chance,
  stick,
  pieces,
  onTrays,
  onCuttings,
  kinds,
  kind,
  onKind,
}: {
  numbers: Numbers
  cells: number
  trays: number
  chance: number
  stick: number
  pieces: string
  onTrays: (trays: number | undefined) => void
  onCuttings: (cuttings: number) => void
  kinds: Kind[]
  kind: number
  onKind: (kind: number) => void
}) {
  const { simple, chosen } = numbers
  const [typed, setTyped] = useState<string>()
  const told = () => {
    const [cuttings, ...other] = typed === undefined ? [] : readNumber(typed)
    if (cuttings === undefined || other.length > 0) return
    onCuttings(cuttings)
    setTyped(undefined)
  }
  const most = Math.max(trays, chosen.trays, simple.trays)
  const ways = [
    { title: 'Wanted ÷ yield', way: simple, words: 'enough about half of the time' },
    { title: 'For the chance', way: chosen, words: 'on the spread of past batches' },
  ]
  return (
    <>
      <div className="grid gap-4 sm:grid-cols-2">
        {ways.map(({ title, way, words }) => (
          <div key={title}>
            <div className="text-sm font-semibold">{title}</div>
            <div className="text-3xl leading-tight font-bold">{way.stick}</div>
            <div className="text-sm soft">{words}</div>
            <TrayRow trays={way.trays} base={simple.trays} most={most} />
            <div className="mt-1 text-sm">
              {way.trays} × {cells} = {way.inTrays}, rounding adds {way.roundingAdds}
            </div>
            <div className="text-sm">
              <strong>{sayInHundred(way.chanceInTrays)}</strong> to have enough
            </div>
          </div>
        ))}
      </div>
      <p className="my-3 border-l-4 pl-3 border-leaf">{numbers.buys.words}</p>
      <div className="flex flex-wrap items-end gap-4">
        <label className="grid gap-1 text-sm font-semibold">
          Tray
          <select className="field-text w-40" value={kind} onChange={(event) => onKind(Number(event.target.value))}>
            {kinds.map((one) => (
              <option key={one.id} value={one.id}>
                {one.name}
              </option>
            ))}
          </select>
        </label>
        <div className="grid gap-1 text-sm font-semibold">
          Trays to fill
          <div className="flex items-center gap-2">
            <button
              type="button"
              className="act w-11 !px-0 text-xl"
              aria-label="One tray less"
              disabled={trays <= 1}
              onClick={() => onTrays(trays - 1)}
            >
              −
            </button>
            <output className="w-10 text-center text-xl font-bold">{trays}</output>
            <button
              type="button"
              className="act w-11 !px-0 text-xl"
              aria-label="One tray more"
              onClick={() => onTrays(trays + 1)}
            >
              +
            </button>
          </div>
        </div>
        <label className="grid gap-1 text-sm font-semibold">
          {pieces.charAt(0).toUpperCase() + pieces.slice(1)}
          <input
            inputMode="numeric"
            className="field-text w-24"
            value={typed ?? String(stick)}
            onChange={(event) => setTyped(event.target.value)}
            onBlur={told}
            onKeyDown={(event) => event.key === 'Enter' && told()}
          />
        </label>
        <span className="pb-2.5 text-sm">
          {trays !== chosen.trays || stick !== chosen.inTrays ? (
            <>
              {sayInHundred(chance)} ·{' '}
              <button type="button" className="cursor-pointer font-semibold underline" onClick={() => onTrays(undefined)}>
                back to {chosen.trays}
              </button>
            </>
          ) : null}
        </span>
      </div>
    </>
  )
}
