import { answer, api, type Schemas } from '../api/client'
import { useLotAct, useSeenWrite } from '../api/writes'
import { LotLane, StepMark } from '../drawings/LotLane'
import { useShown } from '../shell/week'
import { plural, STEP_WORDS, sayDay } from '../words'

type Lot = Schemas['Lot']

/** What the lot goes through until it is ready, each step ticked when it is done. */
export function Steps({ lot }: { lot: Lot }) {
  const { session, mayLog } = useShown()
  const done = useLotAct(lot.code, 'steps')
  const undone = useSeenWrite((id: number) =>
    answer(api.DELETE('/api/lots/{code}/steps/{id}', { params: { path: { code: lot.code, id } } })),
  )
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
                    onClick={() => step.done && undone.mutate(step.done.id)}
                  >
                    not done
                  </button>
                ) : (
                  <button
                    type="button"
                    className="act"
                    aria-label={`Done: ${STEP_WORDS[step.kind]}`}
                    disabled={done.isPending}
                    onClick={() => done.mutate({ kind: step.kind, on: session.today })}
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
          <button type="button" className="word min-h-11" onClick={() => done.mutate({ kind: 'feed', on: session.today })}>
            Fed again today
          </button>
        </p>
      )}
    </section>
  )
}
