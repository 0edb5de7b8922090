import { useSyncExternalStore } from 'react'
import { sendingTold } from '../api/sending'

/** Says what is known while a write is on its way for longer than it should be. */
export function Sending() {
  const words = useSyncExternalStore(sendingTold.subscribe, sendingTold.now)
  return (
    <div aria-live="polite" className="no-print fixed top-2 left-1/2 z-40 -translate-x-1/2">
      {words && <p className="rounded px-4 py-2 font-semibold shadow-lg bg-heat text-paper">{words}</p>}
    </div>
  )
}
