import { useState } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import { answer, api, type Schemas } from '../api/client'
import { useBlock } from '../api/queries'
import { useWrite } from '../api/writes'
import { ClumpPath } from '../drawings/ClumpPath'
import { Against, FitMark } from '../drawings/FitMark'
import { Shoots } from '../drawings/Shoots'
import { Sideways } from '../drawings/Sideways'
import { sayTaken, TakeOut } from '../forms/TakeOut'
import { HistoryLink } from '../shell/HistoryLink'
import { say } from '../shell/Said'
import { TraceLink } from '../shell/TraceLink'
import { isNotThere, Unread } from '../shell/Unread'
import { useShown } from '../shell/week'
import { mondayOf, plural, sayDay, sayWeek } from '../words'
import { BlockForm, ORIGIN_WORDS } from './BlockForm'
import { BlockYear } from './BlockYear'
import { InspectForm } from './InspectForm'
import { LicenceBar } from './LicenceBar'
import { NamedPlants } from './NamedPlants'

type Block = Schemas['BlockPage']

function Clear({ id }: { id: number }) {
  const { session } = useShown()
  const [why, setWhy] = useState('')
  const [on, setOn] = useState(session.today)
  const clear = useWrite(() => answer(api.POST('/api/inspections/{id}/clear', { params: { path: { id } }, body: { why, on } })))
  return (
    <form
      className="mt-1 flex flex-wrap items-end gap-2"
      aria-label="Clear what was found"
      onSubmit={(event) => {
        event.preventDefault()
        clear.mutateAsync(undefined).then(
          () => say('Cleared: it is out of quarantine.'),
          () => undefined,
        )
      }}
    >
      <label className="grid min-w-56 grow gap-1 text-sm font-semibold">
        Why it is clear now
        <input
          className="field-text"
          value={why}
          onChange={(event) => setWhy(event.target.value)}
          aria-invalid={clear.error !== null}
        />
      </label>
      <label className="grid gap-1 text-sm font-semibold">
        On
        <input
          type="date"
          className="field-text w-44"
          value={on}
          max={session.today}
          onChange={(event) => setOn(event.target.value)}
        />
      </label>
      <button type="submit" className="act">
        Clear it
      </button>
      {clear.error && (
        <p role="alert" className="refusal w-full text-sm">
          {clear.error.message}
        </p>
      )}
    </form>
  )
}

function Inspected({ block }: { block: Block }) {
  const { session, mayLog } = useShown()
  return (
    <section className="min-w-0">
      <h2 className="mb-2">Inspections</h2>
      {mayLog && <InspectForm code={block.code} />}
      <ol className="mt-3">
        {block.inspections.map((one) => (
          <li key={one.id} className="border-t py-1.5 border-stone-wash">
            <span className="inline-block w-16 soft">{sayDay(one.on, session.today)}</span>{' '}
            {one.clean ? (
              <strong className="text-leaf">clean</strong>
            ) : (
              <strong className={one.clearedOn ? undefined : 'text-plum'}>
                {one.found}, {one.howBad}
                {one.where && `, ${one.where}`}
              </strong>
            )}{' '}
            <span className="text-sm soft">
              {one.by}
              {one.note && ` · ${one.note}`}
              {one.clearedOn && ` · cleared ${sayDay(one.clearedOn, session.today)} by ${one.clearedBy}: ${one.clearedWhy}`}
            </span>{' '}
            {mayLog && (
              <TakeOut
                record="inspection"
                id={one.id}
                name={`The inspection of ${sayDay(one.on, session.today)}`}
                history={false}
              />
            )}
            {!one.clean && !one.clearedOn && mayLog && <Clear id={one.id} />}
          </li>
        ))}
      </ol>
      {block.inspections.length === 0 && <p className="soft">Nobody has logged a look at it yet.</p>}
    </section>
  )
}

/** One stock block: whether it may be cut, what it can give in the week on the rail, and its plants over the season. */
export function BlockPage() {
  const { code = '' } = useParams()
  const { week, session, mayPlan } = useShown()
  const read = useBlock(code, week)
  const { data: block } = read
  const [changing, setChanging] = useState(false)
  const navigate = useNavigate()
  const remove = useWrite(() => answer(api.DELETE('/api/stock/{code}', { params: { path: { code } } })))
  if (isNotThere(read.error))
    return (
      <p>
        There is no block {code}. See{' '}
        <Link className="word" to="/stock">
          all stock
        </Link>
        .
      </p>
    )
  if (!block) return <Unread of={read} title={code} />
  const { block: is } = block
  const open = block.window.opensIn === 0
  return (
    <>
      <div className="flex flex-wrap items-start gap-x-8 gap-y-3">
        <div className="min-w-0 grow">
          <h1>
            {block.code}{' '}
            <Link to={`/crops/${block.cropSlug}`} className="font-normal">
              {block.crop}
            </Link>
          </h1>
          <p className="soft">
            {plural(block.plants, 'plant')} of {block.plantedYear}, {block.place} · {ORIGIN_WORDS[is.origin]}
            {is.source && `, ${is.source}`}
            {is.population && ` · population ${is.population}`}
            {is.accession && ` · clone or accession ${is.accession}`}
            {is.trueToNameOn &&
              ` · true to name, seen ${sayDay(is.trueToNameOn, session.today)}${is.trueToNameBy ? ` by ${is.trueToNameBy}` : ''}`}
            {is.passport && ` · came with passport ${is.passport}`}
            {is.permit && ` · permit ${is.permit}${is.permitUntil ? ` until ${sayDay(is.permitUntil, session.today)}` : ''}`}
          </p>
          {block.note && <p>{block.note}</p>}
        </div>
        {mayPlan && (
          <div className="flex gap-2">
            <button type="button" className="act" aria-expanded={changing} onClick={() => setChanging(!changing)}>
              {changing ? 'Close' : 'Change'}
            </button>
            <TraceLink kind="block" of={block.code} />
            <HistoryLink of={block.code} button />
            {block.takes.length === 0 && (
              <button
                type="button"
                className="act"
                onClick={() =>
                  remove.mutateAsync(undefined).then(
                    ({ taken }) => {
                      sayTaken(`Block ${block.code}`, taken)
                      navigate('/stock')
                    },
                    () => undefined,
                  )
                }
              >
                Take away
              </button>
            )}
          </div>
        )}
      </div>
      {remove.error && (
        <p role="alert" className="refusal">
          {remove.error.message}
        </p>
      )}
      {changing && (
        <div className="sheet mt-3 p-4">
          <BlockForm
            key={is.version}
            block={block}
            onDone={(now) => {
              setChanging(false)
              navigate(`/stock/${now}`, { replace: true })
            }}
          />
        </div>
      )}
      <div className="mt-4 grid gap-x-10 gap-y-4 sm:grid-cols-[auto_minmax(0,1fr)]">
        <div>
          <div className="flex items-center gap-3">
            <FitMark fit={block.fit} size={34} />
            <strong className={`text-xl ${block.fit ? 'text-leaf' : 'text-plum'}`}>
              {block.fit ? 'Fit to take' : 'Not fit to take'}
            </strong>
          </div>
          <p className="mt-1">
            <strong className="text-4xl">{block.left}</strong>
            {block.left < block.canGive && <span className="text-lg soft"> of {block.canGive}</span>}
          </p>
          <p className="text-sm soft">
            {sayWeek(week, mondayOf(week), session.nursery)},{' '}
            {block.clumps
              ? `pieces of ${plural(block.clumps.lift, 'clump')} that may be lifted, ${block.clumps.each} each; ${block.clumps.back} of them ${block.clumps.back === 1 ? 'goes' : 'go'} back to the bed`
              : `${plural(block.perPlant, 'cutting')} a plant${block.perShoot > 1 ? `, ${block.perShoot} from a shoot` : ''}`}
          </p>
          <p className="mt-1">
            {open ? (
              <strong className="text-leaf">material is right{block.window.closesIn <= 1 && ', for a week or so'}</strong>
            ) : (
              <span className="soft">in season in {plural(block.window.opensIn, 'week')}</span>
            )}
          </p>
        </div>
        <div className="min-w-0 self-center">{block.against.length > 0 && <Against reasons={block.against} />}</div>
      </div>
      <div className="mt-6 grid grid-cols-[minmax(0,1fr)] gap-8 lg:grid-cols-[minmax(0,1.4fr)_minmax(0,1fr)]">
        <div className="grid content-start gap-8">
          <section className="min-w-0">
            <h2>{block.clumps ? 'Clumps in the bed' : 'Shoots on one plant'}</h2>
            <p className="text-sm soft">
              {block.clumps
                ? `At most ${Math.round(100 * is.capShare)} in 100 lifted at one take; what goes back is as it was after ${plural(is.recoveryWeeks, 'week')} of growth`
                : `A take of at most ${Math.round(100 * is.capShare)} in 100; each shoot taken has become ${is.branching} after ${plural(is.recoveryWeeks, 'week')} of growth`}
              {is.yearCap !== null && `; at most ${is.yearCap} cuttings a plant in a year`}.
            </p>
            <Sideways of="Shoots on one plant over the year">
              <div className="min-w-[34rem]">
                <Shoots season={block.season} takes={block.takes} week={week} today={session.today} />
              </div>
            </Sideways>
            {block.takes.length > 0 && (
              <ul className="flex flex-wrap gap-x-5 text-sm">
                {block.takes.map((take) => (
                  <li key={take.batch}>
                    {sayDay(take.on, session.today)}: {take.cuttings} for{' '}
                    <Link className="word" to={`/batches/${take.batch}`}>
                      {take.batch}
                    </Link>
                    {!take.stuck && <span className="soft"> planned</span>}
                  </li>
                ))}
              </ul>
            )}
          </section>
          <BlockYear block={block} />
          {block.path && (
            <section className="min-w-0">
              <h2>Clumps over the years</h2>
              <p className="mb-1 text-sm soft">
                {is.multiplication} pieces from a clump, {Math.round(100 * (is.survival ?? 0))} in 100 come through
              </p>
              <ClumpPath path={block.path} />
            </section>
          )}
          <NamedPlants block={block} />
        </div>
        <div className="grid content-start gap-8">
          {block.licence && (
            <section>
              <h2 className="mb-1">Rights</h2>
              <LicenceBar licence={block.licence} />
              <Link className="word" to="/stock/rights">
                Licence {block.licence.number}
              </Link>
            </section>
          )}
          <Inspected block={block} />
        </div>
      </div>
    </>
  )
}
