import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { answer, api, type Schemas } from '../api/client'
import { RateAxis, RateDots } from '../drawings/RateDots'
import { AsTable } from '../shell/AsTable'
import { Failed, Unread } from '../shell/Unread'
import { useShown } from '../shell/week'
import { inHundred, plural, sayDay, sayInHundred } from '../words'
import { ChooseCrop, NothingCounted } from './ChooseCrop'
import { ResultsRooms } from './ResultsRooms'
import { useCounted } from './useCounted'

type Rates = Schemas['RatesBySort']
type Group = Schemas['RateGroup']

/** What the batches of a group are alike in, as a person says it. */
export function sayIs(sort: Schemas['Sort'], is: string): string {
  if (sort === 'month') return new Date(2001, Number(is) - 1, 15).toLocaleString('en', { month: 'long' })
  return is === '' ? 'no hormone' : is
}

/** Whether it makes a difference, and how sure that is. */
function Verdict({ rates }: { rates: Rates }) {
  const sort = rates.sorts.find((one) => one.sort === rates.by)?.words ?? ''
  if (rates.byChance === null)
    return <p className="mb-4">By {sort} there is nothing to compare yet: it takes two groups, one of them with two batches.</p>
  return (
    <p className="mb-4" role="status">
      {rates.isDifference ? (
        <>
          <strong>By {sort} they differ by more than chance.</strong> Batches dealt out by chance are as far apart{' '}
          {sayInHundred(rates.byChance)} times.
        </>
      ) : (
        <>
          <strong>By {sort} they differ no more than by chance.</strong> Batches dealt out by chance are as far apart{' '}
          {sayInHundred(rates.byChance)} times.
        </>
      )}
    </p>
  )
}

function OneGroup({ rates, group }: { rates: Rates; group: Group }) {
  const { session } = useShown()
  const [open, setOpen] = useState(false)
  const name = sayIs(rates.by, group.is)
  const dots = group.batches.map((batch) => ({
    ...batch,
    stuck: batch.could,
    rate: batch.rooted / Math.max(1, batch.could),
    season: sayDay(batch.stuckOn, session.today),
    soFar: false,
    mishap: false,
    why: null,
  }))
  return (
    <li className="border-t border-stone-wash py-2">
      <div className="grid items-center gap-x-6 sm:grid-cols-[minmax(10rem,1fr)_minmax(16rem,1.6fr)_minmax(14rem,1.2fr)]">
        <div className="min-w-0">
          <h2 className="break-words">{name}</h2>
          <button type="button" className="word min-h-8" aria-expanded={open} onClick={() => setOpen(!open)}>
            {plural(group.batches.length, 'batch', 'batches')}
            <span className="sr-only"> of {name}</span>
          </button>{' '}
          <span className="soft">
            {group.rooted} of {group.stuck}
          </span>
        </div>
        <RateDots learnt={group} history={dots} axis={false} />
        <div>
          <strong>{inHundred(group.rate)} in 100</strong>, the next batch {inHundred(group.low80)} to {inHundred(group.high80)}
          <span className="block soft">
            {group.borrowed < 0.05
              ? 'All of it its own.'
              : `${inHundred(group.borrowed)} in 100 of that is the crop’s, not its own.`}
          </span>
          {group.also.length > 0 && (
            <span className="block text-plum">
              All of them: {group.also.map((also) => `${also.words} ${sayIs(also.sort, also.is)}`).join(', ')}; most others not.
            </span>
          )}
        </div>
      </div>
      {open && (
        <ul className="mt-2 flex flex-wrap gap-x-5 gap-y-1">
          {group.batches.map((batch) => (
            <li key={batch.code}>
              {batch.broughtIn ? (
                <span className="soft">brought in</span>
              ) : (
                <Link className="word font-semibold" to={`/batches/${batch.code}`}>
                  {batch.code}
                </Link>
              )}{' '}
              {batch.rooted} of {batch.could}, {sayDay(batch.stuckOn, session.today)}
            </li>
          ))}
        </ul>
      )}
    </li>
  )
}

/** A crop's counted batches sorted by one thing: whether it makes a difference. */
export function RatesPage() {
  const { params, crops, counted, slug, choose } = useCounted()
  const by = (params.get('by') ?? 'block') as Schemas['Sort']
  const read = useQuery({
    queryKey: ['rates-by-sort', slug, by],
    queryFn: () => answer(api.GET('/api/results/rates/{slug}', { params: { path: { slug: slug ?? '' }, query: { by } } })),
    enabled: slug !== undefined,
    placeholderData: (old) => old,
  })
  if (!crops.data) return <Unread of={crops} title="Results" rooms={<ResultsRooms />} />
  // What was read of another crop is not shown under the name of this one.
  const rates = read.data?.crop === slug ? read.data : undefined
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-4">
        <h1>Results</h1>
        <ResultsRooms />
        <AsTable
          name="rates"
          heads={['group', 'batches', 'stuck', 'rooted', 'learnt rate', 'low', 'high', 'borrowed']}
          rows={() =>
            (rates?.groups ?? []).map((group) => [
              sayIs(rates?.by ?? by, group.is),
              group.batches.length,
              group.stuck,
              group.rooted,
              group.rate.toFixed(3),
              group.low80.toFixed(3),
              group.high80.toFixed(3),
              group.borrowed.toFixed(2),
            ])
          }
        />
      </div>
      {counted.length === 0 ? (
        <NothingCounted />
      ) : (
        <>
          <div className="mb-4 flex flex-wrap items-center gap-x-6 gap-y-2">
            <ChooseCrop counted={counted} slug={slug} onChoose={(crop) => choose({ crop })} />
            <label className="flex items-center gap-2">
              <span className="text-sm font-semibold">Sorted by</span>
              <select className="field-text w-44" value={by} onChange={(event) => choose({ by: event.target.value })}>
                {(read.data?.sorts ?? []).map((sort) => (
                  <option key={sort.sort} value={sort.sort}>
                    {sort.words}
                  </option>
                ))}
              </select>
            </label>
          </div>
          {!rates && (read.error ? <Failed message={read.error.message} again={() => read.refetch()} /> : <p aria-busy="true" />)}
          {rates && (
            <>
              <Verdict rates={rates} />
              <div className="hidden gap-x-6 sm:grid sm:grid-cols-[minmax(10rem,1fr)_minmax(16rem,1.6fr)_minmax(14rem,1.2fr)]">
                <span />
                <RateAxis />
                <span />
              </div>
              <ul aria-label="Groups">
                {rates.groups.map((group) => (
                  <OneGroup key={group.is} rates={rates} group={group} />
                ))}
              </ul>
              <p className="mt-3 soft">
                {rates.notKnown.length > 0 && `Of ${plural(rates.notKnown.length, 'batch', 'batches')} it is not known. `}
                Mishaps are left out. A dot is a batch, sized by its count; the post is what is learnt; the bar holds 8 next
                batches in 10. A small group borrows from the crop. Of twenty sortings that make no difference, about one is
                called one all the same.
              </p>
            </>
          )}
        </>
      )}
    </>
  )
}
