import { createContext, type ReactNode, useCallback, useContext, useMemo, useState } from 'react'
import type { Session } from '../api/client'
import { mondayOf } from '../words'

interface Shown {
  session: Session
  /** The week under the rail's marker: every view shows this week. */
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

export function shiftWeek(week: string, weeks: number): string {
  const day = new Date(`${mondayOf(week)}T00:00:00Z`)
  day.setUTCDate(day.getUTCDate() + 7 * weeks + 3)
  const year = day.getUTCFullYear()
  const first = new Date(`${mondayOf(`${year}-W01`)}T00:00:00Z`)
  return `${year}-W${String(1 + Math.floor((day.getTime() - first.getTime()) / 604_800_000)).padStart(2, '0')}`
}

export function WeekProvider({ session, children }: { session: Session; children: ReactNode }) {
  const [week, setWeek] = useState(session.week)
  const move = useCallback((weeks: number) => setWeek((now) => shiftWeek(now, weeks)), [])
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
    [session, week, move, role],
  )
  return <ShownWeek.Provider value={shown}>{children}</ShownWeek.Provider>
}

export function useShown(): Shown {
  const shown = useContext(ShownWeek)
  if (!shown) throw new Error('Outside the shell.')
  return shown
}
