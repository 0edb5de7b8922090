import {
  createContext,
  type ReactNode,
  startTransition,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
} from 'react'
import type { Session } from '../api/client'
import { mondayOf } from '../words'

interface Shown {
  session: Session
  /** The week that every view shows: that under the rail's marker, once it rests there. */
  week: string
  thisWeek: string
  today: string
  setWeek: (week: string) => void
  move: (weeks: number) => void
  mayLog: boolean
  mayPlan: boolean
  /** Orders and customers. */
  mayOrder: boolean
}

const ShownWeek = createContext<Shown | null>(null)
/** By itself, so that a drag draws nothing anew but the rail. */
const MarkedWeek = createContext<string | null>(null)

export function shiftWeek(week: string, weeks: number): string {
  const day = new Date(`${mondayOf(week)}T00:00:00Z`)
  day.setUTCDate(day.getUTCDate() + 7 * weeks + 3)
  const year = day.getUTCFullYear()
  const first = new Date(`${mondayOf(`${year}-W01`)}T00:00:00Z`)
  return `${year}-W${String(1 + Math.floor((day.getTime() - first.getTime()) / 604_800_000)).padStart(2, '0')}`
}

/** The marker rests where it has stood for so long, ms. */
const RESTS = 180

export function WeekProvider({ session, children }: { session: Session; children: ReactNode }) {
  const [week, settle] = useState(session.week)
  const [marked, mark] = useState(session.week)
  const now = useRef({ week: session.week, at: Number.NEGATIVE_INFINITY, waits: 0 })
  const setWeek = useCallback((next: string) => {
    const { at, waits } = now.current
    window.clearTimeout(waits)
    mark(next)
    // One step is followed at once; what is passed over in a row is asked for by nobody.
    const isPassing = performance.now() - at < RESTS
    // The marker never waits for the room below it to be drawn.
    const rest = () => startTransition(() => settle(next))
    now.current = { week: next, at: performance.now(), waits: isPassing ? window.setTimeout(rest, RESTS) : 0 }
    if (!isPassing) rest()
  }, [])
  useEffect(() => () => window.clearTimeout(now.current.waits), [])
  const move = useCallback((weeks: number) => setWeek(shiftWeek(now.current.week, weeks)), [setWeek])
  const role = session.account?.role
  const shown = useMemo(
    () => ({
      session,
      week,
      thisWeek: session.week,
      today: session.today,
      setWeek,
      move,
      mayLog: role === 'propagator' || role === 'hand',
      mayPlan: role === 'propagator',
      mayOrder: role === 'propagator' || role === 'office',
    }),
    [session, week, setWeek, move, role],
  )
  return (
    <ShownWeek.Provider value={shown}>
      <MarkedWeek.Provider value={marked}>{children}</MarkedWeek.Provider>
    </ShownWeek.Provider>
  )
}

export function useShown(): Shown {
  const shown = useContext(ShownWeek)
  if (!shown) throw new Error('Outside the shell.')
  return shown
}

/** The week under the rail's marker, while it is dragged too. */
export function useMarked(): string {
  const marked = useContext(MarkedWeek)
  if (marked === null) throw new Error('Outside the shell.')
  return marked
}
