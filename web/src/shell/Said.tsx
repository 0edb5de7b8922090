import { useEffect, useSyncExternalStore } from 'react'

interface Saying {
  words: string
  undo?: () => Promise<unknown>
}

let now: Saying | null = null
const listeners = new Set<() => void>()

/** Says what was done, with the way back when there is one; what speaks against going back is said in its place. */
export function say(words: string, undo?: () => Promise<unknown>): void {
  now = { words, undo }
  for (const listener of listeners) listener()
}

function hush(): void {
  now = null
  for (const listener of listeners) listener()
}

export function Said() {
  const saying = useSyncExternalStore(
    (listener) => {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    () => now,
  )
  useEffect(() => {
    if (!saying) return
    const timer = setTimeout(hush, 12_000)
    return () => clearTimeout(timer)
  }, [saying])
  return (
    <div role="status" className="fixed bottom-20 left-1/2 z-40 -translate-x-1/2 sm:bottom-6">
      {saying && (
        <div className="flex items-center gap-4 rounded px-4 py-2 shadow-lg bg-peat text-paper">
          <span>{saying.words}</span>
          {saying.undo && (
            <button
              type="button"
              className="min-h-11 cursor-pointer font-bold underline"
              onClick={() => {
                hush()
                saying.undo?.().catch((refusal: Error) => say(refusal.message))
              }}
            >
              Undo
            </button>
          )}
          <button type="button" className="min-h-11 cursor-pointer px-1" aria-label="Close" onClick={hush}>
            ✕
          </button>
        </div>
      )}
    </div>
  )
}
