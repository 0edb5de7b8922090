import { useForm } from 'react-hook-form'
import { type Batch, Refusal } from '../api/client'
import { useChoices } from '../api/queries'
import { useAct } from '../api/writes'
import { Against } from '../drawings/FitMark'
import { Field } from '../forms/Field'
import { useKept } from '../forms/kept'
import { numeric } from '../forms/number'
import { FormRefusal, showRefusal } from '../forms/refusals'
import { Stepper } from '../forms/Stepper'
import { useShown } from '../shell/week'
import { piecesOf } from '../words'
import { Safety } from './Safety'
import { useSayDone } from './useUndo'

const NAMES = [
  'on',
  'stuck',
  'tooPoor',
  'trays',
  'trayNumbers',
  'mix',
  'hormone',
  'people',
  'despite',
  'restStays',
  'lifted',
  'toBed',
] as const

/** What was stuck: the actual count, day, people, trays, mix and hormone. */
export function StickForm({ batch, onDone }: { batch: Batch; onDone: () => void }) {
  const { session } = useShown()
  const { data: choices } = useChoices()
  const sayDone = useSayDone(batch.code)
  const stick = useAct(batch.code, 'stick')
  const form = useForm({
    defaultValues: {
      on: session.today,
      stuck: String(batch.planned),
      tooPoor: '0',
      trays: String(batch.trays),
      trayNumbers: batch.trayNumbers ?? (batch.trays > 1 ? `1–${batch.trays}` : '1'),
      mix: batch.mix ?? batch.sheet.mix,
      hormone: batch.hormone ?? batch.sheet.hormone ?? '',
      people: [String(session.account?.id ?? '')],
      despite: '',
      restStays: false,
      lifted: '',
      toBed: '',
    },
  })
  const kept = useKept(form, 'stick')
  const said = (text: string) => (batch.lift && text.trim() !== '' ? numeric(text) : undefined)
  const { errors } = form.formState
  const save = form.handleSubmit((typed) =>
    stick
      .mutateAsync({
        ...typed,
        stuck: numeric(typed.stuck),
        tooPoor: numeric(typed.tooPoor),
        trays: numeric(typed.trays),
        // Not said, they are reckoned from what is stuck.
        lifted: said(typed.lifted),
        toBed: said(typed.toBed),
      })
      .then((saved) => {
        sayDone(saved, `Stuck ${saved.stuck} of ${saved.crop}, ${saved.code}.`)
        onDone()
      })
      .catch((refusal) => refusal instanceof Refusal && showRefusal(form, refusal, NAMES)),
  )
  return (
    <form onSubmit={save} noValidate aria-label={`Stick ${batch.code}`} className="grid gap-4 sm:grid-cols-2 lg:grid-cols-3">
      {kept}
      <Stepper
        control={form.control}
        name="stuck"
        label="Stuck"
        hint={
          batch.together > 1
            ? `planned ${batch.planned} ${piecesOf(batch.method)}; ${batch.together} of a hole are one plant`
            : `planned ${batch.planned}`
        }
      />
      <Stepper control={form.control} name="tooPoor" label="Thrown as too poor" hint="collected, not stuck" />
      <Stepper control={form.control} name="trays" label="Trays" hint={`${batch.trayKind}, to ${batch.zone}`} />
      {batch.lift && (
        <>
          <Stepper
            control={form.control}
            name="lifted"
            label="Clumps lifted"
            hint={`of ${batch.block}, ${batch.lift.each} pieces each; planned ${batch.lift.clumps}, empty: as many as what is stuck needs`}
          />
          <Stepper
            control={form.control}
            name="toBed"
            label="Pieces back to the bed"
            hint="empty: all that is neither stuck nor thrown"
          />
        </>
      )}
      <Field label="Day" error={errors.on}>
        {(ids) => <input {...ids} {...form.register('on')} type="date" className="field-text" />}
      </Field>
      <Field label="Tray numbers" error={errors.trayNumbers}>
        {(ids) => <input {...ids} {...form.register('trayNumbers')} className="field-text" />}
      </Field>
      <Field label="Mix" error={errors.mix} hint="wet it first: dry perlite and peat dust go to the lungs">
        {(ids) => <input {...ids} {...form.register('mix')} list="mixes" className="field-text" />}
      </Field>
      <Field
        label="Hormone"
        error={errors.hormone}
        hint={form.watch('hormone') ? 'gloves; the product label overrides this' : 'none'}
      >
        {(ids) => <input {...ids} {...form.register('hormone')} list="hormones" className="field-text" />}
      </Field>
      <fieldset className="sm:col-span-2">
        <legend className="mb-1 text-sm font-semibold">Who stuck it</legend>
        <div className="flex flex-wrap gap-x-5">
          {choices?.people
            .filter((person) => person.endedOn === null && (person.role === 'propagator' || person.role === 'hand'))
            .map((person) => (
              <label key={person.id} className="flex min-h-11 cursor-pointer items-center gap-2">
                <input type="checkbox" className="checkbox" value={String(person.id)} {...form.register('people')} />
                {person.name}
              </label>
            ))}
        </div>
        {errors.people && (
          <p role="alert" className="refusal text-sm">
            {errors.people.message}
          </p>
        )}
      </fieldset>
      {batch.keepsDays > 0 && Number(numeric(form.watch('stuck'))) + Number(numeric(form.watch('tooPoor'))) < batch.planned && (
        <div className="sm:col-span-full">
          <label className="flex min-h-11 cursor-pointer items-center gap-2">
            <input type="checkbox" className="checkbox" {...form.register('restStays')} /> the rest stays in its bundles, to be
            stuck later
          </label>
          {errors.restStays && (
            <p role="alert" className="refusal text-sm">
              {errors.restStays.message}
            </p>
          )}
        </div>
      )}
      {batch.against.length > 0 && (
        <div className="grid gap-2 sm:col-span-full">
          <p>
            <strong>Block {batch.block} is not fit to take from.</strong>
          </p>
          <Against reasons={batch.against} />
          <Field label="Why it is stuck all the same" error={errors.despite} hint="kept with the batch">
            {(ids) => <input {...ids} {...form.register('despite')} className="field-text" />}
          </Field>
        </div>
      )}
      {batch.against.length === 0 && errors.despite && (
        <div className="sm:col-span-full">
          <Field label="Why it is stuck all the same" error={errors.despite}>
            {(ids) => <input {...ids} {...form.register('despite')} className="field-text" />}
          </Field>
        </div>
      )}
      <datalist id="mixes">
        {choices?.mixes.map((mix) => (
          <option key={mix} value={mix} />
        ))}
      </datalist>
      <datalist id="hormones">
        {choices?.hormones.map((hormone) => (
          <option key={hormone} value={hormone} />
        ))}
      </datalist>
      <div className="sm:col-span-full">
        <Safety own={batch.sheet.safety} words="Cut away from the hand, with a cut-proof glove. Label the trays at once." />
        <FormRefusal form={form} />
        <button type="submit" className="act-main mt-2" disabled={stick.isPending}>
          Stuck
        </button>
      </div>
    </form>
  )
}
