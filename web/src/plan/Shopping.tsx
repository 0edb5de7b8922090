import type { Schemas } from '../api/client'
import { useShopping } from '../api/queries'
import { BatchRooms } from '../batches/BatchRooms'
import { Sideways } from '../drawings/Sideways'
import { Savable } from '../shell/AsTable'
import { Unread } from '../shell/Unread'
import { useShown } from '../shell/week'
import { sayDay } from '../words'

const KINDS: Record<Schemas['ShoppingItem']['kind'], string> = {
  tray: 'Trays',
  pot: 'Pots',
  label: 'Labels',
  mix: 'Parts of mixes',
  dip: 'Cuttings to be dipped',
}
const NAMES = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']

/** What the season still uses up, month by month. */
export function Shopping() {
  const { session } = useShown()
  const read = useShopping()
  const { data } = read
  const items = data?.items ?? []
  const months = [...new Set(items.flatMap((item) => item.months.map(({ month }) => month)))].sort()
  if (!data) return <Unread of={read} title="Shopping list" rooms={<BatchRooms />} />
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-1">
        <h1>Shopping list</h1>
        <BatchRooms />
        <a className="act ml-auto" href="/api/plan/shopping.csv" download>
          As a table (CSV)
        </a>
      </div>
      <p className="mb-3 soft">
        For all that is planned or stands on a bench; pots by what is expected to root. Litres are loose mix, with a seventh for
        settling and a twentieth for loss. Strengths and rates on a product’s own label go before ours.
      </p>
      {data && items.length === 0 && <p>Nothing is needed: no batch is planned.</p>}
      {items.length > 0 && (
        <Savable name="shopping">
          <Sideways of="What is needed">
            <table className="w-full min-w-[44rem] text-left">
              <thead>
                <tr className="text-sm soft">
                  <th className="py-1 pr-4 font-semibold">what</th>
                  <th className="py-1 pr-4 text-right font-semibold">in all</th>
                  <th className="py-1 pr-4 font-semibold">first needed</th>
                  {months.map((month) => (
                    <th key={month} className="py-1 pr-3 text-right font-semibold">
                      {NAMES[Number(month.slice(5)) - 1]}
                      {month.slice(5) === '01' && ` ${month.slice(0, 4)}`}
                    </th>
                  ))}
                </tr>
              </thead>
              {(Object.keys(KINDS) as (keyof typeof KINDS)[])
                .filter((kind) => items.some((item) => item.kind === kind))
                .map((kind) => (
                  <tbody key={kind}>
                    <tr>
                      <th colSpan={3 + months.length} className="pt-4 pb-1 text-[1.05rem]">
                        {KINDS[kind]}
                      </th>
                    </tr>
                    {items
                      .filter((item) => item.kind === kind)
                      .map((item) => (
                        <tr key={item.name} className="border-t border-stone-wash">
                          <th scope="row" className="py-1.5 pr-4 font-normal">
                            {item.name}
                          </th>
                          <td className="pr-4 text-right font-bold whitespace-nowrap">
                            {Math.round(item.total)} {item.unit === 'litres' ? 'L' : ''}
                          </td>
                          <td className="pr-4 whitespace-nowrap">{sayDay(item.firstOn, session.today)}</td>
                          {months.map((month) => {
                            const amount = item.months.find((one) => one.month === month)?.amount
                            return (
                              <td key={month} className="pr-3 text-right">
                                {amount === undefined ? '' : Math.round(amount)}
                              </td>
                            )
                          })}
                        </tr>
                      ))}
                  </tbody>
                ))}
            </table>
          </Sideways>
        </Savable>
      )}
    </>
  )
}
