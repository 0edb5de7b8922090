import type { Batch, Refusal, Schemas } from '../api/client'
import { useAct } from '../api/writes'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'
import { sayDay } from '../words'

type Act = Schemas['Act']

/** All that was done, newest first, each with its way back where there is one. */
export function ActList({
  acts,
  mayUndo,
  undo,
}: {
  acts: readonly Act[]
  mayUndo: (act: Act) => boolean
  undo: { mutate: (body: { act: number }) => void; isPending: boolean; error: Refusal | null }
}) {
  const { session } = useShown()
  if (acts.length === 0) return null
  return (
    <section className="min-w-0">
      <h2 className="mb-2">What was done</h2>
      {undo.error && (
        <p role="alert" className="refusal mb-2">
          {undo.error.message}
        </p>
      )}
      <ol>
        {acts.map((act) => (
          <li key={act.id} className="flex items-start gap-3 border-t py-2 border-stone-wash">
            <div className="min-w-0 grow">
              <span className={act.undone ? 'line-through soft' : ''}>{act.says}</span>
              <div className="text-sm soft">
                {sayDay(act.on, session.today)}, {act.by}
              </div>
            </div>
            {!act.undone && act.undoes === null && mayUndo(act) && (
              <button
                type="button"
                className="act"
                aria-label={`Undo: ${act.says}`}
                disabled={undo.isPending}
                onClick={() => undo.mutate({ act: act.id })}
              >
                Undo
              </button>
            )}
          </li>
        ))}
      </ol>
    </section>
  )
}

/** All that was done to a batch. Every act can be taken back, today or next month. */
export function Acts({ batch, mayLog }: { batch: Batch; mayLog: boolean }) {
  const undo = useAct(batch.code, 'undo', () => say('Undone: the book is as it was before.'))
  return <ActList acts={batch.acts} mayUndo={() => mayLog} undo={undo} />
}
