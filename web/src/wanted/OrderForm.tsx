import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { post, put, Refusal, type Schemas, type Wanted } from '../api/client'
import { useChoices, useCrops } from '../api/queries'
import { useWrite } from '../api/writes'
import { Choose } from '../forms/Choose'
import { Field } from '../forms/Field'
import { useKept } from '../forms/kept'
import { numeric } from '../forms/number'
import { FormRefusal, isMeeting, Meeting, showRefusal } from '../forms/refusals'
import { Stepper } from '../forms/Stepper'
import { WeekField } from '../forms/WeekField'
import { asWeek } from '../forms/week'
import { say } from '../shell/Said'
import { shiftWeek, useShown } from '../shell/week'
import { PRIORITY_WORDS } from '../words'

const NAMES = [
  'crop',
  'plants',
  'pot',
  'readyWeek',
  'toWeek',
  'every',
  'customer',
  'priority',
  'note',
  'onlyFrom',
  'batches',
] as const
const WORDS = {
  plants: 'Good plants',
  pot: 'Pot',
  readyWeek: 'Ready week',
  customer: 'Customer',
  priority: 'Priority',
  note: 'Note',
  onlyFrom: 'Only from',
}

const typedOf = (week: string, wanted?: Wanted) => ({
  crop: wanted?.cropSlug ?? '',
  plants: wanted ? String(wanted.plants) : '',
  pot: String(wanted?.pot.id ?? 1),
  readyWeek: wanted?.readyWeek ?? shiftWeek(week, 26),
  customer: wanted?.customer ?? '',
  priority: wanted?.priority ?? ('should' as Schemas['Priority']),
  note: wanted?.note ?? '',
  onlyFrom: wanted?.onlyFrom ?? '',
  // Who opens an order that was called off brings it back.
  calledOff: false,
  batches: '',
  version: wanted?.version ?? 0,
  toWeek: '',
  every: '1',
})
type Entered = ReturnType<typeof typedOf>

/** An order or own target: entered anew, or changed. */
export function OrderForm({ wanted, onDone }: { wanted?: Wanted; onDone: (wanted: Wanted, many: number) => void }) {
  const { week, thisWeek } = useShown()
  const { data: choices } = useChoices()
  const { data: crops } = useCrops()
  const form = useForm({ defaultValues: typedOf(week, wanted) })
  const kept = useKept(form, wanted ? `order ${wanted.id}` : 'new order')
  const { errors } = form.formState
  const [weekly, setWeekly] = useState(false)
  const write = useWrite(async (typed: Entered): Promise<[Wanted, ...Wanted[]]> => {
    const { crop, version, calledOff, batches, toWeek, every, ...rest } = typed
    const body = { ...rest, plants: numeric(typed.plants), pot: Number(typed.pot), readyWeek: asWeek(typed.readyWeek, thisWeek) }
    if (wanted)
      return [
        await put(
          '/api/wanted/{id}',
          { ...body, version, calledOff, ...(batches !== '' && { batches: batches as 'free' }) },
          { id: wanted.id },
        ),
      ]
    if (!weekly) return [await post('/api/wanted', { ...body, crop })]
    const { wanted: series } = await post('/api/wanted/series', {
      ...body,
      crop,
      toWeek: asWeek(toWeek, thisWeek),
      every: numeric(every),
    })
    return series as [Wanted, ...Wanted[]]
  })
  const save = form.handleSubmit((typed) => {
    return write
      .mutateAsync(typed)
      .then((noted) => {
        const saved = noted[0]
        say(
          `${noted.length > 1 ? `${noted.length} times ` : ''}${saved.plants} ${saved.crop} for ${saved.customer ?? 'own target'}: noted.`,
        )
        onDone(saved, noted.length)
      })
      .catch((refusal) => refusal instanceof Refusal && !isMeeting(refusal) && showRefusal(form, refusal, NAMES))
  })
  const theirs = isMeeting(write.error) ? write.error.theirs : undefined
  return (
    <form
      onSubmit={save}
      noValidate
      aria-label={wanted ? `Change order ${wanted.id}` : 'New order'}
      className="grid gap-4 sm:grid-cols-2 lg:grid-cols-4"
    >
      {kept}
      {!wanted && (
        <div className="sm:col-span-2">
          <Field label="Crop" error={errors.crop}>
            {(ids) => (
              <Choose {...ids} {...form.register('crop')} value={String(form.watch('crop') ?? '')} className="field-text">
                <option value="">Choose a crop</option>
                {crops?.crops.map((crop) => (
                  <option key={crop.slug} value={crop.slug}>
                    {crop.name}
                  </option>
                ))}
              </Choose>
            )}
          </Field>
        </div>
      )}
      <Stepper control={form.control} name="plants" label="Good plants" step={10} />
      <Field label="Pot" error={errors.pot}>
        {(ids) => (
          <Choose {...ids} {...form.register('pot')} value={String(form.watch('pot') ?? '')} className="field-text !min-h-12">
            {choices?.pots.map((pot) => (
              <option key={pot.id} value={pot.id}>
                {pot.name}
              </option>
            ))}
          </Choose>
        )}
      </Field>
      <WeekField
        registered={form.register('readyWeek')}
        label="Ready week"
        error={errors.readyWeek}
        value={form.watch('readyWeek')}
        onChange={(typed) => form.setValue('readyWeek', typed, { shouldDirty: true })}
      />
      {!wanted && (
        <label className="flex min-h-11 cursor-pointer items-center gap-2 self-start sm:mt-6">
          <input type="checkbox" className="checkbox" checked={weekly} onChange={() => setWeekly(!weekly)} />
          so many every week
        </label>
      )}
      {weekly && (
        <>
          <WeekField
            registered={form.register('toWeek')}
            label="Until week"
            hint="the last of them"
            error={errors.toWeek}
            value={form.watch('toWeek')}
            onChange={(typed) => form.setValue('toWeek', typed, { shouldDirty: true })}
          />
          <Stepper control={form.control} name="every" label="Every so many weeks" />
        </>
      )}
      <Field label="Customer" hint="none: an own target" error={errors.customer}>
        {(ids) => <input {...ids} {...form.register('customer')} className="field-text" list="customers" autoComplete="off" />}
      </Field>
      <Field label="Priority" error={errors.priority}>
        {(ids) => (
          <Choose {...ids} {...form.register('priority')} value={String(form.watch('priority') ?? '')} className="field-text">
            {choices?.priorities.map((priority) => (
              <option key={priority} value={priority}>
                {PRIORITY_WORDS[priority]}
              </option>
            ))}
          </Choose>
        )}
      </Field>
      <Field label="Note" error={errors.note}>
        {(ids) => <input {...ids} {...form.register('note')} className="field-text" />}
      </Field>
      <Field label="Only from" hint="a stock block, a population or a grower; none: anywhere" error={errors.onlyFrom}>
        {(ids) => <input {...ids} {...form.register('onlyFrom')} className="field-text" autoComplete="off" />}
      </Field>
      <datalist id="customers">
        {choices?.customers.map((customer) => (
          <option key={customer} value={customer} />
        ))}
      </datalist>
      <div className="grid gap-3 sm:col-span-full">
        {wanted && (
          <label className="flex min-h-11 w-fit cursor-pointer items-center gap-2">
            <input type="checkbox" className="checkbox" {...form.register('calledOff')} /> called off
          </label>
        )}
        {wanted && !wanted.calledOff && form.watch('calledOff') && wanted.batches.length > 0 && (
          <div className="max-w-md">
            <Field label="Its batches" hint={wanted.batches.map(({ code }) => code).join(', ')} error={errors.batches}>
              {(ids) => (
                <Choose {...ids} {...form.register('batches')} value={form.watch('batches')} className="field-text">
                  <option value="free">are free for another order</option>
                  <option value="own_target">are kept as our own target</option>
                  <option value="called_off">are called off too, where they are only planned</option>
                </Choose>
              )}
            </Field>
          </div>
        )}
        <FormRefusal form={form} />
        {theirs && isMeeting(write.error) && (
          <Meeting
            refusal={write.error}
            mine={{ ...form.getValues(), pot: choices?.pots.find((pot) => String(pot.id) === form.getValues('pot'))?.name }}
            words={WORDS}
            onMine={() => {
              form.setValue('version', Number(theirs.version))
              save()
            }}
            onTheirs={() => {
              for (const field of ['plants', 'readyWeek', 'customer', 'priority', 'note', 'onlyFrom'] as const)
                form.setValue(field, String(theirs[field] ?? ''))
              form.setValue('pot', String(choices?.pots.find((pot) => pot.name === theirs.pot)?.id ?? 1))
              form.setValue('calledOff', theirs.calledOff === true)
              form.setValue('version', Number(theirs.version))
              write.reset()
            }}
          />
        )}
        <div>
          <button type="submit" className="act-main" disabled={write.isPending}>
            {wanted ? 'Save' : 'Note it'}
          </button>
        </div>
      </div>
    </form>
  )
}
