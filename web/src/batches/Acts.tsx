import { type Batch, Refusal } from '../api/client'
import { useAct } from '../api/queries'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'
import { sayDay } from '../words'

/** All that was done to a batch, newest first. Every act can be taken back, today or next month. */
export function Acts({ batch, mayLog }: { batch: Batch; mayLog: boolean }) {
  const { session } = useShown()
  const undo = useAct(batch.code, 'undo', () => say('Undone: the book is as it was before.'))
  if (batch.acts.length === 0) return null
  const told = undo.error instanceof Refusal ? undo.error.message : null
  return (
    <section className="min-w-0">
      <h2 className="mb-2">What was done</h2>
      {told && (
        <p role="alert" className="refusal mb-2">
          {told}
        </p>
      )}
      <ol>
        {batch.acts.map((act) => (
          <li key={act.id} className="flex items-start gap-3 border-t py-2" style={{ borderColor: 'var(--stone-wash)' }}>
            <div className="min-w-0 grow">
              <span className={act.undone ? 'line-through soft' : ''}>{act.says}</span>
              <div className="text-sm soft">
                {sayDay(act.on, session.today)}, {act.by}
              </div>
            </div>
            {mayLog && !act.undone && act.undoes === null && (
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
