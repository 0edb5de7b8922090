import { useChances } from '../api/queries'
import { AsTable } from '../shell/AsTable'
import { inHundred, plural } from '../words'

/** A chance as the game gave it, with how sure that is. */
export function sayChance({ chance, low, high }: { chance: number; low: number; high: number }): string {
  if (high < 0.005) return 'less than 1 in 100'
  return `${inHundred(chance)} in 100 (surely ${inHundred(low)} to ${inHundred(high)})`
}

/** How likely all orders are met, of the season and of each customer. */
export function SeasonChances() {
  const { data } = useChances()
  if (!data) return <p className="soft">Playing the season…</p>
  return (
    <div className="grid gap-2">
      <p>
        Of {plural(data.orders, 'planned order')}, about <strong>{Math.round(data.met)}</strong> will be met in full. All of them
        together: {sayChance(data.season)}.
        {data.unplanned > 0 &&
          ` ${plural(data.unplanned, 'order')} not planned yet ${data.unplanned === 1 ? 'is' : 'are'} left out.`}
      </p>
      <AsTable
        name="chances"
        heads={['customer', 'orders', 'met', 'low', 'high', 'chance of all']}
        rows={() =>
          data.customers.map((one) => [one.customer ?? 'own targets', one.orders, one.met, one.low, one.high, one.chance])
        }
      />
      <ul className="grid gap-x-8 sm:grid-cols-2">
        {data.customers.map((one) => (
          <li key={one.customer ?? ''} className="border-t py-1.5 border-stone-wash">
            <span className="flex justify-between gap-3">
              <strong>{one.customer ?? 'own targets'}</strong>
              <span>
                {Math.round(one.met)} of {one.orders}
              </span>
            </span>
            <svg viewBox="0 0 100 6" preserveAspectRatio="none" className="h-2 w-full" aria-hidden="true">
              <rect width="100" height="6" fill="var(--stone-wash)" />
              <rect width={100 * one.chance} height="6" fill="var(--leaf)" />
            </svg>
            <span className="text-sm soft">all of them: {sayChance(one)}</span>
          </li>
        ))}
      </ul>
      <p className="text-sm soft">
        Played {data.draws} times over. Batches made the same way share their luck: where the way does worse than hoped, it does
        so for all of them.
      </p>
    </div>
  )
}
