import { useQueryClient } from '@tanstack/react-query'
import { useCallback, useSyncExternalStore } from 'react'

/** Says so when what is shown was read before, and could not be read again since. */
export function Stale() {
  const client = useQueryClient()
  const cache = client.getQueryCache()
  const old = useCallback(
    () =>
      cache.findAll({ type: 'active', predicate: ({ state }) => state.status === 'error' && state.data !== undefined })[0]?.state
        .error?.message ?? null,
    [cache],
  )
  const message = useSyncExternalStore((changed) => cache.subscribe(changed), old, old)
  if (message === null) return null
  return (
    <div role="alert" className="no-print mx-4 mb-2 flex flex-wrap items-center gap-3 sm:mx-6">
      <span className="refusal">What is shown may have changed: it could not be read anew. {message}</span>
      <button
        type="button"
        className="act"
        onClick={() => client.refetchQueries({ type: 'active', predicate: ({ state }) => state.status === 'error' })}
      >
        Try again
      </button>
    </div>
  )
}
