import { useDeferredValue } from 'react'

/** What was read: the first time drawn at once; what comes in its place later, without holding up what is pressed or dragged. */
export function useUnhurried<T>(read: T | undefined): T | undefined {
  const drawn = useDeferredValue(read)
  return drawn ?? read
}
