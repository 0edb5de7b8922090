import { useState } from 'react'
import { Link } from 'react-router'
import type { Schemas } from '../api/client'
import { useBench, useBenchOffers } from '../api/queries'
import { useBack, useLotAct, useMoves } from '../api/writes'
import { Sideways } from '../drawings/Sideways'
import { Savable } from '../shell/AsTable'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'
import { sayDay } from '../words'

type Lot = Schemas['Lot']

/** The batches a lot came from, put together and apart. */
export function Lineage({ lot }: { lot: Lot }) {
  const { session, mayLog } = useShown()
  const part = useLotAct(lot.code, 'part', () => say('It is a lot of its own again.'))
  const join = useLotAct(lot.code, 'join', () => say('They stand as one lot; which batch is which stays known.'))
  const [other, setOther] = useState('')
  const chosen = lot.others.find((one) => one.code === other)
  return (
    <section className="min-w-0">
      <h2 className="mb-2">Where they come from</h2>
      <Savable name="batches of the lot">
        <Sideways of="The batches of this lot">
          <table className="text-right">
            <thead>
              <tr className="text-sm soft">
                <th className="pr-6 text-left font-semibold">batch</th>
                <th className="pr-4 text-left font-semibold">stuck</th>
                <th className="px-3 font-semibold">growing</th>
                <th className="px-3 font-semibold">ready</th>
                <th className="px-3 font-semibold">sent</th>
                <th />
              </tr>
            </thead>
            <tbody>
              {lot.lines.map((line) => (
                <tr key={line.id} className="border-t border-stone-wash">
                  <th className="py-1.5 pr-6 text-left font-normal">
                    <Link className="word font-semibold" to={`/batches/${line.batch}`}>
                      {line.batch}
                    </Link>
                    {line.line > 1 && <span className="soft">, line {line.line}</span>}{' '}
                    <span className="text-sm soft">from {line.block}</span>
                  </th>
                  <td className="pr-4 text-left">{line.stuckOn ? sayDay(line.stuckOn, session.today) : ''}</td>
                  <td className="px-3 text-lg font-semibold">{line.potted}</td>
                  <td className="px-3 text-lg font-semibold">{line.grown}</td>
                  <td className="px-3 text-lg font-semibold">{line.sold}</td>
                  <td>
                    {mayLog && lot.lines.length > 1 && (
                      <button
                        type="button"
                        className="word min-h-11 text-sm"
                        aria-label={`Part ${line.batch} from the lot`}
                        onClick={() => part.mutate({ version: lot.version, line: line.id })}
                      >
                        part
                      </button>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </Sideways>
      </Savable>
      {mayLog && lot.others.length > 0 && (
        <div className="mt-2 flex flex-wrap items-center gap-2">
          <select
            aria-label="Another lot"
            className="field-text !w-auto"
            value={other}
            onChange={(event) => setOther(event.target.value)}
          >
            <option value="">another lot of the same</option>
            {lot.others.map((one) => (
              <option key={one.code} value={one.code}>
                {one.code}, potted {sayDay(one.pottedOn, session.today)}
              </option>
            ))}
          </select>
          <button
            type="button"
            className="act"
            disabled={chosen === undefined || join.isPending}
            onClick={() =>
              chosen &&
              join.mutate(
                { version: lot.version, lot: chosen.code, lotVersion: chosen.version },
                { onSuccess: () => setOther('') },
              )
            }
          >
            Stand with this one
          </button>
        </div>
      )}
      {(join.error ?? part.error) && (
        <p role="alert" className="refusal mt-1">
          {(join.error ?? part.error)?.message}
        </p>
      )}
    </section>
  )
}

/** Where the pots stand, and where else they could. */
export function Standing({ lot }: { lot: Lot }) {
  const { week, mayPlan, session } = useShown()
  const [open, setOpen] = useState(false)
  const [on, setOn] = useState(session.today)
  const [zone, setZone] = useState('')
  const [spaced, setSpaced] = useState(lot.spaced)
  const { data: bench } = useBench(week)
  const { data: offers } = useBenchOffers(open ? { code: lot.code, inPots: true, spaced } : null)
  const back = useBack(() => say(`${lot.code} stands where it stood.`))
  const move = useMoves(({ version: id, batches }) => {
    say('It stands there now.', () => back.mutateAsync({ id, batches }))
    setOpen(false)
  })
  const named = (id: number) => bench?.zones.find((one) => one.id === id)?.name ?? ''
  return (
    <section className="min-w-0">
      <h2 className="mb-1">Where it stands</h2>
      <p>
        {lot.zone === null ? 'Not settled yet' : <strong>{lot.zone}</strong>}, {lot.spaced ? 'set apart' : 'pot-thick'}
        {lot.zone !== null && `, since ${sayDay(lot.standsSince, session.today)}`}.{' '}
        {mayPlan && (
          <button type="button" className="word min-h-11" aria-expanded={open} onClick={() => setOpen(!open)}>
            {open ? 'Leave it there' : 'Elsewhere, or set apart'}
          </button>
        )}
      </p>
      {open && (
        <div className="flex flex-wrap items-center gap-3">
          <select aria-label="Zone" className="field-text !w-auto" value={zone} onChange={(event) => setZone(event.target.value)}>
            <option value="">choose a zone</option>
            {offers?.zones
              .filter((one) => one.yes || one.here)
              .map((one) => (
                <option key={one.id} value={one.id}>
                  {named(one.id)}, {one.words}
                </option>
              ))}
          </select>
          <label className="flex min-h-11 cursor-pointer items-center gap-2">
            <input type="checkbox" className="checkbox" checked={spaced} onChange={() => setSpaced(!spaced)} />
            set apart
          </label>
          <label className="flex items-center gap-2 text-sm font-semibold">
            Carried on
            <input
              type="date"
              className="field-text !w-44"
              value={on}
              min={lot.standsSince}
              max={session.today}
              onChange={(event) => setOn(event.target.value)}
            />
          </label>
          <button
            type="button"
            className="act-main"
            disabled={zone === '' || move.isPending}
            onClick={() =>
              move.mutate({
                moves: [{ code: lot.code, version: lot.version, pots: { zone: Number(zone), spaced }, on }],
                why: `${lot.code} moved`,
              })
            }
          >
            Stand it there
          </button>
        </div>
      )}
      {move.error && (
        <p role="alert" className="refusal mt-1">
          {move.error.message}
        </p>
      )}
    </section>
  )
}
