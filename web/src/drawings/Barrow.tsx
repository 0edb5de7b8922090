const WIDE = 240

/** A week's hours for potting as a trough: the rim is what is left of hands, the fill what is to be potted; what spills is plum. */
export function Barrow({ free, taken, most }: { free: number; taken: number; most: number }) {
  const x = (hours: number) => 2 + ((WIDE - 4) * Math.min(hours, most)) / most
  const rim = x(free)
  const full = x(Math.min(free, taken))
  const spill = x(taken)
  return (
    <svg
      viewBox={`0 0 ${WIDE} 26`}
      className="my-1 h-7 w-full"
      role="img"
      aria-label={`${taken.toFixed(1)} of ${free.toFixed(1)} hours for potting taken`}
      preserveAspectRatio="none"
    >
      <rect x="2" y="7" width={Math.max(0, full - 2)} height="15" fill="var(--heat)" opacity="0.85" />
      {taken > free && (
        <rect x={rim} y="7" width={spill - rim} height="15" fill="var(--plum-wash)" stroke="var(--plum)" strokeDasharray="3 2" />
      )}
      <path d={`M2 3v19H${rim}V3`} fill="none" stroke="var(--peat)" strokeWidth="2" vectorEffect="non-scaling-stroke" />
    </svg>
  )
}
