import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { type Batch, Refusal, type Schemas } from '../api/client'
import { useChoices, useCountTried, usePotJob } from '../api/queries'
import { useAct } from '../api/writes'
import { SplitBar } from '../drawings/SplitBar'
import { Choose } from '../forms/Choose'
import { Field } from '../forms/Field'
import { useKept } from '../forms/kept'
import { numeric } from '../forms/number'
import { FormRefusal, showRefusal } from '../forms/refusals'
import { drawn, Stepper } from '../forms/Stepper'
import { BringAlong } from '../potting/BringAlong'
import { useShown } from '../shell/week'
import { CAUSE_WORDS, OUT_OF_TRAY, plural, sayDay } from '../words'
import { MethodFields } from './BookFields'
import { useSayDone } from './useUndo'

type Cause = Schemas['Cause']

const ENTERED = ['rooted', 'unrooted', 'potted', 'thrownRooted', 'thrownUnrooted', 'changedRooted', 'changedUnrooted'] as const

/** The whole line counted and dealt with in one step: potted now, left longer, thrown, made into something else. */
export function CountForm({ batch, line, onDone }: { batch: Batch; line: number; onDone: () => void }) {
  const { session } = useShown()
  const { data: choices } = useChoices()
  const sayDone = useSayDone(batch.code)
  const count = useAct(batch.code, 'count')
  const [changing, setChanging] = useState(false)
  const standing = batch.lines.find((one) => one.number === line)?.standing ?? {}
  const stuck = standing.stuck ?? 0
  const rootedBefore = standing.rooted ?? 0
  const causes = (choices?.causes ?? []).filter((cause) => cause !== 'unrooted')
  const form = useForm({
    defaultValues: {
      on: session.today,
      rooted: '',
      unrooted: '',
      potted: '',
      thrownRooted: '0',
      thrownUnrooted: '0',
      changedRooted: '0',
      changedUnrooted: '0',
      method: 'tip cutting',
      material: 'softwood',
      pot: '',
      intoLot: '',
      lost: Object.fromEntries(Object.keys(CAUSE_WORDS).map((cause) => [cause, '0'])) as Record<Cause, string>,
    },
  })
  const kept = useKept(form, `count ${line}`)
  const typed = form.watch()
  const counts = (from: typeof typed) => ({
    line,
    ...(Object.fromEntries(ENTERED.map((name) => [name, numeric(from[name])])) as Record<
      (typeof ENTERED)[number],
      number | string
    >),
    lost: Object.fromEntries(causes.map((cause) => [cause, numeric(from.lost[cause])])),
  })
  const isEmpty = typed.rooted.trim() === '' && typed.unrooted.trim() === ''
  const { data: tried } = useCountTried(batch.code, isEmpty || causes.length === 0 ? null : counts(typed))
  const pot = drawn(typed.pot) || undefined
  const into = pot ? choices?.pots.find((one) => one.id === pot) : undefined
  const { data: job } = usePotJob(batch.code, { line, pot, ...(typed.potted.trim() !== '' && { pots: drawn(typed.potted) }) })
  const names = ['on', ...ENTERED, 'method', 'material', 'pot', 'intoLot', ...causes.map((cause) => `lost.${cause}`)]
  const save = form.handleSubmit((entered) => {
    const changes = drawn(entered.changedRooted) + drawn(entered.changedUnrooted) > 0
    return count
      .mutateAsync({
        ...counts(entered),
        on: entered.on,
        ...(changes && { method: entered.method, material: entered.material }),
        ...(pot && { pot }),
        ...(entered.intoLot !== '' && { intoLot: entered.intoLot }),
      })
      .then((saved) => {
        sayDone(saved, `${saved.acts[0]?.says}.`)
        onDone()
      })
      .catch((refusal) => {
        if (!(refusal instanceof Refusal)) return
        if (refusal.field === 'lost') form.setError('root', { message: refusal.message })
        else showRefusal(form, refusal, names)
      })
  })
  const thrown = drawn(typed.thrownRooted) + drawn(typed.thrownUnrooted)
  const lost = causes.reduce((sum, cause) => sum + drawn(typed.lost[cause]), 0)
  return (
    <form onSubmit={save} noValidate aria-label={`Count ${batch.code}`} className="grid gap-5">
      {kept}
      {job && <BringAlong work={job.work} from="trays" mind={job.riskWords && `${job.why}; ${job.riskWords}.`} />}
      <p>
        The book has <strong>{stuck}</strong> stuck on line {line}
        {rootedBefore > 0 && (
          <>
            {' '}
            and <strong>{rootedBefore}</strong> rooted before
          </>
        )}
        . Count every one.
      </p>
      <div className="grid gap-x-5 gap-y-3 sm:grid-cols-2 lg:grid-cols-4">
        <Stepper control={form.control} name="rooted" label="Rooted" />
        <Stepper control={form.control} name="unrooted" label="Unrooted, alive" />
        {causes.map((cause) => (
          <Stepper key={cause} control={form.control} name={`lost.${cause}`} label={`Lost: ${CAUSE_WORDS[cause]}`} />
        ))}
      </div>
      <fieldset>
        <legend className="mb-2 font-semibold">And now</legend>
        <div className="grid gap-x-5 gap-y-3 sm:grid-cols-2 lg:grid-cols-4">
          <Stepper
            control={form.control}
            name="potted"
            label={`${OUT_OF_TRAY[(into ?? job?.work.pot)?.leaves ?? 'pot'].done} now`}
            hint="of the rooted"
          />
          <Stepper control={form.control} name="thrownRooted" label="Rooted, thrown as too poor" />
          <Stepper control={form.control} name="thrownUnrooted" label="Unrooted, thrown" />
          <Field label="Day" error={form.formState.errors.on}>
            {(ids) => <input {...ids} {...form.register('on')} type="date" className="field-text !min-h-12" />}
          </Field>
          <Field label="Into" error={form.formState.errors.pot}>
            {(ids) => (
              <Choose {...ids} {...form.register('pot')} value={String(form.watch('pot') ?? '')} className="field-text !min-h-12">
                <option value="">{job && !pot ? job.work.pot.name : 'as its order or sheet asks'}</option>
                {choices?.pots.map((one) => (
                  <option key={one.id} value={one.id}>
                    {one.name}
                  </option>
                ))}
              </Choose>
            )}
          </Field>
          <Field label="Stands with" error={form.formState.errors.intoLot} hint="its batches stay known">
            {(ids) => (
              <Choose
                {...ids}
                {...form.register('intoLot')}
                value={String(form.watch('intoLot') ?? '')}
                className="field-text !min-h-12"
              >
                <option value="">a lot of its own</option>
                {job?.lots.map((lot) => (
                  <option key={lot.code} value={lot.code}>
                    {lot.code}, {lot.batches.join(' and ')}, potted {sayDay(lot.pottedOn, session.today)}
                  </option>
                ))}
              </Choose>
            )}
          </Field>
        </div>
        <button type="button" className="act mt-3" aria-expanded={changing} onClick={() => setChanging(!changing)}>
          Some are made into something else
        </button>
        {changing && (
          <div className="mt-3 grid gap-x-5 gap-y-3 sm:grid-cols-2 lg:grid-cols-4">
            <Stepper control={form.control} name="changedRooted" label="Rooted, changed" hint="a division that snapped" />
            <Stepper control={form.control} name="changedUnrooted" label="Unrooted, changed" hint="stuck afresh" />
            <MethodFields form={form} />
          </div>
        )}
        <p className="mt-2 text-sm soft">
          What is neither potted, thrown nor changed is left longer{drawn(typed.potted) > 0 ? ', as a line of its own' : ''}.
        </p>
      </fieldset>
      <div className="grid gap-2">
        <SplitBar
          there={stuck + rootedBefore}
          split={{
            potted: drawn(typed.potted),
            left: tried?.adds ? (tried.left ?? 0) : 0,
            changed: drawn(typed.changedRooted) + drawn(typed.changedUnrooted),
            thrown: thrown + lost,
          }}
        />
        <p className={tried && !tried.adds ? 'text-plum' : undefined} role="note" aria-live="polite" aria-label="Does it add up">
          {tried ? tried.words : `${plural(stuck + rootedBefore, 'plant')} to account for.`}
        </p>
      </div>
      <FormRefusal form={form} />
      <div>
        <button type="submit" className="act-main" disabled={count.isPending}>
          Enter in the book
        </button>
      </div>
    </form>
  )
}
