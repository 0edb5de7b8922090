import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { answer, api, Refusal, type Schemas } from '../api/client'
import { useWrite } from '../api/writes'
import { Safety } from '../batches/Safety'
import { Pour } from '../drawings/Pour'
import { Choose } from '../forms/Choose'
import { Field } from '../forms/Field'
import { useKept } from '../forms/kept'
import { numeric } from '../forms/number'
import { FormRefusal, showRefusal } from '../forms/refusals'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'
import { sayMass, sayPpm, sayVolume } from '../words'
import { type Reading, Readings } from './Readings'

type Hormone = Schemas['Hormone']

interface Typed {
  stock: string
  ppm: string
  cuttings: string
  depthCm: string
  batches: string
  on: string
}

/** A dip reckoned and made: never more than the cuttings take. */
export function MakeDip({ stocks }: { stocks: Hormone[] }) {
  const { session, mayLog } = useShown()
  const able = stocks.filter((stock) => stock.discardedOn === null)
  const form = useForm<Typed>({
    defaultValues: {
      stock: String(able.find((stock) => stock.kind === 'liquid')?.id ?? able[0]?.id ?? ''),
      ppm: '3000',
      cuttings: '400',
      depthCm: '1.5',
      batches: '',
      on: session.today,
    },
  })
  const kept = useKept(form, 'dip')
  const [dip, setDip] = useState<Schemas['Dip'] | null>(null)
  const [ratio, setRatio] = useState('')
  const [reading, setReading] = useState<Reading | null>(null)
  const stock = stocks.find((one) => String(one.id) === form.watch('stock'))
  const parts = numeric(ratio)
  const send = (
    act: (body: { stock: number; ppm: number; cuttings: number; depthCm: number; batches?: string[] }) => Promise<void>,
  ) =>
    form.handleSubmit((typed) => {
      form.clearErrors()
      return act({
        stock: Number(typed.stock),
        ppm: numeric(typed.ppm) as number,
        cuttings: numeric(typed.cuttings) as number,
        depthCm: numeric(typed.depthCm) as number,
      }).catch((refusal) => {
        if (!(refusal instanceof Refusal)) throw refusal
        setDip(null)
        showRefusal(form, refusal, ['stock', 'ppm', 'cuttings', 'depthCm', 'batches', 'on'])
      })
    })
  const make = useWrite(
    (body: { stock: number; ppm: number; cuttings: number; depthCm: number; batches: string[]; on: string }) =>
      answer(api.POST('/api/dips/made', { body })),
    () => {
      say('Made, and in the log.')
      setDip(null)
    },
  )
  const errors = form.formState.errors
  return (
    <section aria-label="Make a dip" className="max-w-5xl">
      <h2 className="mb-2">Make a dip</h2>
      <form
        className="sheet grid gap-4 p-4"
        aria-label="A dip"
        noValidate
        onSubmit={send(async (body) => setDip(await answer(api.POST('/api/dips/reckon', { body }))))}
      >
        {kept}
        <div className="grid gap-4 sm:grid-cols-2 lg:grid-cols-4">
          <div className="sm:col-span-2">
            <Field label="From" error={errors.stock}>
              {(ids) => (
                <Choose {...ids} {...form.register('stock')} value={String(form.watch('stock') ?? '')} className="field-text">
                  {able.map((one) => (
                    <option key={one.id} value={one.id}>
                      {one.name}, {one.words}
                    </option>
                  ))}
                </Choose>
              )}
            </Field>
          </div>
          <Field label="To, ppm" error={errors.ppm} hint="as the crop sheet asks; counted as acid">
            {(ids) => <input {...ids} {...form.register('ppm')} className="field-text" inputMode="numeric" />}
          </Field>
          <Field label="Cuttings" error={errors.cuttings}>
            {(ids) => <input {...ids} {...form.register('cuttings')} className="field-text" inputMode="numeric" />}
          </Field>
          <Field label="Dipped, cm" error={errors.depthCm}>
            {(ids) => <input {...ids} {...form.register('depthCm')} className="field-text" inputMode="decimal" />}
          </Field>
          <Field label="For the batches" error={errors.batches} hint="their codes, if it is kept with them">
            {(ids) => <input {...ids} {...form.register('batches')} className="field-text" />}
          </Field>
          <Field label="Made on" error={errors.on}>
            {(ids) => <input {...ids} {...form.register('on')} type="date" max={session.today} className="field-text" />}
          </Field>
          {stock?.kind === 'liquid' && (
            <Field label="The label says so many to one" hint="instead of ppm">
              {(ids) => (
                <input
                  {...ids}
                  className="field-text"
                  inputMode="decimal"
                  value={ratio}
                  onChange={(event) => {
                    setRatio(event.target.value)
                    setReading(null)
                  }}
                />
              )}
            </Field>
          )}
        </div>
        {stock && typeof parts === 'number' && parts >= 1 && (
          <Readings
            ppm={stock.acidPpm}
            parts={parts}
            chosen={reading}
            onChoose={(now, makes) => {
              setReading(now)
              form.setValue('ppm', String(Math.round(makes)))
            }}
          />
        )}
        <FormRefusal form={form} />
        <div>
          <button type="submit" className="act-main" disabled={form.formState.isSubmitting}>
            Reckon
          </button>
        </div>
        {dip && (
          <div className="flex items-center gap-5" aria-live="polite">
            {dip.stockMl !== null && dip.waterMl !== null && (
              <Pour
                stock={dip.stockMl}
                water={dip.waterMl}
                words={`${sayVolume(dip.stockMl, session.nursery)} of stock, ${sayVolume(dip.waterMl, session.nursery)} of water`}
              />
            )}
            <div>
              {dip.grams !== null ? (
                <p className="text-lg">
                  <strong>{sayMass(dip.grams, session.nursery)}</strong> of {dip.name}, into a small cup.
                </p>
              ) : (
                <>
                  <p className="text-lg">
                    <strong>{sayVolume(dip.stockMl ?? 0, session.nursery)}</strong> of {dip.name} and{' '}
                    <strong>{sayVolume(dip.waterMl ?? 0, session.nursery)}</strong> of water
                  </p>
                  <p>
                    make {sayPpm(dip.ppm ?? 0)}
                    {dip.error !== null &&
                      (Math.abs(dip.error) < 0.0005
                        ? ', exactly'
                        : `: ${Math.abs(100 * dip.error).toFixed(1)} % ${dip.error > 0 ? 'stronger' : 'weaker'} than asked, for what can be measured`)}
                    . The cuttings take {sayVolume(dip.ml ?? 0, session.nursery)}; no more is made.
                  </p>
                </>
              )}
              {dip.salt && (
                <p className="text-sm soft">
                  Its label counts the salt: {dip.salt.factor.toFixed(4)} g of it hold 1 g of the acid. {dip.salt.source}
                </p>
              )}
              {mayLog && (
                <button
                  type="button"
                  className="act mt-2"
                  disabled={make.isPending}
                  onClick={send(async (body) => {
                    const batches = form
                      .getValues('batches')
                      .split(/[\s,]+/)
                      .filter(Boolean)
                    await make.mutateAsync({ ...body, batches, on: form.getValues('on') })
                  })}
                >
                  It is made
                </button>
              )}
            </div>
          </div>
        )}
        <Safety
          own={null}
          words={[
            "The product's label overrides this. Gloves and eye protection. Pour into a small cup, label it,",
            'never dip in the bottle, never pour back; keep from children.',
          ].join(' ')}
        />
      </form>
    </section>
  )
}
