import { useState } from 'react'
import { answer, api, type Schemas } from '../api/client'
import { useLotAct, useSeenWrite } from '../api/writes'
import { LotLane, StepMark } from '../drawings/LotLane'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'
import { plural, STEP_WORDS, sayDay } from '../words'

type Lot = Schemas['Lot']

/** What the lot goes through until it is ready, each step ticked when it is done. */
export function Steps({ lot }: { lot: Lot }) {
  const { session, mayLog } = useShown()
  const [on, setOn] = useState(session.today)
  const done = useLotAct(lot.code, 'steps')
  const undone = useSeenWrite((step: { id: number; kind: Schemas['StepKind']; on: string; note: string | null }) =>
    answer(api.DELETE('/api/lots/{code}/steps/{id}', { params: { path: { code: lot.code, id: step.id } } })),
  )
  const takeBack = (step: Parameters<typeof undone.mutateAsync>[0]) =>
    undone.mutate(step, {
      onSuccess: () =>
        say(`${STEP_WORDS[step.kind]}: not done.`, () =>
          done.mutateAsync({ kind: step.kind, on: step.on, ...(step.note && { note: step.note }) }),
        ),
    })
  const last = lot.more.at(-1)
  const told = done.error?.message ?? undone.error?.message
  return (
    <section className="min-w-0">
      <h2 className="mb-1">Growing on</h2>
      <LotLane lot={lot} today={session.today} />
      {told && (
        <p role="alert" className="refusal">
          {told}
        </p>
      )}
      {mayLog && (
        <label className="my-2 flex items-center gap-2 text-sm font-semibold">
          Done on
          <input
            type="date"
            className="field-text !w-44"
            value={on}
            min={lot.pottedOn}
            max={session.today}
            onChange={(event) => setOn(event.target.value)}
          />
        </label>
      )}
      <ol>
        {lot.steps
          .filter((step) => step.kind !== 'ready')
          .map((step) => (
            <li key={step.kind} className="flex items-center gap-3 border-t py-2 border-stone-wash">
              <StepMark kind={step.kind} done={step.done !== null} />
              <div className="min-w-0 grow">
                <strong className="inline-block first-letter:uppercase">{STEP_WORDS[step.kind]}</strong>{' '}
                <span className="soft">
                  {step.done ? `done ${sayDay(step.done.on, session.today)}, ${step.done.by}` : sayDay(step.on, session.today)}
                </span>
                {step.done === null && step.on < session.today && <strong className="text-plum"> due</strong>}
                <div className="text-sm soft">{step.words}</div>
              </div>
              {mayLog &&
                (step.done ? (
                  <button
                    type="button"
                    className="word min-h-11"
                    aria-label={`Not done: ${STEP_WORDS[step.kind]}`}
                    onClick={() => step.done && takeBack(step.done)}
                  >
                    not done
                  </button>
                ) : (
                  <button
                    type="button"
                    className="act"
                    aria-label={`Done: ${STEP_WORDS[step.kind]}`}
                    disabled={done.isPending}
                    onClick={() => done.mutate({ kind: step.kind, on })}
                  >
                    Done
                  </button>
                ))}
            </li>
          ))}
      </ol>
      {lot.more.length > 0 && mayLog && (
        <p className="mt-1 text-sm">
          Fed {plural(lot.more.length, 'time')}, last {sayDay(lot.more.at(-1)?.on ?? session.today, session.today)}.{' '}
          <button type="button" className="word min-h-11" onClick={() => done.mutate({ kind: 'feed', on })}>
            Fed again {on === session.today ? 'today' : sayDay(on, session.today)}
          </button>{' '}
          <button type="button" className="word min-h-11" onClick={() => last && takeBack(last)}>
            Last feed not given
          </button>
        </p>
      )}
    </section>
  )
}
