import type { Schemas } from '../api/client'

type Unfit = Schemas['Unfit']

/** Secateurs, open when a block may be cut; barred when it may not. */
export function FitMark({ fit, size = 22 }: { fit: boolean; size?: number }) {
  const ink = fit ? 'var(--leaf)' : 'var(--plum)'
  return (
    <svg
      viewBox="0 0 24 24"
      width={size}
      height={size}
      className="shrink-0"
      role="img"
      aria-label={fit ? 'fit to take' : 'not fit to take'}
    >
      <path d="M5 3c4 4 7 8 8 11M19 3c-4 4-7 8-8 11" fill="none" stroke={ink} strokeWidth="2" strokeLinecap="round" />
      <circle cx="8" cy="18" r="3" fill="none" stroke={ink} strokeWidth="2" />
      <circle cx="16" cy="18" r="3" fill="none" stroke={ink} strokeWidth="2" />
      {!fit && <path d="M2 20L22 4" stroke={ink} strokeWidth="2.6" strokeLinecap="round" />}
    </svg>
  )
}

/** Why a block is not fit, and what would clear each reason. */
export function Against({ reasons }: { reasons: readonly Unfit[] }) {
  return (
    <ul className="grid gap-1 border-l-4 pl-3 border-plum">
      {reasons.map((reason) => (
        <li key={reason.code}>
          <strong className="text-plum">{reason.words}</strong> <span className="soft">{reason.clears}</span>
        </li>
      ))}
    </ul>
  )
}
