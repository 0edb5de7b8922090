import { useForm } from 'react-hook-form'
import { Refusal } from '../api/client'
import { useShown } from '../shell/week'
import { unitOf } from '../words'
import { Choose } from './Choose'
import { Field } from './Field'
import { useKept } from './kept'
import { numeric } from './number'
import { FormRefusal, showRefusal } from './refusals'
import { WeekField } from './WeekField'
import { asWeek } from './week'

export interface Entry {
  name: string
  label: string
  hint?: string
  start?: string
  /** 'number' is sent as one, 'percent' as a share of 1, 'heat', 'length' and 'litres' in the nursery's units; text is the rest. */
  kind?: 'number' | 'percent' | 'heat' | 'length' | 'litres' | 'day' | 'week' | 'password'
  choices?: readonly { value: string; words: string }[]
  /** Says a number that was typed in another measure too. */
  also?: (value: number) => string
}

/** What a form of these entries sends: numbers as numbers where they are some, the rest as text. */
export type Sent<E extends readonly Entry[]> = {
  [One in E[number] as One['name']]: One extends { kind: 'number' | 'percent' | 'heat' | 'length' | 'litres' }
    ? number | string
    : string
}

/** A sheet of plain entries, each with its refusal beside it. */
export function PlainForm<const E extends readonly Entry[]>({
  title,
  entries,
  button,
  send,
}: {
  title: string
  entries: E
  button: string
  send: (body: Sent<E>) => Promise<void>
}) {
  const { session, thisWeek } = useShown()
  const { nursery } = session
  const form = useForm<Record<string, string>>({
    defaultValues: Object.fromEntries(entries.map((entry) => [entry.name, unitOf(entry.kind, nursery).show(entry.start ?? '')])),
  })
  const kept = useKept(form, title)
  const save = form.handleSubmit((typed) => {
    const body: Record<string, number | string> = {}
    for (const entry of entries) {
      const value = typed[entry.name] ?? ''
      if (entry.kind === 'week') body[entry.name] = asWeek(value, thisWeek)
      else if (entry.kind === 'number') body[entry.name] = numeric(value)
      else if (entry.kind === 'heat' || entry.kind === 'length' || entry.kind === 'litres') {
        const typedNumber = numeric(value)
        body[entry.name] = typeof typedNumber === 'number' ? unitOf(entry.kind, nursery).read(typedNumber) : typedNumber
      } else if (entry.kind === 'percent') {
        const share = numeric(value)
        body[entry.name] = typeof share === 'number' ? share / 100 : share
      } else body[entry.name] = value
    }
    return send(body as Sent<E>).catch((refusal) => {
      if (!(refusal instanceof Refusal)) throw refusal
      showRefusal(
        form,
        refusal,
        entries.map((entry) => entry.name),
      )
    })
  })
  return (
    <form onSubmit={save} noValidate aria-label={title} className="grid gap-4 sm:grid-cols-2 lg:grid-cols-4">
      {kept}
      {entries.map((entry) =>
        entry.kind === 'week' ? (
          <WeekField
            key={entry.name}
            registered={form.register(entry.name)}
            label={entry.label}
            hint={entry.hint}
            error={form.formState.errors[entry.name]}
            value={form.watch(entry.name) ?? ''}
            onChange={(typed) => form.setValue(entry.name, typed, { shouldDirty: true })}
          />
        ) : (
          <Field
            key={entry.name}
            label={`${entry.label}${unitOf(entry.kind, nursery).word}`}
            hint={entry.hint}
            also={entry.also}
            error={form.formState.errors[entry.name]}
          >
            {(ids) =>
              entry.choices ? (
                <Choose
                  {...ids}
                  {...form.register(entry.name)}
                  value={String(form.watch(entry.name) ?? '')}
                  className="field-text"
                >
                  {entry.choices.map((choice) => (
                    <option key={choice.value} value={choice.value}>
                      {choice.words}
                    </option>
                  ))}
                </Choose>
              ) : (
                <input
                  {...ids}
                  {...form.register(entry.name)}
                  type={entry.kind === 'password' ? 'password' : entry.kind === 'day' ? 'date' : 'text'}
                  autoComplete={entry.kind === 'password' ? 'new-password' : 'off'}
                  inputMode={entry.kind && entry.kind !== 'password' && entry.kind !== 'day' ? 'decimal' : undefined}
                  className="field-text"
                />
              )
            }
          </Field>
        ),
      )}
      <div className="grid gap-2 sm:col-span-full">
        <FormRefusal form={form} />
        <div>
          <button type="submit" className="act-main" disabled={form.formState.isSubmitting}>
            {button}
          </button>
        </div>
      </div>
    </form>
  )
}
