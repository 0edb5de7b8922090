import type { Schemas } from '../api/client'

/** How an order stands: what is sent and what is ready, solid; what is coming, paler; what will be missing, open. */
export function OutlookBar({ outlook, wanted }: { outlook: Schemas['OrderOutlook']; wanted: number }) {
  const x = (plants: number) => (398 * Math.min(wanted, Math.max(0, plants))) / Math.max(1, wanted)
  const sent = x(outlook.sent)
  const there = x(outlook.sent + outlook.ready)
  const coming = x(outlook.sent + outlook.ready + outlook.coming)
  return (
    <svg
      viewBox="0 0 400 20"
      className="w-full max-w-md"
      style={{ height: 20 }}
      preserveAspectRatio="none"
      role="img"
      aria-label={outlook.words}
    >
      <rect x="1" y="3" width="398" height="14" rx="2" fill="none" stroke="var(--plum)" strokeWidth="1.4" strokeDasharray="5 3" />
      {coming > 0 && (
        <rect x="1" y="3" width={coming} height="14" rx="2" fill="var(--leaf-wash)" stroke="var(--leaf)" strokeWidth="1.4" />
      )}
      {there > 0 && <rect x="1" y="3" width={there} height="14" fill="var(--leaf)" />}
      {sent > 0 && <rect x="1" y="3" width={sent} height="14" fill="var(--peat)" />}
    </svg>
  )
}
