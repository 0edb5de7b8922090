import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { post, put, Refusal, type Schemas, type Typed } from '../api/client'
import { useDips } from '../api/queries'
import { useWrite } from '../api/writes'
import { Safety } from '../batches/Safety'
import { Pour } from '../drawings/Pour'
import { Choose } from '../forms/Choose'
import { Field, Understood } from '../forms/Field'
import { useKept } from '../forms/kept'
import { numeric, showNumber } from '../forms/number'
import { ChangeButton } from '../forms/Opening'
import { FormRefusal, showRefusal } from '../forms/refusals'
import { TakeOut } from '../forms/TakeOut'
import { say } from '../shell/Said'
import { Unread } from '../shell/Unread'
import { useShown } from '../shell/week'
import { plural, sayPpm, sayVolume, unitOf } from '../words'
import { MixingRooms } from './MixingRooms'
import { type Reading, Readings } from './Readings'

type Sanitiser = Schemas['Sanitiser']

/** A sanitiser by its label; how its ratio is to be read has to be said. */
function Form({ one, onDone }: { one: Sanitiser | null; onDone: () => void }) {
  const form = useForm({
    defaultValues: {
      name: one?.name ?? '',
      percent: one ? showNumber(one.percent) : '',
      parts: one ? showNumber(one.parts) : '',
      minutes: one ? String(one.minutes) : '10',
      neverMeets: one?.neverMeets ?? 'acids, ammonia, or any other cleaner',
      forMaterial: one?.forMaterial ? 'yes' : 'no',
      rinse: one?.rinse === false ? 'no' : 'yes',
      reading: '',
    },
  })
  const kept = useKept(form, one?.name ?? 'new sanitiser')
  const [reading, setReading] = useState<Reading | null>(one?.reading ?? null)
  const keep = useWrite((body: Typed<'post', '/api/dips/sanitisers'>) =>
    one
      ? put('/api/dips/sanitisers/{id}', { ...body, version: one.version }, { id: one.id })
      : post('/api/dips/sanitisers', body),
  )
  const errors = form.formState.errors
  const [percent, parts] = [numeric(form.watch('percent')), numeric(form.watch('parts'))]
  const text = (name: 'name' | 'percent' | 'parts' | 'minutes' | 'neverMeets', label: string, hint?: string) => (
    <Field label={label} hint={hint} error={errors[name]}>
      {(ids) => (
        <input
          {...ids}
          {...form.register(name)}
          inputMode={name === 'name' || name === 'neverMeets' ? 'text' : 'decimal'}
          className="field-text"
          autoComplete="off"
        />
      )}
    </Field>
  )
  return (
    <form
      aria-label={one ? `Change ${one.name}` : 'A new sanitiser'}
      noValidate
      className="grid gap-4 sm:grid-cols-2"
      onSubmit={form.handleSubmit((typed) => {
        if (reading === null) {
          form.setError('reading', { message: 'Choose which of the two the label means.' })
          return
        }
        return keep
          .mutateAsync({
            name: typed.name,
            percent: numeric(typed.percent),
            parts: numeric(typed.parts),
            reading,
            minutes: numeric(typed.minutes),
            neverMeets: typed.neverMeets,
            forMaterial: typed.forMaterial === 'yes',
            rinse: typed.rinse === 'yes',
          })
          .then(() => {
            say('Kept.')
            onDone()
          })
          .catch((refusal) => {
            if (!(refusal instanceof Refusal)) throw refusal
            showRefusal(form, refusal, ['name', 'percent', 'parts', 'minutes', 'neverMeets', 'forMaterial', 'rinse', 'reading'])
          })
      })}
    >
      {kept}
      {text('name', 'Name')}
      {text('percent', 'What works in it, %', 'as on the label; household bleach about 5')}
      {text('parts', 'So many parts to one', 'the number on the label')}
      {text('minutes', 'Minutes that things lie in it')}
      {text('neverMeets', 'Must never meet')}
      <Field label="For" hint="one that is for both is entered twice, each at its own strength" error={errors.forMaterial}>
        {(ids) => (
          <Choose
            {...ids}
            {...form.register('forMaterial')}
            value={String(form.watch('forMaterial') ?? '')}
            className="field-text"
          >
            <option value="no">tools, trays and benches</option>
            <option value="yes">cuttings, where their sheet allows it</option>
          </Choose>
        )}
      </Field>
      {form.watch('forMaterial') === 'yes' && (
        <Field label="Rinsed in clean water after it" error={errors.rinse}>
          {(ids) => (
            <Choose {...ids} {...form.register('rinse')} value={String(form.watch('rinse') ?? '')} className="field-text">
              <option value="yes">yes</option>
              <option value="no">no</option>
            </Choose>
          )}
        </Field>
      )}
      {typeof percent === 'number' && typeof parts === 'number' && percent > 0 && percent <= 100 && parts >= 1 && (
        <div className="sm:col-span-full">
          <Readings
            ppm={10_000 * percent}
            parts={parts}
            chosen={reading}
            onChoose={(now) => {
              setReading(now)
              form.clearErrors('reading')
            }}
            error={errors.reading?.message}
          />
        </div>
      )}
      <div className="grid gap-2 sm:col-span-full">
        <FormRefusal form={form} />
        <div>
          <button type="submit" className="act-main" disabled={form.formState.isSubmitting}>
            Keep
          </button>
        </div>
      </div>
    </form>
  )
}

function One({ one }: { one: Sanitiser }) {
  const { session, mayPlan } = useShown()
  const [open, setOpen] = useState(false)
  const [litres, setLitres] = useState('10')
  const [poured, setPoured] = useState<Schemas['Poured'] | null>(null)
  const [refused, setRefused] = useState<string | null>(null)
  const us = session.nursery?.units === 'us'
  const reckon = async () => {
    const typed = numeric(litres)
    try {
      setPoured(
        await post(
          '/api/dips/sanitisers/{id}/reckon',
          { litres: typeof typed === 'number' ? unitOf('litres', session.nursery).read(typed) : typed },
          { id: one.id },
        ),
      )
      setRefused(null)
    } catch (refusal) {
      if (!(refusal instanceof Refusal)) throw refusal
      setRefused(refusal.message)
      setPoured(null)
    }
  }
  return (
    <li className="sheet p-4" aria-label={one.name}>
      <h2>{one.name}</h2>
      <p>
        {one.words}: <strong>{one.madeWords}</strong> from {one.percent} %. Things lie in it for{' '}
        <strong>{plural(one.minutes, 'minute')}</strong>.{' '}
        {one.forMaterial
          ? `For cuttings, where their sheet allows it; ${one.rinse ? 'rinsed in clean water after it' : 'not rinsed'}.`
          : 'For tools, trays and benches.'}
      </p>
      <p className="text-plum">
        <strong>Must never meet</strong> {one.neverMeets}.
      </p>
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <Understood of="litres">
          <label className="text-sm font-semibold">
            {us ? 'Gallons' : 'Litres'} wanted
            <input
              className="field-text mt-1 block w-28 font-normal"
              inputMode="decimal"
              aria-label={`${us ? 'Gallons' : 'Litres'} of ${one.name}`}
              value={litres}
              onChange={(event) => setLitres(event.target.value)}
            />
          </label>
        </Understood>
        <button type="button" className="act" onClick={reckon}>
          Reckon
        </button>
        {poured && (
          <div className="flex items-center gap-4" aria-live="polite">
            <Pour
              stock={poured.stockMl}
              water={poured.waterMl}
              words={`${sayVolume(poured.stockMl, session.nursery)} to ${sayVolume(poured.waterMl, session.nursery)} of water`}
            />
            <p className="text-lg">
              <strong>{sayVolume(poured.stockMl, session.nursery)}</strong> into{' '}
              <strong>{sayVolume(poured.waterMl, session.nursery)}</strong> of water
              <span className="block text-base soft">
                {sayPpm(poured.ppm)}
                {Math.abs(poured.error) >= 0.0005 && `, ${(100 * poured.error).toFixed(1)} % off for what can be measured`}
              </span>
            </p>
          </div>
        )}
      </div>
      {refused && (
        <p role="alert" className="refusal mt-1">
          {refused}
        </p>
      )}
      <div className="mt-2">
        <Safety
          own={null}
          words="By its label, which overrides this. Water first, then the product; fresh air, gloves, eye protection."
        />
      </div>
      {mayPlan && (
        <span className="flex flex-wrap items-baseline gap-x-4">
          <ChangeButton name={one.name} isOpen={open} onToggle={() => setOpen(!open)} />
          <TakeOut record="sanitiser" id={one.id} name={one.name} />
        </span>
      )}
      {open && (
        <div className="mt-3">
          <Form key={one.version} one={one} onDone={() => setOpen(false)} />
        </div>
      )}
    </li>
  )
}

export function CleanPage() {
  const { mayPlan } = useShown()
  const read = useDips()
  const { data } = read
  const [adding, setAdding] = useState(false)
  if (!data) return <Unread of={read} title="Sanitisers" rooms={<MixingRooms />} />
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-x-4 gap-y-1">
        <h1>Sanitisers</h1>
        <MixingRooms />
      </div>
      {data && data.sanitisers.length === 0 && <p className="soft">None yet. Add one with what its label says.</p>}
      <ul className="grid max-w-4xl gap-4">
        {data?.sanitisers.map((one) => (
          <One key={one.id} one={one} />
        ))}
      </ul>
      {data && data.neverDipped.length > 0 && (
        <p className="mt-4 max-w-4xl">
          <strong className="text-plum">Never dipped,</strong> by their sheets: {data.neverDipped.join(', ')}.
        </p>
      )}
      {mayPlan && (
        <button type="button" className="act mt-4" aria-expanded={adding} onClick={() => setAdding(!adding)}>
          Add a sanitiser
        </button>
      )}
      {adding && (
        <div className="sheet mt-2 max-w-4xl p-4">
          <Form one={null} onDone={() => setAdding(false)} />
        </div>
      )}
    </>
  )
}
