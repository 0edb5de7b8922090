import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { type Batch, Refusal } from '../api/client'
import { useAct } from '../api/writes'
import { Choose } from '../forms/Choose'
import { Field } from '../forms/Field'
import { useKept } from '../forms/kept'
import { numeric } from '../forms/number'
import { FormRefusal, showRefusal } from '../forms/refusals'
import { Stepper } from '../forms/Stepper'
import { useShown } from '../shell/week'
import { BOOK_WORDS } from '../words'
import { CauseField, MethodFields } from './BookFields'
import { useSayDone } from './useUndo'

const WORKS = {
  lose: 'Book losses',
  'move-on': 'Grown, or sold',
  split: 'Split',
  merge: 'Merge',
  'change-method': 'Change of method',
} as const

type Other = keyof typeof WORKS

const NAMES = ['on', 'line', 'state', 'count', 'cause', 'intoBatch', 'intoLine', 'method', 'material', 'note'] as const

/** States in which plants of this batch can be worked on here, by work. */
const STATES: Record<Other, (keyof typeof BOOK_WORDS)[]> = {
  lose: ['stuck', 'rooted', 'potted', 'grown'],
  'move-on': ['potted', 'grown'],
  split: ['stuck', 'rooted', 'potted', 'grown'],
  merge: [],
  'change-method': ['stuck', 'rooted', 'potted'],
}

/** The rarer acts of the book. */
export function OtherWork({ batch, onDone }: { batch: Batch; onDone: () => void }) {
  const { session } = useShown()
  const [work, setWork] = useState<Other>('lose')
  const sayDone = useSayDone(batch.code)
  const lose = useAct(batch.code, 'lose')
  const moveOn = useAct(batch.code, 'move-on')
  const split = useAct(batch.code, 'split')
  const merge = useAct(batch.code, 'merge')
  const changed = useAct(batch.code, 'change-method')
  const form = useForm({
    defaultValues: {
      on: session.today,
      line: String(
        batch.lines.find((line) => Object.keys(line.standing).some((state) => state !== 'lost' && state !== 'sold'))?.number ?? 1,
      ),
      state: '',
      count: '',
      cause: 'rot',
      intoBatch: '',
      intoLine: '1',
      method: 'tip cutting',
      material: 'softwood',
      note: '',
    },
  })
  const kept = useKept(form, 'other work')
  const { errors } = form.formState
  const text = (name: 'note' | 'intoBatch', label: string, hint: string) => (
    <Field label={label} hint={hint} error={errors[name]}>
      {(ids) => <input {...ids} {...form.register(name)} className="field-text !min-h-12" />}
    </Field>
  )
  const line = batch.lines.find((one) => String(one.number) === form.watch('line'))
  const states = STATES[work].filter((state) => (line?.standing[state] ?? 0) > 0)
  const picked = form.watch('state')
  const state = states.find((one) => one === picked) ?? states[0] ?? ''
  const there = state === '' ? 0 : (line?.standing[state] ?? 0)
  const save = form.handleSubmit((typed) => {
    const count = numeric(typed.count)
    const common = { on: typed.on, line: numeric(typed.line) }
    const done = {
      lose: () => lose.mutateAsync({ ...common, state, lost: { [typed.cause]: count } }),
      'move-on': () => moveOn.mutateAsync({ ...common, state, count }),
      split: () => split.mutateAsync({ ...common, counts: { [state]: count }, note: typed.note }),
      merge: () => merge.mutateAsync({ ...common, intoBatch: typed.intoBatch || batch.code, intoLine: numeric(typed.intoLine) }),
      'change-method': () => changed.mutateAsync({ ...common, state, count, method: typed.method, material: typed.material }),
    }
    return done[work]()
      .then((saved) => {
        sayDone(saved, `${saved.acts[0]?.says}.`)
        onDone()
      })
      .catch((refusal) => {
        if (!(refusal instanceof Refusal)) return
        const atCount = refusal.field.startsWith('lost') || refusal.field.startsWith('counts')
        showRefusal(form, atCount ? new Refusal(refusal.code, 'count', refusal.message) : refusal, NAMES)
      })
  })
  return (
    <form onSubmit={save} noValidate aria-label={WORKS[work]} className="grid gap-4">
      {kept}
      <div role="tablist" aria-label="Work" className="flex flex-wrap gap-2">
        {(Object.keys(WORKS) as Other[]).map((one) => (
          <button
            key={one}
            type="button"
            role="tab"
            aria-selected={one === work}
            className={one === work ? 'act-main' : 'act'}
            onClick={() => setWork(one)}
          >
            {WORKS[one]}
          </button>
        ))}
      </div>
      <div className="grid gap-4 sm:grid-cols-2 lg:grid-cols-4">
        {batch.lines.length > 1 && (
          <Field label="Line" error={errors.line}>
            {(ids) => (
              <Choose
                {...ids}
                {...form.register('line')}
                value={String(form.watch('line') ?? '')}
                className="field-text !min-h-12"
              >
                {batch.lines.map((one) => (
                  <option key={one.number} value={one.number}>
                    {one.number}
                  </option>
                ))}
              </Choose>
            )}
          </Field>
        )}
        {work !== 'merge' && (
          <>
            <Field label="Of those" error={errors.state} hint={states.length === 0 ? 'none stand there' : undefined}>
              {(ids) => (
                <select {...ids} {...form.register('state')} value={state} className="field-text !min-h-12">
                  {states.map((one) => (
                    <option key={one} value={one}>
                      {BOOK_WORDS[one]}
                    </option>
                  ))}
                </select>
              )}
            </Field>
            <Stepper
              control={form.control}
              name="count"
              label={work === 'move-on' ? (state === 'grown' ? 'Sold' : 'Grown to ready') : 'How many'}
              hint={`of ${there}`}
            />
          </>
        )}
        {work === 'lose' && <CauseField register={form.register('cause')} error={errors.cause} />}
        {work === 'split' && text('note', 'Why', 'kept with the new line')}
        {work === 'merge' && (
          <>
            {text('intoBatch', 'Into batch', `empty: ${batch.code} itself`)}
            <Stepper control={form.control} name="intoLine" label="Into line" />
          </>
        )}
        {work === 'change-method' && <MethodFields form={form} />}
        <Field label="Day" error={errors.on}>
          {(ids) => <input {...ids} {...form.register('on')} type="date" className="field-text !min-h-12" />}
        </Field>
      </div>
      <FormRefusal form={form} />
      <div>
        <button type="submit" className="act-main" disabled={form.formState.isSubmitting}>
          Enter in the book
        </button>
      </div>
    </form>
  )
}
