import { useForm } from 'react-hook-form'
import { Refusal, type Schemas } from '../api/client'
import { useLotAct } from '../api/writes'
import { CauseField } from '../batches/BookFields'
import { Choose } from '../forms/Choose'
import { Field } from '../forms/Field'
import { useKept } from '../forms/kept'
import { numeric } from '../forms/number'
import { FormRefusal, showRefusal } from '../forms/refusals'
import { Stepper } from '../forms/Stepper'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'

const ACTS = {
  grow: { count: 'Good and ready', press: 'They are ready' },
  lose: { count: 'Lost', press: 'Enter in the book' },
  send: { count: 'Sent', press: 'Send' },
} as const

/** So many of a lot are ready, lost, or sent; shared over its batches by the server. */
export function LotForm({
  lot,
  act,
  order,
  most,
  onDone,
}: {
  lot: Schemas['Lot']
  act: keyof typeof ACTS
  order?: number
  most: number
  onDone: () => void
}) {
  const { session } = useShown()
  const write = useLotAct(lot.code, act)
  const undo = useLotAct(lot.code, 'undo')
  const form = useForm({
    defaultValues: {
      on: session.today,
      count: act === 'lose' ? '' : String(most),
      cause: 'rot',
      state: lot.potted > 0 ? 'potted' : 'grown',
      passport: '',
    },
  })
  const kept = useKept(form, act)
  const { errors } = form.formState
  const save = form.handleSubmit((typed) =>
    write
      .mutateAsync({
        version: lot.version,
        on: typed.on,
        count: numeric(typed.count),
        ...(act === 'lose' && { cause: typed.cause, state: typed.state }),
        ...(order !== undefined && { order, ...(typed.passport.trim() !== '' && { passport: typed.passport.trim() }) }),
      })
      .then((saved) => {
        const done = saved.acts[0]
        if (done) say(`${done.says}.`, () => undo.mutateAsync({ act: done.id }))
        onDone()
      })
      .catch((refusal) => {
        if (refusal instanceof Refusal) showRefusal(form, refusal, ['on', 'count', 'cause', 'state', 'passport'])
      }),
  )
  return (
    <form onSubmit={save} noValidate aria-label={ACTS[act].count} className="grid gap-4">
      {kept}
      {/* Sending stands beside an order, in half the page: four across would cut the count off. */}
      <div className={`grid gap-4 sm:grid-cols-2 ${act === 'send' ? '' : 'lg:grid-cols-4'}`}>
        <Stepper control={form.control} name="count" label={ACTS[act].count} hint={`of ${most}`} />
        {act === 'lose' && (
          <>
            <CauseField register={form.register('cause')} error={errors.cause} />
            {lot.grown > 0 && lot.potted > 0 && (
              <Field label="Of those" error={errors.state}>
                {(ids) => (
                  <Choose
                    {...ids}
                    {...form.register('state')}
                    value={String(form.watch('state') ?? '')}
                    className="field-text !min-h-12"
                  >
                    <option value="potted">growing, {lot.potted}</option>
                    <option value="grown">ready, {lot.grown}</option>
                  </Choose>
                )}
              </Field>
            )}
          </>
        )}
        {act === 'send' && (
          <Field label="Plant passport" hint="its number, where one goes along" error={errors.passport}>
            {(ids) => <input {...ids} {...form.register('passport')} className="field-text !min-h-12" autoComplete="off" />}
          </Field>
        )}
        <Field label="Day" error={errors.on}>
          {(ids) => <input {...ids} {...form.register('on')} type="date" className="field-text !min-h-12" />}
        </Field>
      </div>
      <FormRefusal form={form} />
      <div>
        <button type="submit" className="act-main" disabled={write.isPending}>
          {ACTS[act].press}
        </button>
      </div>
    </form>
  )
}
