import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { Link, useNavigate, useParams } from 'react-router'
import { answer, api, post, put, Refusal, type Schemas } from '../api/client'
import { useSeenWrite, useWrite } from '../api/writes'
import { RateAxis, RateDots } from '../drawings/RateDots'
import { useKept } from '../forms/kept'
import { numeric } from '../forms/number'
import { FormRefusal } from '../forms/refusals'
import { sayTaken } from '../forms/TakeOut'
import { AsTable } from '../shell/AsTable'
import { say } from '../shell/Said'
import { Unread } from '../shell/Unread'
import { useShown } from '../shell/week'
import { inHundred, plural, sayDay, sayInHundred } from '../words'
import { ResultsRooms } from './ResultsRooms'

type Trial = Schemas['Trial']
type Arm = Trial['arms'][number]

const WASH: Record<string, string> = { A: 'bg-water-wash', B: 'bg-cream', C: 'bg-leaf-wash', D: 'bg-stone-wash' }
const COLUMNS = 'sm:grid-cols-[minmax(10rem,1fr)_minmax(16rem,1.6fr)_minmax(12rem,1fr)]'

/** The letter of an arm, as it stands on its labels. */
const Letter = ({ of }: { of: string }) => (
  <span className={`inline-grid size-8 shrink-0 place-items-center rounded border border-peat font-bold ${WASH[of] ?? ''}`}>
    {of}
  </span>
)

function OneArm({ trial, arm }: { trial: Trial; arm: Arm }) {
  const trays = trial.blocks.flatMap((block, i) =>
    block.flatMap((tray) =>
      tray.arm === arm.letter && tray.stuck !== null && tray.rooted !== null
        ? [{ tray, block: i + 1, stuck: tray.stuck, rooted: tray.rooted }]
        : [],
    ),
  )
  return (
    <li className={`grid items-center gap-x-6 border-t border-stone-wash py-2 ${COLUMNS}`}>
      <div className="flex min-w-0 items-center gap-3">
        <Letter of={arm.letter} />
        <div className="min-w-0">
          <h3 className="break-words">{arm.name}</h3>
          <span className="soft">
            {[arm.isUntreated && 'left untreated', arm.way?.name].filter(Boolean).join(', ')}{' '}
            {arm.batch && (
              <Link className="word" to={`/batches/${arm.batch}`}>
                {arm.batch}
              </Link>
            )}
          </span>
        </div>
      </div>
      {arm.found ? (
        <RateDots
          learnt={{ rate: arm.found.mean, low80: arm.found.low80, high80: arm.found.high80 }}
          history={trays.map((one) => ({
            code: `tray of block ${one.block}`,
            rate: one.rooted / one.stuck,
            stuck: one.stuck,
            could: one.stuck,
            rooted: one.rooted,
            season: '',
            soFar: false,
            mishap: false,
            why: null,
          }))}
          axis={false}
        />
      ) : (
        <span className="hidden sm:block" />
      )}
      <div>
        {arm.counted === 0 ? (
          <span className="soft">not counted yet</span>
        ) : (
          <>
            <strong>
              {arm.rooted} of {arm.stuck}
            </strong>{' '}
            in {plural(arm.counted, 'tray')}
          </>
        )}
        {arm.found && (
          <span className="block">
            {inHundred(arm.found.mean)} in 100, {inHundred(arm.found.low80)} to {inHundred(arm.found.high80)}; best{' '}
            {sayInHundred(arm.found.chanceBest)} times
          </span>
        )}
      </div>
    </li>
  )
}

/** What it comes to, and what it would change. */
function Verdict({ trial }: { trial: Trial }) {
  const { found } = trial
  if (!found) return <p className="mb-4 soft">What it says is told when each arm has a counted tray.</p>
  const name = (letter: string) => trial.arms.find((arm) => arm.letter === letter)?.name ?? letter
  return (
    <p className="mb-4 max-w-3xl" role="status">
      {found.isClear ? (
        <strong>
          {found.best}, {name(found.best)}, is best, more surely than chance would have it.
        </strong>
      ) : (
        <strong>None is best for sure. {name(found.best)} is ahead, within chance.</strong>
      )}{' '}
      {found.fewerStuck !== null && found.fewerStuck > 0 && (
        <>
          As many as rooted in the last year, {found.rootedInAYear}, would take {found.fewerStuck} fewer cuttings than by{' '}
          {name(found.measure)}: {found.currency} {found.saves} of material and work.
        </>
      )}
    </p>
  )
}

/** The trays as they stand along the bench, block by block. */
function Bench({ trial }: { trial: Trial }) {
  return (
    <section aria-label="On the bench" className="mb-6">
      <h2 className="mb-1">On the bench</h2>
      <p className="mb-2 max-w-3xl soft">
        Put the trays in this order from one end of the bench to the other. Each block has each arm once, in an order given by
        chance, so that warm and cool ends favour none.
      </p>
      <ol className="flex flex-wrap gap-x-5 gap-y-3">
        {trial.blocks.map((block, i) => (
          <li key={block[0]?.id} className="flex items-center gap-1">
            <span className="mr-1 text-sm soft">{i + 1}</span>
            {block.map((tray) => (
              <span
                key={tray.id}
                className={`grid h-14 w-16 content-center justify-items-center rounded border border-peat ${WASH[tray.arm] ?? ''}`}
              >
                <strong>{tray.arm}</strong>
                <span className="text-sm">{tray.stuck === null ? '–' : `${tray.rooted}/${tray.stuck}`}</span>
              </span>
            ))}
          </li>
        ))}
      </ol>
    </section>
  )
}

/** What was counted, tray by tray as they stand; a tray with nothing in it is not counted. */
function Counting({ trial }: { trial: Trial }) {
  const trays = trial.blocks.flatMap((block, i) => block.map((tray, j) => ({ ...tray, block: i + 1, place: j + 1 })))
  const form = useForm<Record<string, string>>({
    values: Object.fromEntries(
      trays.flatMap((tray) => [
        [`r${tray.id}`, tray.rooted === null ? '' : String(tray.rooted)],
        [`s${tray.id}`, String(tray.stuck ?? trial.perTray)],
      ]),
    ),
    resetOptions: { keepDirtyValues: true },
  })
  const kept = useKept(form, 'Counts')
  const count = useSeenWrite((body: Parameters<typeof put<'/api/trials/{id}/trays'>>[1]) =>
    put('/api/trials/{id}/trays', body, { id: trial.id }),
  )
  const save = form.handleSubmit(async (typed) => {
    const sent = trays.map((tray) => {
      const rooted = (typed[`r${tray.id}`] ?? '').trim()
      return rooted === ''
        ? { id: tray.id, stuck: null, rooted: null }
        : { id: tray.id, stuck: numeric(typed[`s${tray.id}`] ?? ''), rooted: numeric(rooted) }
    })
    try {
      await count.mutateAsync({ version: trial.version, trays: sent })
      say('Counted.')
    } catch (refusal) {
      if (!(refusal instanceof Refusal)) throw refusal
      const at = /^trays\[(\d+)\]\.(stuck|rooted)/.exec(refusal.field)
      const tray = at ? trays[Number(at[1])] : undefined
      if (tray) form.setError(`${at?.[2] === 'stuck' ? 's' : 'r'}${tray.id}`, { message: refusal.message }, { shouldFocus: true })
      else form.setError('root', { message: refusal.message })
    }
  })
  return (
    <form onSubmit={save} noValidate aria-label="Counts" className="no-print mb-6 max-w-xl">
      <h2 className="mb-1">Count</h2>
      {kept}
      <table className="w-full text-left">
        <thead>
          <tr className="text-sm soft">
            <th>Block</th>
            <th>Tray</th>
            <th>Arm</th>
            <th>Rooted</th>
            <th>of stuck</th>
          </tr>
        </thead>
        <tbody>
          {trays.map((tray) => {
            const wrong = form.formState.errors[`r${tray.id}`] ?? form.formState.errors[`s${tray.id}`]
            const where = `block ${tray.block}, tray ${tray.place}, arm ${tray.arm}`
            return (
              <tr key={tray.id}>
                <td>{tray.block}</td>
                <td>{tray.place}</td>
                <td>
                  <Letter of={tray.arm} />
                </td>
                <td>
                  <input
                    {...form.register(`r${tray.id}`)}
                    aria-label={`Rooted, ${where}`}
                    aria-invalid={form.formState.errors[`r${tray.id}`] !== undefined}
                    aria-describedby={wrong ? `wrong-${tray.id}` : undefined}
                    inputMode="numeric"
                    className="field-text w-20"
                  />
                </td>
                <td>
                  <input
                    {...form.register(`s${tray.id}`)}
                    aria-label={`Stuck, ${where}`}
                    aria-invalid={form.formState.errors[`s${tray.id}`] !== undefined}
                    inputMode="numeric"
                    className="field-text w-20"
                  />
                  {wrong && (
                    <span id={`wrong-${tray.id}`} role="alert" className="refusal block text-sm">
                      {wrong.message}
                    </span>
                  )}
                </td>
              </tr>
            )
          })}
        </tbody>
      </table>
      <FormRefusal form={form} />
      <button type="submit" className="act-main mt-3" disabled={count.isPending}>
        Keep the counts
      </button>
    </form>
  )
}

/** A label for each tray, printed with the page. */
function TrayLabels({ trial }: { trial: Trial }) {
  return (
    <section aria-label="Labels" className="mb-6 hidden sm:block print:block">
      <h2 className="mb-2">Labels</h2>
      <ul className="flex flex-wrap gap-2">
        {trial.blocks.flatMap((block, i) =>
          block.map((tray, j) => (
            <li key={tray.id} className="w-44 rounded border border-peat p-2 leading-tight break-inside-avoid">
              <strong className="mr-2 text-2xl">{tray.arm}</strong>
              block {i + 1}, tray {j + 1}
              <span className="block truncate">{trial.arms.find((arm) => arm.letter === tray.arm)?.name}</span>
              <span className="block truncate text-sm">{trial.cropName}</span>
              <span className="block text-sm">
                trial {trial.id}, {sayDay(trial.laidOn)} {trial.laidOn.slice(0, 4)}
              </span>
            </li>
          )),
        )}
      </ul>
    </section>
  )
}

/** An arm becomes how it is done, or the trial is dropped; until then it goes on. */
function Conclude({ trial }: { trial: Trial }) {
  const [ended, setEnded] = useState(trial.found?.isClear ? trial.found.best : '')
  const [why, setWhy] = useState('')
  const end = useSeenWrite(
    () =>
      post(
        '/api/trials/{id}/end',
        ended === ''
          ? { version: trial.version, ended: 'dropped', why }
          : { version: trial.version, ended: 'adopted', arm: ended, why },
        { id: trial.id },
      ),
    () => say('Concluded.'),
  )
  const again = useSeenWrite(
    () => post('/api/trials/{id}/again', { version: trial.version }, { id: trial.id }),
    () => say('It goes on.'),
  )
  const failed = end.error ?? again.error
  const way = trial.arms.find((arm) => arm.letter === ended)?.way
  return (
    <section aria-label="Conclusion" className="no-print sheet mb-6 max-w-3xl p-4">
      {trial.ended ? (
        <div className="flex flex-wrap items-center gap-3">
          <p className="grow">
            <strong className="first-letter:uppercase">
              {trial.endedWords}
              {trial.adopted && ` ${trial.adopted}`}
            </strong>
            : {trial.endedWhy} <span className="soft">{trial.endedOn && sayDay(trial.endedOn)}</span>
          </p>
          <button type="button" className="act" disabled={again.isPending} onClick={() => again.mutate(undefined)}>
            Go on with it
          </button>
        </div>
      ) : (
        <form
          className="flex flex-wrap items-end gap-3"
          onSubmit={(event) => {
            event.preventDefault()
            end.mutate(undefined)
          }}
        >
          <label className="grid gap-1 text-sm font-semibold">
            Conclude
            <select className="field-text" value={ended} onChange={(event) => setEnded(event.target.value)}>
              {trial.arms.map((arm) => (
                <option key={arm.letter} value={arm.letter}>
                  adopt {arm.letter}, {arm.name}
                </option>
              ))}
              <option value="">drop it</option>
            </select>
          </label>
          <label className="grid min-w-56 grow gap-1 text-sm font-semibold">
            Why
            <input className="field-text" value={why} onChange={(event) => setWhy(event.target.value)} />
          </label>
          <button type="submit" className="act" disabled={why.trim() === '' || end.isPending}>
            Conclude it
          </button>
          {ended !== '' && (
            <p className="w-full soft">
              {way
                ? `${way.name} becomes the house way of ${trial.cropName}.`
                : `The arm has no way of its own: change the sheet of ${trial.cropName} by hand.`}
            </p>
          )}
        </form>
      )}
      {failed && (
        <p role="alert" className="refusal mt-2">
          {failed.message}
        </p>
      )}
    </section>
  )
}

/** The batch that each arm is entered as. */
function Batches({ trial }: { trial: Trial }) {
  const link = useSeenWrite((body: Parameters<typeof put<'/api/trials/{id}/arms'>>[1]) =>
    put('/api/trials/{id}/arms', body, { id: trial.id }),
  )
  return (
    <section aria-label="Batches of the arms" className="no-print mb-6 max-w-xl">
      <h2 className="mb-1">Batches</h2>
      {trial.arms.map((arm) => (
        <form
          key={arm.letter + (arm.batch ?? '')}
          className="mb-2 flex flex-wrap items-end gap-3"
          onSubmit={(event) => {
            event.preventDefault()
            const typed = String(new FormData(event.currentTarget).get('batch') ?? '').trim()
            link.mutate({ version: trial.version, arm: arm.letter, batch: typed === '' ? null : typed })
          }}
        >
          <Letter of={arm.letter} />
          <label className="grid gap-1 text-sm font-semibold">
            Batch of arm {arm.letter}
            <input name="batch" defaultValue={arm.batch ?? ''} className="field-text w-40" autoComplete="off" />
          </label>
          <button type="submit" className="act" disabled={link.isPending}>
            Link <span className="sr-only">arm {arm.letter}</span>
          </button>
        </form>
      ))}
      {link.error && (
        <p role="alert" className="refusal">
          {link.error.message}
        </p>
      )}
    </section>
  )
}

/** One question put to the bench: what it says, how its trays lie, what is counted. */
export function TrialPage() {
  const { id = '' } = useParams()
  const navigate = useNavigate()
  const { mayPlan, mayLog, session } = useShown()
  const read = useQuery({
    queryKey: ['trial', id],
    queryFn: () => answer(api.GET('/api/trials/{id}', { params: { path: { id: Number(id) } } })),
  })
  const take = useWrite(
    () => answer(api.DELETE('/api/trials/{id}', { params: { path: { id: Number(id) } } })),
    ({ taken }) => {
      navigate('/results/trials')
      sayTaken('The trial', taken)
    },
  )
  const { data: trial } = read
  if (!trial) return <Unread of={read} title="Trial" rooms={<ResultsRooms />} />
  return (
    <>
      <div className="mb-2 flex flex-wrap items-center gap-x-4 gap-y-1">
        <h1>{trial.question}</h1>
        <button type="button" className="act no-print" onClick={() => print()}>
          Print
        </button>
        <AsTable
          name={`trial-${trial.id}`}
          heads={['block', 'tray', 'arm', 'what', 'rooted', 'stuck']}
          rows={() =>
            trial.blocks.flatMap((block, i) =>
              block.map((tray, j) => [
                i + 1,
                j + 1,
                tray.arm,
                trial.arms.find((arm) => arm.letter === tray.arm)?.name,
                tray.rooted,
                tray.stuck,
              ]),
            )
          }
        />
      </div>
      <p className="mb-4">
        <Link className="word" to={`/crops/${trial.crop}`}>
          {trial.cropName}
        </Link>
        , laid {sayDay(trial.laidOn, session.today)} by {trial.by}, {trial.perTray} cuttings to a tray; {inHundred(trial.hoped)}{' '}
        in 100 rather than {inHundred(trial.usually)} would make a difference.
      </p>
      <Verdict trial={trial} />
      <section aria-label="Arms" className="mb-6">
        <div className={`grid gap-x-6 ${COLUMNS}`}>
          <span className="hidden sm:block" />
          {trial.found ? <RateAxis /> : <span className="hidden sm:block" />}
          <span className="hidden sm:block" />
        </div>
        <ul>
          {trial.arms.map((arm) => (
            <OneArm key={arm.letter} trial={trial} arm={arm} />
          ))}
        </ul>
      </section>
      {mayPlan && <Conclude key={`${trial.ended} ${trial.found?.best} ${trial.found?.isClear}`} trial={trial} />}
      <Bench trial={trial} />
      {mayLog && !trial.ended && <Counting trial={trial} />}
      <TrayLabels trial={trial} />
      {mayPlan && <Batches trial={trial} />}
      {mayPlan && (
        <p className="no-print">
          <button type="button" className="word min-h-8" disabled={take.isPending} onClick={() => take.mutate(undefined)}>
            Take out this trial
          </button>
        </p>
      )}
    </>
  )
}
