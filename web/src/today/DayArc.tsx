/** The line that a day's work hangs on, from first light to dusk. */
export function DayArc() {
  return (
    <div className="pointer-events-none absolute top-14 bottom-2 left-[8.75rem] hidden w-8 sm:block" aria-hidden="true">
      <svg aria-hidden="true" className="absolute inset-0 h-full w-8" viewBox="0 0 32 600" preserveAspectRatio="none">
        <path
          d="M16 10C7 150 7 450 16 590"
          fill="none"
          stroke="var(--peat)"
          strokeWidth="2.5"
          vectorEffect="non-scaling-stroke"
        />
      </svg>
      <svg aria-hidden="true" className="absolute -top-2 left-0" width="32" height="32" viewBox="0 0 32 32">
        <circle cx="16" cy="16" r="8" fill="var(--cream)" stroke="var(--peat)" strokeWidth="2.2" />
        <path d="M16 1v4M5.500 5.500l3 3M26.500 5.500l-3 3M1 16h4M27 16h4" stroke="var(--heat)" strokeWidth="2" />
      </svg>
      <svg aria-hidden="true" className="absolute -bottom-2 left-0" width="32" height="32" viewBox="0 0 32 32">
        <path d="M19 5a11 11 0 1 0 8 16a9 9 0 0 1-8-16z" fill="var(--peat)" stroke="var(--ground)" strokeWidth="2" />
      </svg>
    </div>
  )
}
