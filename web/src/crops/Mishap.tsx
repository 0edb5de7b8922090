import { answer, api, type Schemas } from '../api/client'
import { useWrite } from '../api/writes'
import { say } from '../shell/Said'
import { useShown } from '../shell/week'

type Is = 'mishap' | 'counts' | null

/** What a batch says of its crop, where that is not as much as its age makes it; and the last word on it. */
export function Mishap({ past }: { past: Schemas['Past'] }) {
  const { mayPlan } = useShown()
  const change = useWrite(
    (is: Is) => answer(api.POST('/api/batches/{code}/mishap', { params: { path: { code: past.code } }, body: { is } })),
    () => say(`${past.code} is judged anew.`, () => change.mutateAsync(was)),
  )
  const was: Is = past.said ? (past.mishap ? 'mishap' : 'counts') : null
  const isPoor = past.mishap || past.said
  if (!past.why && !isPoor) return null
  return (
    <div className="text-sm">
      <span className={past.mishap ? 'text-plum' : 'soft'}>{past.why ?? 'it counts, as somebody said'}</span>
      {mayPlan && isPoor && (
        <span className="ml-2 inline-flex flex-wrap gap-x-3">
          {past.mishap && (
            <button type="button" className="word" disabled={change.isPending} onClick={() => change.mutate('counts')}>
              let {past.code} count
            </button>
          )}
          {!past.mishap && (
            <button type="button" className="word" disabled={change.isPending} onClick={() => change.mutate('mishap')}>
              {past.code} was a mishap
            </button>
          )}
          {past.said && (
            <button type="button" className="word" disabled={change.isPending} onClick={() => change.mutate(null)}>
              leave {past.code} to the figures
            </button>
          )}
        </span>
      )}
      {change.error && (
        <span role="alert" className="refusal">
          {' '}
          {change.error.message}
        </span>
      )}
    </div>
  )
}
