import { useState } from 'react'
import { answer, api } from '../api/client'
import { useLong } from '../api/queries'
import { useShown } from './week'

/** Work that takes a while: whose it is, how far it is, and a way to stop it. */
export function LongWork({ words }: { words: string }) {
  const { session, mayPlan } = useShown()
  const { data } = useLong(true)
  const [failed, setFailed] = useState<string | null>(null)
  const running = data?.running
  const isMine = running?.account === session.account?.id
  return (
    <div role="status" className="sheet my-3 max-w-xl p-4">
      <p className="mb-2">
        {!running || isMine ? words : `${running.who} is at it: ${running.what}. This begins when that is over.`}
        {running && running.since > 1 && <span className="soft"> {running.since} s</span>}
      </p>
      <div className="flex items-center gap-3">
        <progress className="progress grow" max={1} value={running?.share} aria-label="Done so far" />
        {running && (isMine || mayPlan) && (
          <button
            type="button"
            className="act"
            disabled={running.stopped}
            onClick={() => answer(api.POST('/api/long/stop', {})).catch((error: Error) => setFailed(error.message))}
          >
            {running.stopped ? 'Stopping…' : 'Stop'}
          </button>
        )}
      </div>
      {failed && (
        <p role="alert" className="refusal">
          {failed}
        </p>
      )}
    </div>
  )
}
