import { useEffect, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import type { Schemas } from '../api/client'
import { useCrops, useStock } from '../api/queries'
import { useUnhurried } from '../api/unhurried'
import { FitMark } from '../drawings/FitMark'
import { AsTable } from '../shell/AsTable'
import { Missing } from '../shell/FirstSteps'
import { SearchBox, useAsked } from '../shell/Narrow'
import { Unread } from '../shell/Unread'
import { useParts } from '../shell/useParts'
import { useShown } from '../shell/week'
import { mondayOf, plural, sayDay, sayWeek } from '../words'
import { BlockForm } from './BlockForm'
import { StockRooms } from './StockRooms'

type Block = Schemas['Block']

const SHOWS = {
  all: { words: 'all blocks', of: () => true },
  season: { words: 'what is in season', of: (block) => block.window.opensIn === 0 },
  now: { words: 'fit and in season', of: (block) => block.fit && block.window.opensIn === 0 },
  unfit: { words: 'not fit', of: (block) => !block.fit },
} satisfies Record<string, { words: string; of: (block: Block) => boolean }>

/** What is left of a block's cap: each takes its bite. */
function Left({ block }: { block: Block }) {
  const share = block.canGive > 0 ? Math.min(1, block.left / block.canGive) : 0
  return (
    <svg
      viewBox="0 0 200 26"
      className="w-full max-w-52"
      role="img"
      aria-label={`${block.left} of ${block.canGive} cuttings left`}
    >
      <rect x="1" y="5" width="198" height="14" rx="2" fill="none" stroke="var(--peat)" strokeWidth="1.2" strokeDasharray="3 3" />
      <rect x="1" y="5" width={198 * share} height="14" rx="2" fill="var(--leaf-wash)" stroke="var(--leaf)" strokeWidth="1.5" />
    </svg>
  )
}

/** Stock blocks, and what each can give in the week on the rail. */
export function Stock() {
  const { week, session, mayPlan } = useShown()
  const read = useStock(week)
  const data = useUnhurried(read.data)
  const asked = useAsked()
  const [adding, setAdding] = useState(false)
  const show = (asked.get('show') ?? 'all') as keyof typeof SHOWS
  const navigate = useNavigate()
  const { data: crops } = useCrops()
  const chosen = asked.get('block')
  const ready = data !== undefined
  useEffect(() => {
    if (ready && chosen) document.getElementById(`block-${chosen}`)?.scrollIntoView({ block: 'center' })
  }, [ready, chosen])
  const crop = asked.get('crop')
  const blocks = (data?.blocks ?? []).filter(
    (block) =>
      block.code === chosen ||
      ((SHOWS[show] ?? SHOWS.all).of(block) &&
        (crop === null || block.cropSlug === crop) &&
        asked.isLike(block.code, block.crop, block.place)),
  )
  const parts = useParts(blocks.length, blocks.findIndex((block) => block.code === chosen) + 1)
  const unfit = (data?.blocks ?? []).filter((block) => !block.fit).length
  if (!data) return <Unread of={read} title="What the stock can give" rooms={<StockRooms />} />
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-4">
        <h1>What the stock can give, {sayWeek(week, mondayOf(week), session.nursery)}</h1>
        <StockRooms />
        <AsTable
          name="stock"
          heads={['block', 'crop', 'place', 'plants', 'can give', 'left', 'fit', 'why not']}
          rows={() =>
            blocks.map((block) => [
              block.code,
              block.crop,
              block.place,
              block.plants,
              block.canGive,
              block.left,
              block.fit ? 'yes' : 'no',
              block.against.map((one) => one.words).join(' '),
            ])
          }
        />
        <SearchBox of="blocks" placeholder="block, crop, place" asked={asked} />
        <label className="flex items-center gap-2">
          <span className="text-sm font-semibold">Show</span>
          <select
            className="field-text w-52"
            value={show}
            onChange={(event) => asked.choose({ show: event.target.value === 'all' ? '' : event.target.value })}
          >
            {Object.entries(SHOWS).map(([value, { words }]) => (
              <option key={value} value={value}>
                {words}
              </option>
            ))}
          </select>
        </label>
        {crop && (
          <Link className="word" to="/stock">
            all crops
          </Link>
        )}
        {mayPlan && (
          <button type="button" className="act ml-auto" aria-expanded={adding} onClick={() => setAdding(!adding)}>
            {adding ? 'Close' : 'Add a block'}
          </button>
        )}
      </div>
      {adding && (
        <div className="sheet mb-6 p-4">
          {crops?.crops.length === 0 ? (
            <p>
              A stock block belongs to a crop.{' '}
              <Link to="/crops" className="word">
                Write the first crop sheet
              </Link>
              .
            </p>
          ) : (
            <BlockForm onDone={(code) => navigate(`/stock/${code}`)} />
          )}
        </div>
      )}
      {data && data.blocks.length === 0 && !adding && (
        <>
          <Missing before="stock" />
          <p className="soft">No stock block yet. Add the plants you keep for material; a batch is planned from them.</p>
        </>
      )}
      {data && data.blocks.length > 0 && (
        <p className="mb-2 soft">
          {unfit === 0
            ? 'All blocks are fit to take from.'
            : `${unfit} of ${data.blocks.length} blocks are not fit to take from.`}
        </p>
      )}
      <ul>
        {blocks.slice(0, parts.many).map((block) => (
          <li
            key={block.code}
            id={`block-${block.code}`}
            className={[
              'grid grid-cols-[auto_minmax(0,1fr)_auto] items-center gap-x-4 gap-y-1 border-t py-2',
              'sm:grid-cols-[auto_minmax(12rem,1fr)_11rem_6.5rem_minmax(0,1.3fr)] border-stone-wash',
              `${block.code === chosen ? 'bg-cream' : ''}`,
            ].join(' ')}
          >
            <FitMark fit={block.fit} />
            <span className="min-w-0">
              <Link to={`/stock/${block.code}`} className="block truncate">
                <strong>{block.code}</strong> <span className="font-semibold">{block.crop}</span>
              </Link>
              <span className="block truncate text-sm soft">
                {plural(block.plants, 'plant')} of {block.plantedYear}, {block.place}
              </span>
            </span>
            <span className="hidden sm:block">
              <Left block={block} />
            </span>
            <span className="text-right text-lg whitespace-nowrap sm:text-left">
              <strong>{block.left}</strong>
              {block.left < block.canGive && <span className="text-sm soft"> of {block.canGive}</span>}
            </span>
            <span className="col-span-full text-sm sm:col-span-1">
              {block.window.opensIn === 0 ? (
                <strong className="text-leaf">
                  {block.window.state === 'closing'
                    ? `closes in ${plural(Math.max(1, block.window.closesIn), 'week')}`
                    : 'in season'}
                </strong>
              ) : (
                <span className="soft">in season in {plural(block.window.opensIn, 'week')}</span>
              )}
              {block.takes
                .filter((take) => !take.stuck)
                .slice(0, 3)
                .map((take) => (
                  <span key={take.batch} className="soft">
                    {' · '}
                    {take.cuttings} for{' '}
                    <Link to={`/batches/${take.batch}`} className="word">
                      {take.batch}
                    </Link>{' '}
                    on {sayDay(take.on, session.today)}
                  </span>
                ))}
              {block.against.map((reason) => (
                <span key={reason.code} className="block text-plum">
                  {reason.words}
                </span>
              ))}
              {block.note && <span className="block">{block.note}</span>}
            </span>
          </li>
        ))}
      </ul>
      {parts.end}
    </>
  )
}
