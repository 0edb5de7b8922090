import { useForm } from 'react-hook-form'
import { type Batch, Refusal, type Schemas } from '../api/client'
import { useAct, useChoices } from '../api/queries'
import { Field } from '../forms/Field'
import { FormRefusal, showRefusal } from '../forms/refusals'
import { numeric, Stepper } from '../forms/Stepper'
import { useShown } from '../shell/week'
import { CAUSE_WORDS, plural } from '../words'
import { Safety } from './Safety'
import { useSayDone } from './useUndo'

type Cause = Schemas['Cause']

/** The whole line counted and dealt with in one step: potted now, left longer, thrown. */
export function CountForm({ batch, line, onDone }: { batch: Batch; line: number; onDone: () => void }) {
  const { session } = useShown()
  const { data: choices } = useChoices()
  const sayDone = useSayDone(batch.code)
  const count = useAct(batch.code, 'count')
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
      lost: { rot: '0', dried_out: '0', pest: '0', mechanical: '0', mislaid: '0', too_poor: '0', unrooted: '0' } as Record<
        Cause,
        string
      >,
    },
  })
  const names = [
    'on',
    'rooted',
    'unrooted',
    'potted',
    'thrownRooted',
    'thrownUnrooted',
    ...causes.map((cause) => `lost.${cause}`),
  ]
  const save = form.handleSubmit((typed) =>
    count
      .mutateAsync({
        line,
        on: typed.on,
        rooted: numeric(typed.rooted),
        unrooted: numeric(typed.unrooted),
        potted: numeric(typed.potted),
        thrownRooted: numeric(typed.thrownRooted),
        thrownUnrooted: numeric(typed.thrownUnrooted),
        lost: Object.fromEntries(causes.map((cause) => [cause, numeric(typed.lost[cause])])),
      })
      .then((saved) => {
        sayDone(saved, `${saved.acts[0]?.says}.`)
        onDone()
      })
      .catch((refusal) => {
        if (!(refusal instanceof Refusal)) return
        if (refusal.field === 'lost') form.setError('root', { message: refusal.message })
        else showRefusal(form, refusal, names)
      }),
  )
  return (
    <form onSubmit={save} noValidate aria-label={`Count ${batch.code}`} className="grid gap-5">
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
          <Stepper control={form.control} name="potted" label="Potted now" hint="of the rooted" />
          <Stepper control={form.control} name="thrownRooted" label="Rooted, thrown as too poor" />
          <Stepper control={form.control} name="thrownUnrooted" label="Unrooted, thrown" />
          <Field label="Day" error={form.formState.errors.on}>
            {(ids) => <input {...ids} {...form.register('on')} type="date" className="field-text !min-h-12" />}
          </Field>
        </div>
        <p className="mt-2 text-sm soft">
          What is neither potted nor thrown is left longer{Number(form.watch('potted')) > 0 ? ', as a line of its own' : ''}.
        </p>
      </fieldset>
      <Safety own={null} words="Water before potting; keep roots shaded and moist. Potting mix: gloves, and wash hands after." />
      <FormRefusal form={form} />
      <div>
        <button type="submit" className="act-main" disabled={count.isPending}>
          Enter in the book
        </button>
        <span className="ml-3 text-sm soft">{plural(stuck + rootedBefore, 'plant')} to account for</span>
      </div>
    </form>
  )
}
