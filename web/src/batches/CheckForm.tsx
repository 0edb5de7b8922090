import { useForm } from 'react-hook-form'
import { type Batch, Refusal, type Stage } from '../api/client'
import { useAct, useChoices } from '../api/queries'
import { StageGlyph } from '../drawings/Glyph'
import { Field } from '../forms/Field'
import { FormRefusal, showRefusal } from '../forms/refusals'
import { numeric, Stepper } from '../forms/Stepper'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'
import { STAGE_WORDS } from '../words'

/** A few lifted: how many at each root stage. Moves no plants. */
export function CheckForm({ batch, line, onDone }: { batch: Batch; line: number; onDone: () => void }) {
  const { session } = useShown()
  const { data: choices } = useChoices()
  const check = useAct(batch.code, 'checks')
  const stages = choices?.stages ?? []
  const form = useForm({
    defaultValues: {
      on: session.today,
      note: '',
      stages: { nothing: '0', callus: '0', initials: '0', at_wall: '0', at_hole: '0', root_bound: '0', dead: '0' } as Record<
        Stage,
        string
      >,
    },
  })
  const names = ['on', 'note', ...stages.map(({ stage }) => `stages.${stage}`)]
  const save = form.handleSubmit((typed) =>
    check
      .mutateAsync({
        line,
        on: typed.on,
        note: typed.note,
        stages: Object.fromEntries(Object.entries(typed.stages).map(([stage, count]) => [stage, numeric(count)])),
      })
      .then((saved) => {
        say(saved.checks[0]?.words ?? 'Looked at.')
        onDone()
      })
      .catch((refusal) => {
        if (!(refusal instanceof Refusal)) return
        if (refusal.field === 'stages') form.setError('root', { message: refusal.message })
        else showRefusal(form, refusal, names)
      }),
  )
  return (
    <form onSubmit={save} noValidate aria-label={`Check ${batch.code}`} className="grid gap-4">
      <p className="text-sm soft">
        Turn a tray over or lift ten here and there, not all from one corner. Put them back: a check moves no plants.
      </p>
      <div className="grid grid-cols-[repeat(auto-fill,minmax(13.500rem,1fr))] gap-x-5 gap-y-3">
        {stages.map(({ stage, rooted }) => (
          <Stepper
            key={stage}
            control={form.control}
            name={`stages.${stage}`}
            label={STAGE_WORDS[stage]}
            hint={rooted ? 'counts as rooted' : undefined}
            mark={<StageGlyph stage={stage} size={38} label={false} />}
          />
        ))}
      </div>
      <div className="grid gap-4 sm:grid-cols-[12rem_1fr]">
        <Field label="Day" error={form.formState.errors.on}>
          {(ids) => <input {...ids} {...form.register('on')} type="date" className="field-text" />}
        </Field>
        <Field label="Note" error={form.formState.errors.note}>
          {(ids) => (
            <input {...ids} {...form.register('note')} className="field-text" placeholder="dry corner, new top growth…" />
          )}
        </Field>
      </div>
      <FormRefusal form={form} />
      <div>
        <button type="submit" className="act-main" disabled={check.isPending}>
          Judge
        </button>
      </div>
    </form>
  )
}
