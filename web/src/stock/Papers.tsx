import { useInfiniteQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { answer, api, type Schemas } from '../api/client'
import { AsTable } from '../shell/AsTable'
import { Unread } from '../shell/Unread'
import { useShown } from '../shell/week'
import { plural, sayDay } from '../words'
import { StockRooms } from './StockRooms'

type Papers = Schemas['Papers']

function Permits({ permits }: { permits: Papers['permits'] }) {
  const { session } = useShown()
  return (
    <section aria-label="Permits" className="mb-8 max-w-4xl">
      <div className="flex items-baseline gap-4">
        <h2>Permits</h2>
        {permits.length > 0 && (
          <AsTable
            name="permits"
            heads={['block', 'crop', 'origin', 'permit', 'until']}
            rows={() => permits.map((one) => [one.block, one.crop, one.origin, one.number, one.until])}
          />
        )}
      </div>
      {permits.length === 0 && <p className="soft">No block needs one: none is of the wild or of somebody else.</p>}
      <ul>
        {permits.map((one) => (
          <li key={one.block} className="flex flex-wrap gap-x-4 border-t py-2 border-stone-wash">
            <Link className="word w-20 font-bold" to={`/stock/${one.block}`}>
              {one.block}
            </Link>
            <span className="w-64">{one.crop}</span>
            {one.number === null ? (
              <span className="text-plum">none is entered</span>
            ) : (
              <span className={one.isOver ? 'text-plum' : ''}>
                {one.number}
                {one.until && `, ${one.isOver ? 'ran out' : 'until'} ${sayDay(one.until, session.today)}`}
              </span>
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}

function CameWith({ blocks }: { blocks: Papers['cameWith'] }) {
  return (
    <section aria-label="Passports that plants came with" className="mb-8 max-w-4xl">
      <div className="flex items-baseline gap-4">
        <h2>Came with the plants</h2>
        {blocks.length > 0 && (
          <AsTable
            name="passports that plants came with"
            heads={['block', 'crop', 'source', 'passport']}
            rows={() => blocks.map((one) => [one.block, one.crop, one.source, one.passport])}
          />
        )}
      </div>
      {blocks.length === 0 && <p className="soft">None is entered. It stands with a stock block, under where it came from.</p>}
      <ul>
        {blocks.map((one) => (
          <li key={one.block} className="flex flex-wrap gap-x-4 border-t py-2 border-stone-wash">
            <Link className="word w-20 font-bold" to={`/stock/${one.block}`}>
              {one.block}
            </Link>
            <span className="w-64">{one.crop}</span>
            <span>{one.passport}</span>
            {one.source && <span className="soft">from {one.source}</span>}
          </li>
        ))}
      </ul>
    </section>
  )
}

/** Papers of plant health as they are kept: permits, passports that plants came with, passports that went along. */
export function Papers() {
  const { session } = useShown()
  const read = useInfiniteQuery({
    queryKey: ['papers'],
    queryFn: ({ pageParam }) => answer(api.GET('/api/papers', { params: { query: pageParam > 0 ? { before: pageParam } : {} } })),
    initialPageParam: 0,
    getNextPageParam: (last) => (last.more ? last.given.at(-1)?.id : undefined),
  })
  const [first] = read.data?.pages ?? []
  if (!first) return <Unread of={read} title="Papers" rooms={<StockRooms />} />
  const given = read.data?.pages.flatMap((page) => page.given) ?? []
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-x-4 gap-y-1">
        <h1>Papers</h1>
        <StockRooms />
      </div>
      <p className="mb-6 max-w-2xl">
        Kept for whoever asks. What is needed is said by your plant health authority and by local law.{' '}
        {session.nursery?.registration ? (
          <>
            They know this nursery as <strong>{session.nursery.registration}</strong>.
          </>
        ) : (
          <span className="soft">The number by which they know this nursery is entered in its settings.</span>
        )}{' '}
        <Link className="word" to="/stock/treatments">
          Treatments
        </Link>{' '}
        and{' '}
        <Link className="word" to="/stock/rights">
          breeders' rights
        </Link>{' '}
        have pages of their own.
      </p>
      <Permits permits={first.permits} />
      <CameWith blocks={first.cameWith} />
      <section aria-label="Passports that went along" className="max-w-4xl">
        <div className="flex items-baseline gap-4">
          <h2>Went along with plants</h2>
          {given.length > 0 && (
            <AsTable
              name="passports given"
              heads={['sent on', 'passport', 'lot', 'crop', 'plants', 'to', 'their order']}
              rows={() => given.map((one) => [one.on, one.passport, one.lot, one.crop, one.plants, one.customer, one.reference])}
            />
          )}
        </div>
        {given.length === 0 && <p className="soft">None yet. Its number is entered where plants of a lot are sent.</p>}
        <ul>
          {given.map((one) => (
            <li key={one.id} className="flex flex-wrap gap-x-4 border-t py-2 border-stone-wash">
              <span className="w-24">{sayDay(one.on, session.today)}</span>
              <span className="w-44 font-bold">{one.passport}</span>
              <span className="grow">
                {one.plants} {one.crop}, lot{' '}
                <Link className="word" to={`/potting/lots/${one.lot}`}>
                  {one.lot}
                </Link>
                , to {one.customer ?? 'our own target'}
              </span>
              <Link className="word" to={`/wanted/${one.order}/note`}>
                delivery note
              </Link>
            </li>
          ))}
        </ul>
        {read.hasNextPage && (
          <button type="button" className="act mt-3" disabled={read.isFetchingNextPage} onClick={() => read.fetchNextPage()}>
            Older ones
          </button>
        )}
        {given.length > 0 && !read.hasNextPage && <p className="mt-2 text-sm soft">{plural(given.length, 'passport')} in all.</p>}
      </section>
    </>
  )
}
