import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { useForm } from 'react-hook-form'
import { post, Refusal, type Schemas, type WaySheet } from '../api/client'
import { Choose } from '../forms/Choose'
import { Field } from '../forms/Field'
import { useKept } from '../forms/kept'
import { numeric } from '../forms/number'
import { FormRefusal } from '../forms/refusals'
import { useShown } from '../shell/week'
import { unitOf } from '../words'
import { CourseEditor } from './CourseEditor'
import { type TypedForm, Weaning, Windows } from './SheetLists'
import { fieldOf, nameOf, ROOTING, type SheetEntry, type SheetTyped, sheetOf, sheetSections, typedOf } from './sheetEntries'

/** Waits until typing pauses. */
function usePause<T>(value: T, ms = 400): T {
  const [paused, setPaused] = useState(value)
  const now = JSON.stringify(value)
  useEffect(() => {
    const timer = setTimeout(() => setPaused(JSON.parse(now) as T), ms)
    return () => clearTimeout(timer)
  }, [now, ms])
  return paused
}

/** An entry that somebody typed over what a pattern says. */
export interface TypedOver {
  name: `sheet.${string}` | 'windows' | 'weaning'
  label: string
  words: string
  value: unknown
}

/** A sheet being written. What it comes to is said while it is typed; a refusal stands beside its entry. */
export function SheetForm({
  of,
  began,
  choices,
  button,
  head,
  over,
  onTyped,
  send,
}: {
  /** What it is a sheet of, by which what is typed is kept. */
  of: string
  began: WaySheet
  choices: Schemas['Choices']
  button: string
  /** What is asked before the sheet: a name, a reason. */
  head?: React.ReactNode
  /** What was typed over another pattern, and is taken along. */
  over?: readonly TypedOver[]
  /** Told what stands there that is not the pattern's. */
  onTyped?: (typed: TypedOver[]) => void
  send: (sheet: SheetTyped) => Promise<unknown>
}) {
  const { session } = useShown()
  const settings = session.nursery
  const [inDays, setInDays] = useState(true)
  const tried = useQuery({
    queryKey: ['try', began],
    queryFn: () => post('/api/sheets/try', { sheet: began }),
    staleTime: Number.POSITIVE_INFINITY,
  })
  const everything = [...sheetSections(choices, 'runner'), ...sheetSections(choices, began.method)].flatMap(
    (part) => part.entries,
  )
  const form = useForm<TypedForm>({
    defaultValues: {
      sheet: { ...typedOf(began, [...everything, ...ROOTING.thermal], settings) },
      windows: began.windows.map((one) => ({
        from: String(one.from),
        to: String(one.to),
        sign: one.sign,
        overNewYear: one.overNewYear,
      })),
      weaning: began.weaning.map((step) => ({ days: String(step.days), what: step.what })),
    },
  })
  const kept = useKept(form, of)
  const days = tried.data?.daysToRoot
  useEffect(() => {
    if (days && !form.getValues('sheet.rooting_days_0')) {
      form.setValue('sheet.rooting_days_0', String(days[0]))
      form.setValue('sheet.rooting_days_1', String(days[1]))
    }
  }, [days, form])
  const typed = form.watch()
  const method = String(typed.sheet.method ?? began.method)
  const sections = sheetSections(choices, method)
  const shown = sections.flatMap((part) => part.entries)
  const materials = choices.methods.find((one) => one.method === method)?.materials ?? []
  const material = materials.includes(String(typed.sheet.material)) ? String(typed.sheet.material) : (materials[0] ?? '')
  useEffect(() => {
    form.setValue('sheet.material', material)
  }, [material, form])
  const sheet = () => {
    const made = sheetOf(began, form.getValues('sheet'), shown, settings)
    const value = (path: string) => numeric(String(form.getValues(`sheet.${nameOf(path)}`) ?? ''))
    const sameDays = !days || (value('rooting.days.0') === days[0] && value('rooting.days.1') === days[1])
    // Days that nobody touched leave the thermal days as exact as they were, unless the warmth moved under them.
    made.rooting = !inDays
      ? { halfAt: value('rooting.halfAt'), shape: value('rooting.shape') }
      : sameDays
        ? began.rooting
        : { days: [value('rooting.days.0'), value('rooting.days.1')] }
    made.windows = form.getValues('windows').map((one) => {
      const [from, to] = [numeric(one.from), numeric(one.to)]
      return { from, to, sign: one.sign, overNewYear: one.overNewYear }
    })
    made.weaning = form.getValues('weaning').map((step) => ({ days: numeric(step.days), what: step.what }))
    return made
  }
  const { dirtyFields } = form.formState
  // The days that a pattern comes to are put there by themselves.
  const asIs = days && typed.sheet.rooting_days_0 === String(days[0]) && typed.sheet.rooting_days_1 === String(days[1])
  const rooting = !inDays ? ROOTING.thermal : asIs ? [] : ROOTING.days
  const own: TypedOver[] = [...shown, ...rooting]
    .map((entry) => ({ entry, name: nameOf(entry.path) }))
    .filter(({ name }) => (dirtyFields.sheet as Record<string, boolean> | undefined)?.[name])
    .map(({ entry, name }) => ({
      name: `sheet.${name}` as const,
      label: entry.label,
      words: String(typed.sheet[name] ?? ''),
      value: typed.sheet[name],
    }))
  if (dirtyFields.windows?.length)
    own.push({ name: 'windows', label: 'Windows', words: String(typed.windows.length), value: typed.windows })
  if (dirtyFields.weaning?.length)
    own.push({ name: 'weaning', label: 'Weaning', words: String(typed.weaning.length), value: typed.weaning })
  const said = JSON.stringify(own)
  useEffect(() => onTyped?.(JSON.parse(said) as TypedOver[]), [said, onTyped])
  useEffect(() => {
    for (const one of over ?? []) form.setValue(one.name as 'windows', one.value as TypedForm['windows'], { shouldDirty: true })
  }, [over, form])
  const paused = usePause(sheet())
  const comesTo = useQuery({
    queryKey: ['try', paused],
    queryFn: () => post('/api/sheets/try', { sheet: paused }),
    retry: false,
    placeholderData: keepPreviousData,
  })
  const [refused, setRefused] = useState<Record<string, string>>({})
  const told = (path: string) => refused[path]
  const save = form.handleSubmit(() => {
    setRefused({})
    return send(sheet()).catch((refusal) => {
      if (!(refusal instanceof Refusal)) throw refusal
      const field = fieldOf(refusal.field)
      const entry = [...shown, ...(inDays ? ROOTING.days : ROOTING.thermal)].find(
        (one) => one.path === field || one.path.startsWith(`${field}.`),
      )
      const known = entry || /^(windows|weaning)\.\d/.test(field)
      const words = unSheet(refusal.message)
      if (known) setRefused({ [entry?.path ?? field]: words })
      else form.setError('root', { message: words })
      setTimeout(() => document.querySelector<HTMLElement>('[aria-invalid="true"]')?.focus())
    })
  })
  const input = (entry: SheetEntry) => {
    const error = told(entry.path)
    const name = `sheet.${nameOf(entry.path)}` as const
    if (entry.kind === 'flag')
      return (
        <label key={entry.path} className="flex min-h-11 cursor-pointer items-center gap-2 self-end">
          <input type="checkbox" className="checkbox" {...form.register(name)} aria-invalid={error !== undefined} />
          <span>
            {entry.label}
            {entry.hint && <span className="block text-sm soft">{entry.hint}</span>}
            {error && (
              <span role="alert" className="refusal block text-sm">
                {error}
              </span>
            )}
          </span>
        </label>
      )
    return (
      <Field
        key={entry.path}
        label={`${entry.label}${entry.kind === 'heat' ? unitOf('heat', settings).word : ''}`}
        hint={entry.hint}
        error={error ? { type: 'server', message: error } : undefined}
      >
        {(ids) =>
          entry.choices ? (
            <Choose {...ids} {...form.register(name)} value={String(form.watch(name) ?? '')} className="field-text">
              {entry.choices.map((choice) => (
                <option key={choice.value} value={choice.value}>
                  {choice.words}
                </option>
              ))}
            </Choose>
          ) : (
            <input
              {...ids}
              {...form.register(name)}
              inputMode={entry.kind === 'text' ? undefined : 'decimal'}
              autoComplete="off"
              className="field-text"
            />
          )
        }
      </Field>
    )
  }
  return (
    <form onSubmit={save} noValidate aria-label="Sheet" className="grid gap-5">
      {kept}
      {head}
      {comesTo.data && <CourseEditor stages={comesTo.data.course} form={form} />}
      {sections.map((part) => (
        <fieldset key={part.title} className="border-t-2 pt-2 border-stone-wash">
          <legend className="pr-3 font-bold">{part.title}</legend>
          <div className="grid gap-4 sm:grid-cols-2 lg:grid-cols-4">
            {part.title === 'What to expect' && (
              <div
                className="flex min-h-11 flex-wrap items-center gap-4 sm:col-span-full"
                role="radiogroup"
                aria-label="Rooting time in"
              >
                {[true, false].map((one) => (
                  <label key={String(one)} className="flex min-h-11 cursor-pointer items-center gap-2">
                    <input
                      type="radio"
                      className="radio"
                      name="rooting-in"
                      checked={inDays === one}
                      onChange={() => setInDays(one)}
                    />
                    {one ? 'days on its bench' : 'thermal days'}
                  </label>
                ))}
              </div>
            )}
            {part.title === 'What to expect' && (inDays ? ROOTING.days : ROOTING.thermal).map(input)}
            {part.entries.map(input)}
            {part.title === 'The way' && <Windows control={form.control} signs={choices.signs} told={told} />}
            {part.title === 'Potting and after' && <Weaning control={form.control} told={told} />}
          </div>
        </fieldset>
      ))}
      <div className="sticky bottom-14 z-20 border-t-2 py-3 sm:bottom-0 bg-paper border-peat">
        <FormRefusal form={form} />
        {Object.keys(refused).length > 0 && (
          <p role="alert" className="refusal">
            {Object.values(refused)[0]}
          </p>
        )}
        <div className="flex flex-wrap items-center gap-4">
          <button type="submit" className="act-main" disabled={form.formState.isSubmitting}>
            {button}
          </button>
          {comesTo.data && !comesTo.isError && (
            <p className="min-w-0 grow text-sm" aria-live="polite">
              Roots in {comesTo.data.daysToRoot[0]} to {comesTo.data.daysToRoot[1]} days on its bench
              {comesTo.data.weaningDays > 0 && `, weaned over ${comesTo.data.weaningDays}`}.
              {comesTo.data.differs.length > 0 && (
                <span className="soft"> Differs from the house: {comesTo.data.differs.map((one) => one.here).join('; ')}.</span>
              )}
            </p>
          )}
        </div>
      </div>
    </form>
  )
}

const unSheet = (words: string): string => words.replace(/^sheet\.[\w.[\]]+ /, 'This ')
