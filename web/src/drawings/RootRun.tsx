import type { Schemas } from '../api/client'
import { RISK_WORDS } from '../words'

const DAYS = 28
const WIDE = 300

const days = (from: string, to: string) => Math.round((Date.parse(to) - Date.parse(from)) / 86_400_000)

/** How long roots have been let run since they were due: from a nub at the hole to a mat, with today on it. */
export function RootRun({
  since,
  today,
  risk,
  words,
}: {
  since: string
  today: string
  risk: NonNullable<Schemas['PotWaits']['risk']>
  words: string
}) {
  const at = (day: number) => 8 + ((WIDE - 16) * Math.min(DAYS, Math.max(0, day))) / DAYS
  const now = at(days(since, today))
  return (
    <svg viewBox={`0 0 ${WIDE} 34`} className="mb-1 h-9 w-full max-w-80" role="img" aria-label={`${RISK_WORDS[risk]}: ${words}`}>
      <path d={`M${at(0)} 17H${at(7)}`} stroke="var(--leaf)" strokeWidth="5" />
      <path d={`M${at(7)} 17H${at(14)}`} stroke="var(--heat)" strokeWidth="5" strokeDasharray="7 3" />
      <path d={`M${at(14)} 17H${at(28)}`} stroke="var(--plum)" strokeWidth="5" strokeDasharray="2 3" />
      <path d={`M${at(0)} 17v7l-4 5M${at(0)} 24l4 5`} stroke="var(--peat)" strokeWidth="1.6" fill="none" />
      <path
        d={`M${at(14)} 17v5l-6 3 12 3-12 3M${at(14)} 22l6 3-12 3 12 3`}
        stroke="var(--peat)"
        strokeWidth="1.4"
        fill="none"
        opacity="0.75"
      />
      <path d={`M${now} 14l-6-11h12z`} fill="var(--peat)" />
    </svg>
  )
}
