import { Link } from 'react-router'
import { useShown } from './week'

/** Who changed this, when, from what to what; for those who may see it. */
export function HistoryLink({ of, what, button = false }: { of: string; what?: string; button?: boolean }) {
  const { mayPlan } = useShown()
  if (!mayPlan) return null
  const asked = what ? `what=${what}&which=${encodeURIComponent(of)}` : `q=${encodeURIComponent(of)}`
  return (
    <Link className={`${button ? 'act' : 'word'} no-print`} to={`/nursery/history?${asked}`}>
      History {!button && <span className="sr-only">of {of}</span>}
    </Link>
  )
}
