import type { Batch } from '../api/client'
import { StateGlyph } from '../drawings/Glyph'
import { STATE_WORDS } from '../words'

/** The batch's label as it stands in the tray, upright and large. */
export function UprightTag({ batch }: { batch: Batch }) {
  return (
    <svg
      viewBox="0 0 220 330"
      className="no-print mx-auto w-24 shrink-0 self-start sm:w-52"
      role="img"
      aria-label={`${batch.crop}, ${batch.count}, ${batch.code}`}
    >
      <path
        d="M4 3h212v236l-106 86l-106-86z"
        fill="var(--paper)"
        stroke="var(--peat)"
        strokeWidth="2.500"
        strokeLinejoin="round"
        strokeDasharray={batch.state === 'planned' ? '9 7' : undefined}
      />
      <svg x="62" y="12" width="96" height="108" viewBox="0 0 96 108" aria-hidden="true">
        <StateGlyph state={batch.state} stage={batch.stage} size={96} />
      </svg>
      <text x="110" y="158" textAnchor="middle" fontSize="42" fontWeight="750" fill="var(--peat)">
        {batch.count}
      </text>
      <text x="110" y="190" textAnchor="middle" fontSize="27" fontWeight="700" letterSpacing="1.500" fill="var(--peat)">
        {batch.code}
      </text>
      <text x="110" y="214" textAnchor="middle" fontSize="17" fill="var(--soft)">
        {STATE_WORDS[batch.state]}
      </text>
      <path d="M-10 292q60-9 120 0t120 0v60h-240z" fill="var(--heat)" opacity="0.35" />
    </svg>
  )
}
