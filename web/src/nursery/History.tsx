import { useInfiniteQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { answer, api } from '../api/client'
import { AsTable } from '../shell/AsTable'
import { Unread } from '../shell/Unread'
import { useShown } from '../shell/week'
import { sayDay } from '../words'
import { NurseryRooms } from './NurseryRooms'

const KINDS: Record<string, { words: string; place?: (which: string) => string }> = {
  batch: { words: 'batch', place: (code) => `/batches/${code}` },
  wanted: { words: 'order', place: (id) => `/wanted?order=${id}` },
  lot: { words: 'lot', place: (code) => `/potting/lots/${code}` },
  crop: { words: 'crop' },
  way: { words: 'crop sheet' },
  stock_block: { words: 'stock block', place: (code) => `/stock/${code}` },
  inspection: { words: 'inspection' },
  licence: { words: 'licence' },
  zone: { words: 'zone', place: (name) => `/bench?zone=${encodeURIComponent(name)}` },
  look: { words: 'found on the round', place: (code) => `/batches/${code}` },
  nursery: { words: 'settings', place: () => '/nursery' },
  crew: { words: 'hands', place: () => '/nursery/hands' },
  house_rules: { words: 'house rules', place: () => '/crops/rules' },
  tray_kind: { words: 'kind of tray', place: () => '/nursery/trays' },
  pot: { words: 'pot', place: () => '/nursery/trays' },
  mix: { words: 'mix' },
  mix_part: { words: 'part of mixes' },
  hormone_stock: { words: 'hormone' },
  made_dip: { words: 'dip made' },
  sanitiser: { words: 'sanitiser' },
  account: { words: 'person', place: () => '/nursery' },
  customer: { words: 'customer', place: () => '/nursery' },
  check: { words: 'check' },
  sign: { words: 'sign seen' },
  lot_step: { words: 'step of a lot' },
}

const useHistory = (asked: { what?: string; which?: string; q?: string }) =>
  useInfiniteQuery({
    queryKey: ['history', asked],
    queryFn: ({ pageParam }) =>
      answer(api.GET('/api/history', { params: { query: { ...asked, ...(pageParam > 0 && { before: pageParam }) } } })),
    initialPageParam: 0,
    getNextPageParam: (last) => (last.more ? last.changes.at(-1)?.id : undefined),
    placeholderData: (old) => old,
  })

/** Who changed what, when, from what to what. */
export function History() {
  const { session } = useShown()
  const [search, setSearch] = useSearchParams()
  const [typed, setTyped] = useState(search.get('q') ?? '')
  const [what, which] = [search.get('what') ?? '', search.get('which') ?? '']
  const read = useHistory({
    ...(what !== '' && { what }),
    ...(which !== '' && { which }),
    ...(typed.trim() !== '' && { q: typed.trim() }),
  })
  if (!read.data) return <Unread of={read} title="History" rooms={<NurseryRooms />} />
  const changes = read.data.pages.flatMap((page) => page.changes)
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-x-4 gap-y-1">
        <h1>History</h1>
        <NurseryRooms />
      </div>
      <div className="mb-4 flex flex-wrap items-end gap-4">
        <label className="text-sm font-semibold">
          Search
          <input
            className="field-text mt-1 block w-72 font-normal"
            placeholder="a name, a code, a word"
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
          />
        </label>
        <label className="text-sm font-semibold">
          Of
          <select
            className="field-text mt-1 font-normal"
            value={what}
            onChange={(event) => setSearch(event.target.value === '' ? {} : { what: event.target.value })}
          >
            <option value="">everything</option>
            {Object.entries(KINDS).map(([kind, { words }]) => (
              <option key={kind} value={kind}>
                {words}
              </option>
            ))}
          </select>
        </label>
        <AsTable
          name="history"
          heads={['at', 'what', 'which', 'by', 'field', 'before', 'after']}
          rows={() =>
            changes.flatMap((change) =>
              change.fields.map((field) => [
                change.at,
                KINDS[change.what]?.words ?? change.what,
                change.which,
                change.by,
                field.label,
                field.before,
                field.after,
              ]),
            )
          }
        />
        {which !== '' && (
          <p>
            of <strong>{which}</strong>{' '}
            <button type="button" className="word" onClick={() => setSearch(what === '' ? {} : { what })}>
              show all
            </button>
          </p>
        )}
      </div>
      {changes.length === 0 && (
        <p className="soft">Nothing was changed that this asks for. What is done to plants stands in the book of each batch.</p>
      )}
      <ol className="max-w-5xl">
        {changes.map((change) => {
          const kind = KINDS[change.what]
          return (
            <li key={change.id} className="border-t py-2 border-stone-wash">
              <p className="flex flex-wrap items-baseline gap-x-3">
                <span className="w-36 text-sm soft">
                  {sayDay(change.at.slice(0, 10), session.today)}, {change.at.slice(11, 16)}
                </span>
                <span>{kind?.words ?? change.what}</span>
                {change.what === 'nursery' ? null : kind?.place ? (
                  <Link className="word font-semibold" to={kind.place(change.which)}>
                    {change.which}
                  </Link>
                ) : (
                  <strong>{change.which}</strong>
                )}
                <span className="soft">{change.by}</span>
              </p>
              <ul className="sm:pl-[9.75rem]">
                {change.fields.map((field) => (
                  <li key={field.field} className="text-sm break-words">
                    {field.label}: {field.before !== null && <del className="soft">{field.before}</del>}{' '}
                    {field.after === null ? <span className="soft">taken away</span> : field.after}
                  </li>
                ))}
              </ul>
            </li>
          )
        })}
      </ol>
      {read.hasNextPage && (
        <button type="button" className="act mt-3" disabled={read.isFetchingNextPage} onClick={() => read.fetchNextPage()}>
          Older ones
        </button>
      )}
    </>
  )
}
