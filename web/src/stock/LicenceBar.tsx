/** A licence as a measure being used up: used, planned, left. */
export function LicenceBar({ licence }: { licence: { plants: number; used: number; planned: number } }) {
  const { plants, used, planned } = licence
  const left = plants - used - planned
  const all = Math.max(plants, used + planned)
  return (
    <div className="max-w-xl">
      <svg
        viewBox="0 0 400 22"
        className="w-full"
        preserveAspectRatio="none"
        style={{ height: 22 }}
        role="img"
        aria-label={`${used} used and ${planned} planned of ${plants} plants`}
      >
        <rect x="1" y="3" width="398" height="16" rx="2" fill="none" stroke="var(--peat)" />
        <rect x="1" y="3" width={(398 * used) / all} height="16" fill="var(--leaf)" />
        <rect
          x={1 + (398 * used) / all}
          y="3"
          width={(398 * planned) / all}
          height="16"
          fill="var(--leaf-wash)"
          stroke="var(--leaf)"
          strokeDasharray="4 3"
        />
      </svg>
      <p className="text-sm">
        <strong>{used}</strong> used, <strong>{planned}</strong> planned,{' '}
        <strong className={left < plants / 20 ? 'text-plum' : undefined}>{left > 0 ? `${left} left` : 'none left'}</strong> of{' '}
        {plants}
      </p>
    </div>
  )
}
