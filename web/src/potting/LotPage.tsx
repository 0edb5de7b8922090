import { useState } from 'react'
import { Link, useParams } from 'react-router'
import { answer, api, type Schemas } from '../api/client'
import { useBench, useBenchOffers, useLot, useLotAct, useMoves, useWrite } from '../api/queries'
import { LotLane, StepMark } from '../drawings/LotLane'
import { Sideways } from '../drawings/Sideways'
import { useOpening } from '../forms/Opening'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'
import { mondayOf, plural, STEP_WORDS, sayDay, sayWeek } from '../words'
import { LotForm } from './LotForm'

type Lot = Schemas['Lot']

/** The pot, large, with how many there are. */
function UprightPot({ lot }: { lot: Lot }) {
  return (
    <svg
      viewBox="0 0 200 250"
      className="no-print mx-auto w-24 shrink-0 self-start sm:w-44"
      role="img"
      aria-label={`${lot.crop}, ${lot.potted + lot.grown} in lot ${lot.code}`}
    >
      <path
        d="M100 96V36M100 66q-44-26-62 8q40 18 62-8M100 52q44-26 62 8q-40 18-62-8"
        fill="var(--leaf-wash)"
        stroke="var(--leaf)"
        strokeWidth="4"
        strokeLinejoin="round"
      />
      <path d="M28 96h144l-22 148H50z" fill="var(--paper)" stroke="var(--peat)" strokeWidth="3.5" strokeLinejoin="round" />
      <path d="M18 96h164v-16H18z" fill="var(--cream)" stroke="var(--peat)" strokeWidth="3.500" strokeLinejoin="round" />
      <text x="100" y="160" textAnchor="middle" fontSize="44" fontWeight="750" fill="var(--peat)">
        {lot.potted + lot.grown}
      </text>
      <text x="100" y="192" textAnchor="middle" fontSize="25" fontWeight="700" letterSpacing="1.5" fill="var(--peat)">
        {lot.code}
      </text>
      <text x="100" y="218" textAnchor="middle" fontSize="17" fill="var(--soft)">
        {lot.grown > 0 ? `${lot.grown} ready` : lot.pot}
      </text>
    </svg>
  )
}

function Steps({ lot }: { lot: Lot }) {
  const { session, mayLog } = useShown()
  const done = useLotAct(lot.code, 'steps')
  const undone = useWrite((id: number) =>
    answer(api.DELETE('/api/lots/{code}/steps/{id}', { params: { path: { code: lot.code, id } } })),
  )
  const told = done.error?.message ?? undone.error?.message
  return (
    <section className="min-w-0">
      <h2 className="mb-1">Growing on</h2>
      <LotLane lot={lot} today={session.today} />
      {told && (
        <p role="alert" className="refusal">
          {told}
        </p>
      )}
      <ol>
        {lot.steps
          .filter((step) => step.kind !== 'ready')
          .map((step) => (
            <li key={step.kind} className="flex items-center gap-3 border-t py-2" style={{ borderColor: 'var(--stone-wash)' }}>
              <StepMark kind={step.kind} done={step.done !== null} />
              <div className="min-w-0 grow">
                <strong className="inline-block first-letter:uppercase">{STEP_WORDS[step.kind]}</strong>{' '}
                <span className="soft">
                  {step.done ? `done ${sayDay(step.done.on, session.today)}, ${step.done.by}` : sayDay(step.on, session.today)}
                </span>
                {step.done === null && step.on < session.today && <strong style={{ color: 'var(--plum)' }}> due</strong>}
                <div className="text-sm soft">{step.words}</div>
              </div>
              {mayLog &&
                (step.done ? (
                  <button
                    type="button"
                    className="word min-h-11"
                    aria-label={`Not done: ${STEP_WORDS[step.kind]}`}
                    onClick={() => step.done && undone.mutate(step.done.id)}
                  >
                    not done
                  </button>
                ) : (
                  <button
                    type="button"
                    className="act"
                    aria-label={`Done: ${STEP_WORDS[step.kind]}`}
                    disabled={done.isPending}
                    onClick={() => done.mutate({ kind: step.kind, on: session.today })}
                  >
                    Done
                  </button>
                ))}
            </li>
          ))}
      </ol>
      {lot.more.length > 0 && mayLog && (
        <p className="mt-1 text-sm">
          Fed {plural(lot.more.length, 'time')}, last {sayDay(lot.more.at(-1)?.on ?? session.today, session.today)}.{' '}
          <button type="button" className="word min-h-11" onClick={() => done.mutate({ kind: 'feed', on: session.today })}>
            Fed again today
          </button>
        </p>
      )}
    </section>
  )
}

function Lineage({ lot }: { lot: Lot }) {
  const { session, mayLog } = useShown()
  const part = useLotAct(lot.code, 'part', () => say('It is a lot of its own again.'))
  const join = useLotAct(lot.code, 'join', () => say('They stand as one lot; which batch is which stays known.'))
  const [other, setOther] = useState('')
  return (
    <section className="min-w-0">
      <h2 className="mb-2">Where they come from</h2>
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
              <tr key={line.id} className="border-t" style={{ borderColor: 'var(--stone-wash)' }}>
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
                      onClick={() => part.mutate({ line: line.id })}
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
            disabled={other === '' || join.isPending}
            onClick={() => join.mutate({ lot: other }, { onSuccess: () => setOther('') })}
          >
            Stand with this one
          </button>
        </div>
      )}
      {(join.error ?? part.error) && <p className="refusal mt-1">{(join.error ?? part.error)?.message}</p>}
    </section>
  )
}

function Standing({ lot }: { lot: Lot }) {
  const { week, mayPlan } = useShown()
  const first = lot.batches[0] ?? ''
  const [open, setOpen] = useState(false)
  const [zone, setZone] = useState('')
  const [spaced, setSpaced] = useState(lot.spaced)
  const { data: bench } = useBench(week)
  const { data: offers } = useBenchOffers(open ? { code: first, inPots: true } : null)
  const move = useMoves(() => {
    say('It stands there now.')
    setOpen(false)
  })
  const named = (id: number) => bench?.zones.find((one) => one.id === id)?.name ?? ''
  return (
    <section className="min-w-0">
      <h2 className="mb-1">Where it stands</h2>
      <p>
        {lot.zones.length === 0 ? 'Not settled yet' : <strong>{lot.zones.join(', ')}</strong>},{' '}
        {lot.spaced ? 'set apart' : 'pot-thick'}.{' '}
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
          <button
            type="button"
            className="act-main"
            disabled={zone === '' || move.isPending}
            onClick={() =>
              move.mutate({
                moves: lot.batches.map((code) => ({ code, pots: { zone: Number(zone), spaced } })),
                why: `${lot.code} moved`,
              })
            }
          >
            Stand it there
          </button>
        </div>
      )}
      {move.error && <p className="refusal mt-1">{move.error.message}</p>}
    </section>
  )
}

function Orders({ lot }: { lot: Lot }) {
  const { session, mayLog } = useShown()
  const opening = useOpening<number>()
  return (
    <section className="min-w-0">
      <h2 className="mb-1">Orders</h2>
      {lot.orders.length === 0 && <p className="soft">Nobody waits for this crop.</p>}
      <ol>
        {lot.orders.map((order) => (
          <li key={order.id} className="border-t py-2" style={{ borderColor: 'var(--stone-wash)' }}>
            <div className="flex flex-wrap items-center gap-x-4">
              <Link className="word font-semibold" to={`/wanted?order=${order.id}`}>
                {order.customer ?? 'Own target'}
              </Link>
              <span className="soft">
                {sayWeek(order.readyWeek, mondayOf(order.readyWeek), session.nursery)}, {order.plants} in {order.pot}
              </span>
              <span>
                {order.sent > 0 && `${order.sent} sent${order.fromHere > 0 ? `, ${order.fromHere} from here` : ''} · `}
                {order.open === 0 ? <span style={{ color: 'var(--leaf)' }}>has all</span> : <strong>{order.open} open</strong>}
              </span>
              {mayLog && order.open > 0 && lot.grown > 0 && (
                <button
                  type="button"
                  className="act ml-auto"
                  aria-expanded={opening.is(order.id)}
                  aria-label={`Send to ${order.customer ?? 'our own target'}, ${order.open} open`}
                  onClick={() => opening.toggle(order.id)}
                >
                  {opening.is(order.id) ? 'Close' : 'Send'}
                </button>
              )}
            </div>
            {opening.is(order.id) && (
              <div className="sheet mt-2 p-3">
                <LotForm lot={lot} act="send" order={order.id} most={Math.min(order.open, lot.grown)} onDone={opening.close} />
              </div>
            )}
          </li>
        ))}
      </ol>
    </section>
  )
}

function Acts({ lot }: { lot: Lot }) {
  const { session, mayLog } = useShown()
  const undo = useLotAct(lot.code, 'undo', () => say('Undone: the book is as it was before.'))
  if (lot.acts.length === 0) return null
  return (
    <section className="min-w-0">
      <h2 className="mb-1">What was done</h2>
      {undo.error && (
        <p role="alert" className="refusal">
          {undo.error.message}
        </p>
      )}
      <ol>
        {lot.acts.map((act) => (
          <li key={act.id} className="flex items-start gap-3 border-t py-2" style={{ borderColor: 'var(--stone-wash)' }}>
            <div className="min-w-0 grow">
              <span className={act.undone ? 'line-through soft' : ''}>{act.says}</span>
              <div className="text-sm soft">
                {sayDay(act.on, session.today)}, {act.by}
              </div>
            </div>
            {mayLog && !act.undone && act.undoes === null && ['lose', 'move_on'].includes(act.kind) && (
              <button
                type="button"
                className="act"
                aria-label={`Undo: ${act.says}`}
                disabled={undo.isPending}
                onClick={() => undo.mutate({ act: act.id })}
              >
                Undo
              </button>
            )}
          </li>
        ))}
      </ol>
    </section>
  )
}

/** One lot: its pots, its days until ready, where its plants come from and where they go. */
export function LotPage() {
  const { code = '' } = useParams()
  const { data: lot, error } = useLot(code)
  const { session, mayLog } = useShown()
  const opening = useOpening<'grow' | 'lose'>()
  if (error)
    return (
      <p>
        There is no lot {code}.{' '}
        <Link className="word" to="/potting/lots">
          All lots
        </Link>
      </p>
    )
  if (!lot) return null
  return (
    <div className="grid grid-cols-[auto_minmax(0,1fr)] gap-x-4 gap-y-6 sm:gap-x-8">
      <UprightPot lot={lot} />
      <div className="min-w-0">
        <h1>{lot.crop}</h1>
        <p className="soft">
          {lot.pot} · {lot.mix} · potted {sayDay(lot.pottedOn, session.today)}, ready about {sayDay(lot.readyOn, session.today)}
          {lot.lost > 0 && ` · ${lot.lost} lost since`}
          {lot.sent > 0 && ` · ${lot.sent} sent`}
        </p>
        {mayLog && (
          <div className="mt-3 flex flex-wrap gap-2">
            {lot.potted > 0 && (
              <button
                type="button"
                className="act-main"
                aria-expanded={opening.is('grow')}
                onClick={() => opening.toggle('grow')}
              >
                Ready
              </button>
            )}
            {lot.potted + lot.grown > 0 && (
              <button type="button" className="act" aria-expanded={opening.is('lose')} onClick={() => opening.toggle('lose')}>
                Losses
              </button>
            )}
            <Link className="act" to={`/mixing/labels?batches=${lot.batches.join(',')}`}>
              Labels
            </Link>
          </div>
        )}
        {opening.is('grow') && (
          <div className="sheet mt-3 p-4">
            <LotForm lot={lot} act="grow" most={lot.potted} onDone={opening.close} />
          </div>
        )}
        {opening.is('lose') && (
          <div className="sheet mt-3 p-4">
            <LotForm lot={lot} act="lose" most={lot.potted + lot.grown} onDone={opening.close} />
          </div>
        )}
      </div>
      <div className="col-span-2 grid gap-x-10 gap-y-8 lg:grid-cols-2">
        <div className="grid min-w-0 content-start gap-8">
          <Steps lot={lot} />
          <Standing key={lot.version} lot={lot} />
        </div>
        <div className="grid min-w-0 content-start gap-8">
          <Orders lot={lot} />
          <Lineage lot={lot} />
          <Acts lot={lot} />
        </div>
      </div>
    </div>
  )
}
