import { useState } from 'react'
import { type UseFormReturn, useFieldArray, useForm } from 'react-hook-form'
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
import { PRIORITY_WORDS, plural } from '../words'

/** What is said of each line of an order, and what of the order as a whole. */
const LINE = ['crop', 'plants', 'pot', 'readyWeek', 'onlyFrom', 'sex', 'females'] as const
const NAMES = [...LINE, 'toWeek', 'every', 'customer', 'reference', 'priority', 'note', 'batches']
const WORDS = {
  plants: 'Good plants',
  pot: 'Leaves in or as',
  readyWeek: 'Ready week',
  customer: 'Customer',
  reference: 'Their order number',
  priority: 'Priority',
  note: 'Note',
  onlyFrom: 'Only from',
  sex: 'Sex',
}

/** Chosen where both sexes are asked for in shares; a line of its own is made for each. */
const BOTH = 'both'

type Line = Record<(typeof LINE)[number], string>

const typedOf = (week: string, wanted?: Wanted) => ({
  crop: wanted?.cropSlug ?? '',
  plants: wanted ? String(wanted.plants) : '',
  pot: String(wanted?.pot.id ?? 1),
  readyWeek: wanted?.readyWeek ?? shiftWeek(week, 26),
  onlyFrom: wanted?.onlyFrom ?? '',
  sex: wanted?.sex ?? '',
  /** In 100, where both are asked for. */
  females: '',
  /** Further lines of a new order. */
  more: [] as Line[],
  customer: wanted?.customer ?? '',
  reference: wanted?.reference ?? '',
  priority: wanted?.priority ?? ('should' as Schemas['Priority']),
  note: wanted?.note ?? '',
  // Who opens an order that was called off brings it back.
  calledOff: false,
  batches: '',
  version: wanted?.version ?? 0,
  toWeek: '',
  every: '1',
})
type Entered = ReturnType<typeof typedOf>

/** A share typed in 100; as it was typed, where it is no number. */
const share = (typed: string) => {
  const number = numeric(typed)
  return typeof number === 'number' ? number / 100 : number
}

/** A refusal of a line of several, by the name that the field has on this form. */
const ofLine = (refusal: Refusal) => {
  const [, line, field] = /^lines\[(\d+)\]\.(.+)$/.exec(refusal.field) ?? []
  return field === undefined
    ? refusal
    : new Refusal(
        refusal.code,
        line === '0' ? field : `more[${Number(line) - 1}].${field}`,
        refusal.message,
        refusal.theirs,
        refusal.label,
      )
}

/** One line: how many of what, in which pot, by when and from where. */
function LineFields({
  form,
  at,
  isNew,
  mayBeBoth,
}: {
  form: UseFormReturn<Entered>
  at?: number
  isNew: boolean
  /** Whether it may become a line for each sex. */
  mayBeBoth: boolean
}) {
  const { data: choices } = useChoices()
  const { data: crops } = useCrops()
  const name = (field: (typeof LINE)[number]) => (at === undefined ? field : `more.${at}.${field}`) as 'plants'
  const error = (field: (typeof LINE)[number]) => form.getFieldState(name(field), form.formState).error
  const label = (words: string) => (at === undefined ? words : `${words}, line ${at + 2}`)
  return (
    <>
      {isNew && (
        <div className="sm:col-span-2">
          <Field label={label('Crop')} error={error('crop')}>
            {(ids) => (
              <Choose
                {...ids}
                {...form.register(name('crop'))}
                value={String(form.watch(name('crop')) ?? '')}
                className="field-text"
              >
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
      <Stepper control={form.control} name={name('plants')} label={label('Good plants')} step={10} />
      <Field label={label('Leaves in or as')} error={error('pot')}>
        {(ids) => (
          <Choose
            {...ids}
            {...form.register(name('pot'))}
            value={String(form.watch(name('pot')) ?? '')}
            className="field-text !min-h-12"
          >
            {choices?.pots.map((pot) => (
              <option key={pot.id} value={pot.id}>
                {pot.name}
              </option>
            ))}
          </Choose>
        )}
      </Field>
      <WeekField
        registered={form.register(name('readyWeek'))}
        label={label('Ready week')}
        error={error('readyWeek')}
        value={form.watch(name('readyWeek'))}
        onChange={(typed) => form.setValue(name('readyWeek'), typed, { shouldDirty: true })}
      />
      <Field label={label('Only from')} hint="a stock block, a population or a grower; none: anywhere" error={error('onlyFrom')}>
        {(ids) => <input {...ids} {...form.register(name('onlyFrom'))} className="field-text" autoComplete="off" />}
      </Field>
      <Field label={label('Sex')} hint="of kinds that have two" error={error('sex')}>
        {(ids) => (
          <Choose {...ids} {...form.register(name('sex'))} value={String(form.watch(name('sex')) ?? '')} className="field-text">
            <option value="">does not matter</option>
            <option value="female">female</option>
            <option value="male">male</option>
            {mayBeBoth && <option value={BOTH}>both, in shares</option>}
          </Choose>
        )}
      </Field>
      {String(form.watch(name('sex'))) === BOTH && (
        <Field label={label('Females, in 100')} hint="the others are male; it becomes a line for each" error={error('females')}>
          {(ids) => (
            <input {...ids} {...form.register(name('females'))} className="field-text" inputMode="decimal" autoComplete="off" />
          )}
        </Field>
      )}
    </>
  )
}

/** An order or own target: entered anew, or changed. */
export function OrderForm({ wanted, onDone }: { wanted?: Wanted; onDone: (wanted: Wanted, many: number) => void }) {
  const { week, thisWeek } = useShown()
  const { data: choices } = useChoices()
  const form = useForm({ defaultValues: typedOf(week, wanted) })
  const kept = useKept(form, wanted ? `order ${wanted.id}` : 'new order')
  const { errors } = form.formState
  const lines = useFieldArray({ control: form.control, name: 'more' })
  const [weekly, setWeekly] = useState(false)
  const write = useWrite(async (typed: Entered): Promise<[Wanted, ...Wanted[]]> => {
    const { crop, version, calledOff, batches, toWeek, every, more, ...rest } = typed
    const lineOf = <T extends Omit<Line, 'crop'>>({ sex, females, ...line }: T) => ({
      ...line,
      sex: sex === 'female' || sex === 'male' ? sex : null,
      ...(sex === BOTH && { females: share(females) }),
      plants: numeric(line.plants),
      pot: Number(line.pot),
      readyWeek: asWeek(line.readyWeek, thisWeek),
    })
    const body = lineOf(rest)
    if (wanted)
      return [
        await put(
          '/api/wanted/{id}',
          { ...body, version, calledOff, ...(batches !== '' && { batches: batches as 'free' }) },
          { id: wanted.id },
        ),
      ]
    if (more.length > 0 || rest.sex === BOTH) {
      const { plants, pot, readyWeek, onlyFrom, sex, females, ...order } = rest
      const lines = [{ crop, plants, pot, readyWeek, onlyFrom, sex, females }, ...more].map(lineOf)
      const noted = await post('/api/wanted/lines', { ...order, lines })
      return noted.wanted as [Wanted, ...Wanted[]]
    }
    if (!weekly) return [await post('/api/wanted', { ...body, crop })]
    const { wanted: series } = await post('/api/wanted/series', {
      ...body,
      crop,
      toWeek: asWeek(toWeek, thisWeek),
      every: numeric(every),
    })
    return series as [Wanted, ...Wanted[]]
  })
  const names = [...NAMES, ...lines.fields.flatMap((_, i) => LINE.map((field) => `more.${i}.${field}`))]
  const save = form.handleSubmit((typed) => {
    return write
      .mutateAsync(typed)
      .then((noted) => {
        const saved = noted[0]
        const what = !weekly && noted.length > 1 ? plural(noted.length, 'line') : `${saved.plants} ${saved.crop}`
        say(`${weekly ? `${noted.length} times ` : ''}${what} for ${saved.customer ?? 'own target'}: noted.`)
        onDone(saved, noted.length)
      })
      .catch((refusal) => refusal instanceof Refusal && !isMeeting(refusal) && showRefusal(form, ofLine(refusal), names))
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
      <LineFields form={form} isNew={!wanted} mayBeBoth={!wanted && !weekly} />
      {!wanted && lines.fields.length === 0 && form.watch('sex') !== BOTH && (
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
      {lines.fields.map((line, i) => (
        <fieldset
          key={line.id}
          className="grid gap-4 border-t pt-3 border-stone-wash sm:col-span-full sm:grid-cols-2 lg:grid-cols-4"
        >
          <legend className="sr-only">Line {i + 2}</legend>
          <LineFields form={form} at={i} isNew mayBeBoth />
          <div className="self-start sm:mt-6">
            <button type="button" className="word min-h-11" onClick={() => lines.remove(i)}>
              Leave line {i + 2} out
            </button>
          </div>
        </fieldset>
      ))}
      {!wanted && !weekly && (
        <div className="border-b pb-3 border-stone-wash sm:col-span-full">
          <button
            type="button"
            className="act"
            onClick={() =>
              // Most that differs between lines is the crop and how many.
              lines.append({
                crop: '',
                plants: '',
                onlyFrom: '',
                sex: '',
                females: '',
                pot: form.getValues('pot'),
                readyWeek: form.getValues('readyWeek'),
              })
            }
          >
            Another line
          </button>
        </div>
      )}
      <Field label="Customer" hint="none: an own target" error={errors.customer}>
        {(ids) => <input {...ids} {...form.register('customer')} className="field-text" list="customers" autoComplete="off" />}
      </Field>
      <Field label={WORDS.reference} hint="where they gave one" error={errors.reference}>
        {(ids) => <input {...ids} {...form.register('reference')} className="field-text" autoComplete="off" />}
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
              for (const field of ['plants', 'readyWeek', 'customer', 'reference', 'priority', 'note', 'onlyFrom'] as const)
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
