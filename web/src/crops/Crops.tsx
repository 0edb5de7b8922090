import { useState } from 'react'
import { Link } from 'react-router'
import { useCrops } from '../api/queries'
import { RateAxis, RateDots } from '../drawings/RateDots'
import { AsTable } from '../shell/AsTable'
import { SearchBox, useAsked } from '../shell/Narrow'
import { Unread } from '../shell/Unread'
import { useParts } from '../shell/useParts'
import { useShown } from '../shell/week'
import { inHundred, plural, sayWay } from '../words'
import { AddCrop } from './AddCrop'
import { CropRooms } from './CropRooms'

const ORDERS = {
  name: 'by name',
  rate: 'hardest first',
  spread: 'most uneven first',
  season: 'in season first',
} as const

/** Every crop on one axis: past batches as dots, the learnt rate and what the next batch may do. */
export function Crops() {
  const read = useCrops()
  const { data } = read
  const { mayPlan } = useShown()
  const asked = useAsked()
  const order = (asked.get('order') ?? 'name') as keyof typeof ORDERS
  const [adding, setAdding] = useState(false)
  const like = (data?.crops ?? []).filter((crop) => asked.isLike(crop.name, crop.method, crop.material))
  const parts = useParts(like.length)
  const crops = [...like].sort((a, b) => {
    if (order === 'rate') return a.learnt.rate - b.learnt.rate
    if (order === 'spread') return b.learnt.newBatchSd - a.learnt.newBatchSd
    if (order === 'season') return a.window.opensIn - b.window.opensIn
    return a.name.localeCompare(b.name)
  })
  if (!data) return <Unread of={read} title="Crops" rooms={<CropRooms />} />
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-4">
        <h1>Crops</h1>
        <CropRooms />
        <AsTable
          name="crops"
          heads={['crop', 'method', 'material', 'batches', 'learnt rate', 'low', 'high']}
          rows={() =>
            crops.map((crop) => [
              crop.name,
              crop.method,
              crop.material,
              crop.counted,
              crop.learnt.rate.toFixed(3),
              crop.learnt.low80.toFixed(3),
              crop.learnt.high80.toFixed(3),
            ])
          }
        />
        <SearchBox of="crops" placeholder="crop, method, material" asked={asked} />
        <label className="flex items-center gap-2">
          <span className="text-sm font-semibold">Order</span>
          <select
            className="field-text w-48"
            value={order}
            onChange={(event) => asked.choose({ order: event.target.value === 'name' ? '' : event.target.value })}
          >
            {Object.entries(ORDERS).map(([value, words]) => (
              <option key={value} value={value}>
                {words}
              </option>
            ))}
          </select>
        </label>
        <p className="text-sm soft">
          A dot is a batch, sized by its count; the post is the learnt rate; the bar holds 8 next batches in 10.
        </p>
        {mayPlan && (
          <button type="button" className="act ml-auto" aria-expanded={adding} onClick={() => setAdding(!adding)}>
            {adding ? 'Close' : 'Add a crop'}
          </button>
        )}
      </div>
      {adding && (
        <div className="sheet mb-6 p-4">
          <AddCrop />
        </div>
      )}
      {crops.length === 0 && data.crops.length > 0 && <p className="soft">No crop is like that.</p>}
      {data.crops.length === 0 && !adding && (
        <p className="soft">
          No crop yet. Write the first sheet: how it is propagated, how long it takes, what you expect of it.
        </p>
      )}
      {crops.length > 0 && (
        <div className="hidden gap-x-6 sm:grid sm:grid-cols-[minmax(13rem,1fr)_5rem_minmax(18rem,1.4fr)_9rem]">
          <span />
          <span className="text-right text-sm soft">in 100</span>
          <RateAxis />
        </div>
      )}
      <ul>
        {crops.slice(0, parts.many).map((crop) => (
          <li
            key={crop.slug}
            className="grid items-center gap-x-6 border-t py-1.5 sm:grid-cols-[minmax(13rem,1fr)_5rem_minmax(18rem,1.4fr)_9rem] border-stone-wash"
          >
            <span className="min-w-0">
              <Link to={`/crops/${crop.slug}`} className="block truncate font-bold">
                {crop.name}
              </Link>
              <span className="block truncate text-sm soft">{sayWay(crop.method, crop.material)}</span>
            </span>
            <span className="text-2xl font-bold sm:text-right">{inHundred(crop.learnt.rate)}</span>
            <RateDots learnt={crop.learnt} history={crop.history} of={crop.counted} tall={30} axis={false} />
            <span className="text-sm">
              {plural(crop.learnt.batches, 'batch', 'batches')}
              <span className="block">
                {crop.window.opensIn === 0 ? (
                  <strong className="text-leaf">in season</strong>
                ) : (
                  <span className="soft">in {plural(crop.window.opensIn, 'week')}</span>
                )}
              </span>
            </span>
          </li>
        ))}
      </ul>
      {parts.end}
    </>
  )
}
