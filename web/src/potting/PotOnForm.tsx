import { useEffect, useRef } from 'react'
import { useForm } from 'react-hook-form'
import { useNavigate } from 'react-router'
import { Refusal, type Schemas } from '../api/client'
import { usePotOnWork } from '../api/queries'
import { useLotAct } from '../api/writes'
import { Choose } from '../forms/Choose'
import { Field } from '../forms/Field'
import { useKept } from '../forms/kept'
import { numeric } from '../forms/number'
import { FormRefusal, showRefusal } from '../forms/refusals'
import { drawn, Stepper } from '../forms/Stepper'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'
import { BringAlong } from './BringAlong'

/** Some or all of what grows in a lot goes into a bigger pot, as a lot of its own; what to bring is said as it is chosen. */
export function PotOnForm({ lot, into }: { lot: Schemas['Lot']; into?: { pot: number; count: number } }) {
  const { session } = useShown()
  const navigate = useNavigate()
  const write = useLotAct(lot.code, 'pot-on')
  const undo = useLotAct(lot.code, 'undo')
  const form = useForm({
    defaultValues: {
      on: session.today,
      count: String(into?.count ?? lot.potted),
      pot: String(into?.pot ?? lot.bigger[0]?.id ?? ''),
      mix: '',
    },
  })
  const kept = useKept(form, 'pot on')
  const { errors } = form.formState
  const opened = useRef<HTMLFormElement>(null)
  // It may be asked for from further down the page.
  useEffect(() => {
    opened.current?.scrollIntoView({ block: 'nearest' })
  }, [])
  const [pot, count] = form.watch(['pot', 'count'])
  const { data, error } = usePotOnWork(lot.code, pot === '' ? null : { pot: Number(pot), pots: drawn(count) })
  const save = form.handleSubmit((typed) =>
    write
      .mutateAsync({
        version: lot.version,
        on: typed.on,
        pot: Number(typed.pot),
        count: numeric(typed.count),
        ...(typed.mix.trim() !== '' && { mix: typed.mix.trim() }),
      })
      .then((made) => {
        const done = made.acts[0]
        if (done)
          say(`${done.says}.`, () => undo.mutateAsync({ act: done.id }).then((back) => navigate(`/potting/lots/${back.code}`)))
        navigate(`/potting/lots/${made.code}`)
      })
      .catch((refusal) => {
        if (refusal instanceof Refusal) showRefusal(form, refusal, ['on', 'count', 'pot', 'mix'])
      }),
  )
  return (
    <form ref={opened} onSubmit={save} noValidate aria-label="Pot on" className="grid scroll-mt-40 gap-4">
      {kept}
      {data && <BringAlong work={data.work} from="pots" mind={data.caution && <strong>{data.caution}</strong>} />}
      {error && (
        <p role="alert" className="refusal">
          {error.message}
        </p>
      )}
      <div className="grid gap-4 sm:grid-cols-2 lg:grid-cols-4">
        <Stepper control={form.control} name="count" label="Potted on" hint={`of ${lot.potted} that grow`} />
        <Field label="Into" error={errors.pot}>
          {(ids) => (
            <Choose {...ids} {...form.register('pot')} value={String(form.watch('pot') ?? '')} className="field-text !min-h-12">
              {lot.bigger.map((one) => (
                <option key={one.id} value={one.id}>
                  {one.name}
                </option>
              ))}
            </Choose>
          )}
        </Field>
        <Field label="Mix" error={errors.mix} hint="left empty the same as before">
          {(ids) => <input {...ids} {...form.register('mix')} className="field-text !min-h-12" placeholder={lot.mix} />}
        </Field>
        <Field label="Day" error={errors.on}>
          {(ids) => <input {...ids} {...form.register('on')} type="date" className="field-text !min-h-12" />}
        </Field>
      </div>
      <p className="text-sm soft">
        What is potted on stands as a lot of its own and grows on from now; what is left stays in {lot.code}.
      </p>
      <FormRefusal form={form} />
      <div>
        <button type="submit" className="act-main" disabled={write.isPending}>
          Pot them on
        </button>
      </div>
    </form>
  )
}
