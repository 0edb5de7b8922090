import { Link } from 'react-router'
import type { Schemas } from '../api/client'

/** To where something came from and went. */
export const TraceLink = ({ kind, of }: { kind: Schemas['TraceKind']; of: string }) => (
  <Link className="act no-print" to={`/trace/${kind}/${encodeURIComponent(of)}`}>
    Trace
  </Link>
)
