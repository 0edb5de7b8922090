import { useId, useState } from 'react'
import { type Batch, Refusal, type Schemas } from '../api/client'
import { useWeaning } from '../api/writes'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'
import { sayDay } from '../words'

const isStep = (stage: Schemas['CourseStageDays']) => stage.step !== null

/** The next step of a batch's weaning: what is to be set, taken today or on another day, or put off. */
export function WeanForm({ batch, onDone }: { batch: Batch; onDone?: () => void }) {
  const { session } = useShown()
  const next = batch.weaning
  const [day, setDay] = useState(session.today)
  const act = useWeaning(batch.code)
  const field = useId()
  if (!next) return <p className="soft">All its steps are taken.</p>
  const write = (as: 'done' | 'put_off', on: string) =>
    act.mutateAsync({ version: batch.version, step: next.step, as, on }).then(
      (now) => {
        const undo = () => act.mutateAsync({ version: now.version, step: next.step, as: 'planned' })
        say(as === 'done' ? `${batch.code}: ${next.what}.` : `${batch.code}: put off to ${sayDay(on, session.today)}.`, undo)
        onDone?.()
      },
      () => undefined,
    )
  const refusal = act.error instanceof Refusal ? act.error : null
  return (
    <section aria-label={`Wean ${batch.code}`} className="grid gap-3">
      <p>
        Step {next.step} of {next.of}: <strong>{next.what}</strong>
        {next.isPutOff && `, put off to ${sayDay(next.on, session.today)}`}
      </p>
      {next.goesTo && (
        <p>
          Carry it to <strong>{next.goesTo}</strong>.
        </p>
      )}
      <div className="flex flex-wrap items-end gap-3">
        <label className="font-semibold">
          Day
          <input
            type="date"
            className="field-text mt-1 block font-normal"
            value={day}
            aria-invalid={refusal?.field === 'on'}
            aria-describedby={refusal?.field === 'on' ? `${field}-wrong` : undefined}
            onChange={(event) => setDay(event.target.value)}
          />
        </label>
        <button type="button" className="act-main" disabled={act.isPending || day === ''} onClick={() => write('done', day)}>
          Done
        </button>
        <button
          type="button"
          className="act"
          disabled={act.isPending}
          onClick={() => write('put_off', day > session.today ? day : next.aWeekMore)}
        >
          {day > session.today ? `Put off to ${sayDay(day, session.today)}` : 'Put off a week'}
        </button>
      </div>
      {refusal && (
        <p id={`${field}-wrong`} role="alert" className="refusal">
          {refusal.code === 'changed_meanwhile'
            ? 'Somebody else changed it meanwhile; this is how it stands now.'
            : refusal.message}
        </p>
      )}
    </section>
  )
}

/** The steps of a batch's weaning: which are taken, which is next; each can be taken back. */
export function WeaningSteps({ batch }: { batch: Batch }) {
  const { session, mayLog } = useShown()
  const act = useWeaning(batch.code)
  const steps = batch.course.filter(isStep)
  if (steps.length === 0) return null
  return (
    <section aria-labelledby="weaning">
      <h2 id="weaning">{steps[0]?.kind === 'cut_loose' ? 'Cutting loose' : 'Weaning'}</h2>
      <ol>
        {steps.map((stage) => (
          <li key={stage.number} className="flex min-h-11 flex-wrap items-center gap-x-3 border-t py-1 border-stone-wash">
            <span className="min-w-0 grow">
              {stage.number}. {stage.what}
              <span className={stage.step === 'done' ? 'text-leaf' : 'soft'}>
                {stage.step === 'done' ? ', done ' : stage.step === 'put_off' ? ', put off to ' : ', from '}
                {sayDay(stage.from, session.today)}
              </span>
            </span>
            {mayLog && stage.step !== 'planned' && (
              <button
                type="button"
                className="act"
                disabled={act.isPending}
                aria-label={`Undo step ${stage.number}`}
                onClick={() => act.mutate({ version: batch.version, step: stage.number, as: 'planned' })}
              >
                Undo
              </button>
            )}
          </li>
        ))}
      </ol>
      {act.error && (
        <p role="alert" className="refusal">
          {act.error.message}
        </p>
      )}
      {mayLog && batch.weaning && <WeanForm key={batch.weaning.step} batch={batch} />}
    </section>
  )
}
