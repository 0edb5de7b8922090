import { useEffect, useState } from 'react'

/**
 * A part of the app that comes once it is wanted, drawn as soon as it is there: what waits by suspending is held back by React
 * for 300 ms. Where it cannot be fetched the room says so. `fetch` must be the same each time.
 */
export function useFetched<T>(isWanted: boolean, fetch: () => Promise<T>): T | null {
  const [fetched, setFetched] = useState<{ part: T } | null>(null)
  useEffect(() => {
    if (isWanted)
      fetch().then(
        (part) => setFetched({ part }),
        (error) =>
          setFetched(() => {
            throw error
          }),
      )
  }, [isWanted, fetch])
  return fetched?.part ?? null
}
