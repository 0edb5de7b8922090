import { useForm } from 'react-hook-form'
import { Link } from 'react-router'
import { type Batch, Refusal, type Stage } from '../api/client'
import { useChoices, useJudged } from '../api/queries'
import { useAct } from '../api/writes'
import { StageGlyph } from '../drawings/Glyph'
import { Field } from '../forms/Field'
import { useKept } from '../forms/kept'
import { numeric } from '../forms/number'
import { FormRefusal, showRefusal } from '../forms/refusals'
import { Stepper } from '../forms/Stepper'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'
import { QUALITY_WORDS, STAGE_WORDS } from '../words'

/** What the plants lifted so far say: when it is enough, one stops lifting. */
function SoFar({ batch, line, stages, trays }: { batch: Batch; line: number; stages: Record<Stage, string>; trays: string }) {
  const whole = Object.fromEntries(
    Object.entries(stages).map(([stage, typed]) => [stage, /^\d{1,5}$/.test(typed.trim()) ? Number(typed) : 0]),
  )
  const { data: judged } = useJudged(batch.code, line, whole, /^[1-9]\d{0,3}$/.test(trays.trim()) ? Number(trays) : 1)
  return (
    <p
      role="note"
      aria-live="polite"
      aria-label="What was lifted says"
      className={`sheet sticky top-36 z-10 px-3 py-2 ${judged?.enough ? 'border-leaf' : ''}`}
    >
      {judged && judged.lifted > 0 ? (
        <>
          <strong className="tabular-nums">{judged.lifted}</strong> lifted.{' '}
          {judged.enough && <strong className="text-leaf">Enough, stop lifting. </strong>}
          {judged.words}
        </>
      ) : (
        <span className="soft">Nothing lifted yet. After each plant this says whether that is enough.</span>
      )}
    </p>
  )
}

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
      trays: '1',
      depthMm: '',
      quality: '' as '' | keyof typeof QUALITY_WORDS,
      stages: { nothing: '0', callus: '0', initials: '0', at_wall: '0', at_hole: '0', root_bound: '0', dead: '0' } as Record<
        Stage,
        string
      >,
    },
  })
  const kept = useKept(form, 'check')
  const names = ['on', 'note', 'trays', 'depthMm', 'quality', ...stages.map(({ stage }) => `stages.${stage}`)]
  const save = form.handleSubmit((typed) =>
    check
      .mutateAsync({
        line,
        on: typed.on,
        note: typed.note,
        trays: numeric(typed.trays),
        ...(typed.depthMm.trim() !== '' && { depthMm: numeric(typed.depthMm) }),
        ...(typed.quality !== '' && { quality: typed.quality }),
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
      {kept}
      <p className="text-sm soft">
        Turn a tray over or lift some here and there, not all from one corner. Put them back: a check moves no plants.{' '}
        <Link className="word" to="/round/key">
          The key to the stages
        </Link>
      </p>
      <SoFar batch={batch} line={line} stages={form.watch('stages')} trays={form.watch('trays')} />
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
      <div className="grid gap-4 sm:grid-cols-[13.5rem_13.5rem_1fr]">
        <Stepper
          control={form.control}
          name="trays"
          label="Out of how many trays"
          hint="plants of one tray are alike; from more they say more"
        />
        <Stepper
          control={form.control}
          name="depthMm"
          label="Roots go down, mm"
          step={5}
          hint="most of them; leave it empty if not measured"
        />
        <fieldset>
          <legend className="mb-1 text-sm font-semibold">Roots are</legend>
          <div className="flex flex-wrap gap-x-5">
            {(Object.keys(QUALITY_WORDS) as (keyof typeof QUALITY_WORDS)[]).map((one) => (
              <label key={one} className="flex min-h-12 cursor-pointer items-center gap-2">
                <input type="radio" className="radio" value={one} {...form.register('quality')} />
                {QUALITY_WORDS[one]}
              </label>
            ))}
          </div>
        </fieldset>
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
